/** What of the first day only this device knows: a practice check leaves nothing behind. */
const PRACTISED = 'sapling-practised';
export const hasPractised = (): boolean => localStorage.getItem(PRACTISED) !== null;
export const notePractice = (): void => localStorage.setItem(PRACTISED, 'yes');
