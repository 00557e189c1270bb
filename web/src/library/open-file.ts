/** Reads a text out of a file: plain, Markdown or .docx. Nothing leaves the device. */
import { decode } from '../ui/decode.js';

const LARGEST = 5_000_000;

export class FileTrouble extends Error {
  override readonly name = 'FileTrouble';
}

/** @throws FileTrouble with a sentence that says what was wrong; what was there before is kept by the caller. */
export async function readTextFile(file: File): Promise<string> {
  if (file.size > LARGEST) throw new FileTrouble(`“${file.name}” is larger than 5 MB. Nothing was read; what was here is still here.`);
  if (/\.docx$/i.test(file.name)) {
    try {
      const { extractRawText } = await import('mammoth/mammoth.browser.js');
      return tidy((await extractRawText({ arrayBuffer: await file.arrayBuffer() })).value);
    } catch {
      throw new FileTrouble(`“${file.name}” cannot be read as a .docx file. Nothing was read; what was here is still here.`);
    }
  }
  if (!/\.(txt|md|markdown|text)$/i.test(file.name) && !file.type.startsWith('text/'))
    throw new FileTrouble(`“${file.name}” is no text: open a .txt, .md or .docx file. What was here is still here.`);
  const bytes = new Uint8Array(await file.arrayBuffer());
  const text = decode(bytes);
  // a file with the header of a text is handed on whole: its questions and words to explain belong to it
  const ours = /^\uFEFF?---\r?\n[\s\S]*?^title:/m.test(text);
  return tidy(/\.(md|markdown)$/i.test(file.name) && !ours ? fromMarkdown(text) : text);
}

/** Leaves the words of Markdown and drops its marks. */
export function fromMarkdown(text: string): string {
  return text
    .replace(/^\uFEFF?---\r?\n[\s\S]*?\r?\n---\r?\n/, '')
    .replace(/```[\s\S]*?```/g, '')
    .replace(/!\[[^\]]*\]\([^)]*\)/g, '')
    .replace(/\[([^\]]*)\]\([^)]*\)/g, '$1')
    .replace(/^\s{0,3}(#{1,6}|>|[-*+]|\d+\.)\s+/gm, '')
    .replace(/(\*\*|__|\*|_|`)(\S(?:[^\n]*?\S)?)\1/g, '$2');
}
const tidy = (text: string): string =>
  text
    .replace(/^\uFEFF/, '')
    .replace(/\r\n?/g, '\n')
    .replace(/\n{3,}/g, '\n\n')
    .trim();
