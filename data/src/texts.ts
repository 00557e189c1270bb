/** The texts that ship: Markdown with a small header, in `data/texts/`. */
import { readdirSync, readFileSync } from 'node:fs';

export const TEXT_KINDS = ['story', 'information', 'verse', 'captions'] as const;
export interface ShippedText {
  readonly id: string;
  readonly title: string;
  readonly kind: (typeof TEXT_KINDS)[number];
  readonly text: string;
}

/** A text's file read: `title` and `kind` between two lines of dashes, then the text. */
export function parseText(id: string, file: string): ShippedText {
  const match = /^---\r?\n([\s\S]*?)\r?\n---\r?\n([\s\S]*)$/.exec(file);
  const header = new Map(
    (match?.[1] ?? '').split(/\r?\n/).map((line) => [line.slice(0, line.indexOf(':')).trim(), line.slice(line.indexOf(':') + 1).trim()]),
  );
  const kind = TEXT_KINDS.find((k) => k === header.get('kind'));
  const title = header.get('title');
  if (!match || !title || !kind)
    throw new Error(`${id}: a text starts with its title and its kind (${TEXT_KINDS.join(', ')}) between lines of three dashes.`);
  // a single line break is no break of the text
  return { id, title, kind, text: match[2]!.trim().replace(/([^\n])\r?\n(?!\r?\n)/g, '$1 ') };
}

const folder = new URL('../texts/', import.meta.url);
export const TEXTS: readonly ShippedText[] = readdirSync(folder)
  .filter((name) => name.endsWith('.md'))
  .sort()
  .map((name) => parseText(name.slice(0, -3), readFileSync(new URL(name, folder), 'utf8')));
