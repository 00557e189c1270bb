/** How a word of the lexicon, which is held in small letters, stands where it is read: *I* is the one that is always a capital. */
export const shownWord = (word: string): string => (word === 'i' ? 'I' : word);
