/** What of the first day only this device knows: a practice check leaves nothing behind. */
import { keptAs } from '../base.js';
const PRACTISED = keptAs('sapling-practised');
export const hasPractised = (): boolean => localStorage.getItem(PRACTISED) !== null;
export const notePractice = (): void => localStorage.setItem(PRACTISED, 'yes');
