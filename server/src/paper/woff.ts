/**
 * WOFF 1.0 unpacked to the font file inside it (SFNT, the form of TrueType and OpenType), once, with zlib. A font that is
 * left packed is inflated again for each table that is looked at, which is most of what a page of text costs.
 *
 * @see https://www.w3.org/TR/WOFF/ sections 3 to 5
 */
import { inflateSync } from 'node:zlib';

const SIGNATURE = 0x774f4646; // 'wOFF'
const HEADER = 44;
const ENTRY = 20;

/** Tables begin at multiples of four octets. */
const padded = (length: number): number => (length + 3) & ~3;

/**
 * The SFNT inside a WOFF file. A file that is not WOFF comes back as it is.
 *
 * @throws {Error} from zlib, where a table is damaged; `RangeError` where the file is cut off
 */
export function unpackWoff(file: Buffer): Buffer {
  if (file.length < HEADER || file.readUInt32BE(0) !== SIGNATURE) return file;
  const tables = Array.from({ length: file.readUInt16BE(12) }, (_, k) => {
    const at = HEADER + k * ENTRY;
    const [offset, packed, length] = [file.readUInt32BE(at + 4), file.readUInt32BE(at + 8), file.readUInt32BE(at + 12)];
    const data = file.subarray(offset, offset + packed);
    if (data.length < packed) throw new RangeError('The font file is cut off.');
    return { tag: file.subarray(at, at + 4), checksum: file.readUInt32BE(at + 16), data: packed < length ? inflateSync(data) : data };
  });
  const first = 12 + 16 * tables.length;
  const out = Buffer.alloc(first + tables.reduce((sum, { data }) => sum + padded(data.length), 0));
  out.writeUInt32BE(file.readUInt32BE(4), 0);
  out.writeUInt16BE(tables.length, 4);
  // The three figures for a binary search in the directory, as SFNT asks for them.
  const steps = Math.floor(Math.log2(Math.max(1, tables.length)));
  out.writeUInt16BE(16 * 2 ** steps, 6);
  out.writeUInt16BE(steps, 8);
  out.writeUInt16BE(16 * (tables.length - 2 ** steps), 10);
  let offset = first;
  tables.forEach(({ tag, checksum, data }, k) => {
    const at = 12 + 16 * k;
    tag.copy(out, at);
    out.writeUInt32BE(checksum, at + 4);
    out.writeUInt32BE(offset, at + 8);
    out.writeUInt32BE(data.length, at + 12);
    data.copy(out, offset);
    offset += padded(data.length);
  });
  return out;
}
