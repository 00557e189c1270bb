/** JSON of long lists, put together in pieces so that other requests are answered meanwhile. */
import { JsonText } from './route.js';
import { breathing } from './breathing.js';

/** So many entries of a list are written at once. */
const AT_ONCE = 100;

/** Joined to a JSON list; each piece is written when its turn comes. */
export async function listInPieces<T>(list: readonly T[], write: (entry: T) => string): Promise<string> {
  const breath = breathing();
  const pieces: string[] = [];
  for (const entry of list) {
    await breath();
    pieces.push(write(entry));
  }
  return `[${pieces.join(',')}]`;
}

/** As JSON, unless it was written so before. JSON.stringify of a list of thousands would keep everybody else waiting. */
export async function jsonOf(value: unknown): Promise<string> {
  if (value instanceof JsonText) return value.text;
  if (!Array.isArray(value) || value.length <= AT_ONCE) return JSON.stringify(value);
  const pieces = Array.from({ length: Math.ceil(value.length / AT_ONCE) }, (_, k) => value.slice(k * AT_ONCE, (k + 1) * AT_ONCE));
  return listInPieces(pieces, (piece) => JSON.stringify(piece).slice(1, -1));
}
