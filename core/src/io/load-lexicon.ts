/** Reading the lexicon from where it lies: the one place of the core that knows files and addresses. */
import { CoreError } from '../errors.js';
import { Lexicon } from '../phonics/lexicon.js';

/** Where a lexicon comes from: gzip bytes, an address to fetch, or the shipped file. */
export type LexiconSource = Uint8Array | ArrayBuffer | URL | string;

async function unzip(bytes: Uint8Array): Promise<string> {
  const stream = new Blob([bytes as BlobPart]).stream().pipeThrough(new DecompressionStream('gzip'));
  return new Response(stream).text();
}

async function readSource(source: LexiconSource): Promise<Uint8Array> {
  if (source instanceof Uint8Array) return source;
  if (source instanceof ArrayBuffer) return new Uint8Array(source);
  const url = source instanceof URL ? source : new URL(source, import.meta.url);
  if (url.protocol === 'file:') {
    const fs = 'node:fs/promises';
    const { readFile } = (await import(/* @vite-ignore */ fs)) as { readFile(path: URL): Promise<Uint8Array> };
    return readFile(url);
  }
  const response = await fetch(url);
  if (!response.ok) throw new CoreError('bad-lexicon', 'source', `The lexicon could not be fetched (${response.status}).`);
  return new Uint8Array(await response.arrayBuffer());
}

/**
 * Loads a lexicon, in Node and in a web worker alike; without a source, the shipped one.
 * @example const lexicon = await loadLexicon();
 */
export async function loadLexicon(source?: LexiconSource): Promise<Lexicon> {
  const bytes = await readSource(source ?? new URL('../../lexicon/lexicon.bin', import.meta.url));
  let text: string;
  try {
    text = await unzip(bytes);
  } catch {
    throw new CoreError('bad-lexicon', 'source', 'The lexicon file is damaged: it does not unpack.');
  }
  return new Lexicon(text);
}
