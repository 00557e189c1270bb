/** The short code on a paper sheet, made from the check's id, so that any device finds the sheet again. */
const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';

/** Five letters and digits from the last 25 bits of an id. */
export function sheetCode(id: string): string {
  const bits = Number.parseInt(id.replace(/-/g, '').slice(-8), 16);
  return Array.from({ length: 5 }, (_, k) => LETTERS[Math.floor(bits / 32 ** k) % 32]).join('');
}
