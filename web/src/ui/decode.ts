/** The text of a file: UTF-8 where it is that, else the Western encoding that older programs save in. A byte-order mark is no letter. */
export function decode(bytes: Uint8Array): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
