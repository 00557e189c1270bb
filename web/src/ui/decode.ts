/**
 * The text of a file: UTF-16 where its first octets say so or every other octet is empty, UTF-8 where it is that, else the Western
 * encoding that older programs save in. A byte-order mark is no letter.
 */
export function decode(bytes: Uint8Array): string {
  const wide = wideEncoding(bytes);
  if (wide) return new TextDecoder(wide).decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** UTF-16 is known by its mark, or without one by the empty half of its Latin letters. */
function wideEncoding(bytes: Uint8Array): 'utf-16le' | 'utf-16be' | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return 'utf-16le';
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return 'utf-16be';
  const start = bytes.subarray(0, 200);
  if (start.length < 8) return undefined;
  const empty = (from: number): number => start.filter((octet, k) => k % 2 === from && octet === 0).length / (start.length / 2);
  if (empty(1) > 0.7 && empty(0) < 0.1) return 'utf-16le';
  if (empty(0) > 0.7 && empty(1) < 0.1) return 'utf-16be';
  return undefined;
}
