/** How answers are written for the adult. */

/** What was said for a pair, as a sound or a letter's name; for a word, as it was typed. */
export function saidShown(said: string, aboutWord = false): string {
  if (aboutWord) return `“${said}”`;
  return said.startsWith('name ') ? `letter name ${said.slice(5)}` : `/${said}/`;
}
