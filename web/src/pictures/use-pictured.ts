/** The words of which there are pictures, for whoever plans or chooses with them. */
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { pictured } from './picture.js';

/** Undefined until it is known; none where the file of them cannot be had now: a session is planned without pictures then. */
export function usePictured(): readonly string[] | undefined {
  const { value, error } = useCore(pictured, 'pictured', say('pictures of words'));
  return value ?? (error === null ? undefined : NONE);
}
const NONE: readonly string[] = [];
