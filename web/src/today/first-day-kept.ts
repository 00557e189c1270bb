/** What of the first day only this device knows: a practice check leaves nothing behind. */
import { keepHere, keptAs, keptHere } from '../base.js';
const PRACTISED = keptAs('sapling-practised');
export const hasPractised = (): boolean => keptHere(PRACTISED) !== null;
export const notePractice = (): void => void keepHere(PRACTISED, 'yes');
