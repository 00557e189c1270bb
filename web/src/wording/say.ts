/**
 * What the interface says: every text of its source comes through here when it is built (`web/messages`), so that a school's own
 * words and another language reach each of them. What a variable holds is put in afterwards, unchanged.
 */
import { ownWording, type OwnWords } from '@sapling/core/wording';
import { createElement, Fragment, type ReactNode } from 'react';
import { keepHere, keptAs, keptHere } from '../base.js';

/** How this interface speaks. */
export interface Wording {
  readonly words: OwnWords;
  /** BCP 47: British or American English, or a translation that ships. */
  readonly language: string;
  readonly dateOrder: '24 Nov' | 'Nov 24';
  /** Whose names of days and months are shown, BCP 47; those of the language where nothing is said. */
  readonly dateLanguage?: string;
}
/** A catalogue: what a message of the source is in another language, or in the other spelling. */
export type Catalogue = Readonly<Record<string, string>>;

const KEPT = keptAs('sapling.wording');
const PLAIN: Wording = { words: {}, language: 'en-GB', dateOrder: '24 Nov' };

function read(): { wording: Wording; catalogue: Catalogue } {
  try {
    const kept = JSON.parse(keptHere(KEPT) ?? 'null') as { wording: Wording; catalogue: Catalogue } | null;
    return kept ? { ...kept, wording: { ...PLAIN, ...kept.wording } } : { wording: PLAIN, catalogue: {} };
  } catch {
    // something else was kept there
    return { wording: PLAIN, catalogue: {} };
  }
}

let { wording, catalogue } = read();
let own = ownWording(wording.words);
const pieces = new Map<string, readonly (string | number)[]>();

/** Says in which language the page is, for whoever reads it out. */
function tellPage(): void {
  if (typeof document !== 'undefined') document.documentElement.lang = wording.language;
}
tellPage();

/** The wording in use. */
export const wordingNow = (): Wording => wording;

/**
 * Keeps the wording of a school for the next opening of a page.
 * @returns whether a page opened anew speaks otherwise: it is another wording than now, and there is a place to keep it in
 */
export function keepWording(next: Wording, translated: Catalogue): boolean {
  const kept = JSON.stringify({ wording: next, catalogue: translated });
  const before = JSON.stringify({ wording, catalogue });
  if (kept === before) return false;
  // without a place for it this page speaks so from now on, and one that is opened anew would not
  const stays = keepHere(KEPT, kept);
  ({ wording, catalogue } = { wording: next, catalogue: translated });
  own = ownWording(wording.words);
  pieces.clear();
  tellPage();
  return stays;
}

/** A message cut at its places, in the school's words. */
function piecesOf(message: string): readonly (string | number)[] {
  let found = pieces.get(message);
  if (!found) {
    const text = catalogue[message] ?? message;
    // a school's words are English ones; a translation has its own
    const worded = wording.language.startsWith('en') ? own(text) : text;
    found = worded
      .split(/\{(\d+)\}/)
      .flatMap((piece, k): (string | number)[] => (k % 2 === 1 ? [Number(piece)] : piece === '' ? [] : [piece]));
    pieces.set(message, found);
  }
  return found;
}

/**
 * A message of the source as it is said here. Text where every place holds text, or else what React shows.
 * @param values what stands in its places
 */
export function say(message: string, values: readonly unknown[] = []): string {
  const parts = piecesOf(message);
  if (parts.length === 1 && typeof parts[0] === 'string') return parts[0];
  const all = parts.map((part) => (typeof part === 'number' ? values[part] : part));
  const plain = all.every((value) => typeof value === 'string' || typeof value === 'number');
  // typed as text for whoever asks for a string; whoever asks for a node may get one
  return plain ? all.join('') : (createElement(Fragment, null, ...(all as ReactNode[])) as unknown as string);
}

/** A sentence that was put together elsewhere (in the core, by the server), in the school's words: only where no name and no word a child reads is in it. */
export const inOwnWords = (sentence: string): string =>
  wording.language.startsWith('en') ? own(catalogue[sentence] ?? sentence) : (catalogue[sentence] ?? sentence);
