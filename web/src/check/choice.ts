/** What a check is to ask, as it is chosen in Check and remembered on this device. */
import { DEFAULT_SETTINGS, saysSomething, type ChildLine, type SchoolSettings } from '@sapling/contract';
import { CHECK_KINDS, checkKind, type CheckItem, type CheckKind, type Choices, type ItemRequest } from '@sapling/core/checks';
import type { DictationText, Gpc, Taught } from '@sapling/core/phonics';
import { READS_FROM } from '@sapling/core/planning';
import { Unreachable } from '../api/client.js';
import { readOnce } from '../api/data.js';
import { pictured } from '../pictures/picture.js';
import { core } from '../workers/core.js';
import { clock } from '../clock.js';
import { NothingToAsk } from './nothing-to-ask.js';
import { say } from '../wording/say.js';
import { keepHere, keptAs, keptHere } from '../base.js';

export type Scope = 'all' | 'not secure' | 'unchecked' | 'due';
export const SCOPES: readonly { scope: Scope; word: string }[] = [
  { scope: 'all', word: 'everything taught' },
  { scope: 'not secure', word: say('all but the secure ones') },
  { scope: 'unchecked', word: 'only what was never checked' },
  { scope: 'due', word: 'what is due for another look' },
];
export interface Choice {
  readonly kind: CheckKind;
  readonly scope: Scope;
  /** Asks only the cards that tell most. */
  readonly quick?: boolean;
  readonly choices: Choices;
  readonly perLevel: number;
  /** Leaves pairs out of words that are a gap of this child, so that an error is about pushing together. */
  readonly knownOnly: boolean;
  readonly late?: 'memory' | 'paper';
  /** Just these pairs, whatever the scope. */
  readonly only?: readonly Gpc[];
}
export const DEFAULT_CHOICE: Choice = { kind: 'see-say', scope: 'all', choices: 4, perLevel: 3, knownOnly: true };

export function cardsFor(child: ChildLine, scope: Scope, now = clock.ms(), dueAfterDays: number = DEFAULT_SETTINGS.dueAfterDays): Gpc[] {
  return child.line
    .filter((c) => {
      if (scope === 'all') return true;
      if (scope === 'unchecked') return c.state === 'unchecked';
      if (scope === 'due') return isDue(c, now, dueAfterDays);
      return c.state !== 'secure';
    })
    .map((c) => c.gpc);
}

/** Secure when last seen, and that is long ago: by the school's number of days, or so long that it is not secure any more. */
export function isDue(pair: { state: string; lastSeen: string | null; due: boolean }, now: number, dueAfterDays: number): boolean {
  if (pair.lastSeen === null) return false;
  return pair.due || (pair.state === 'secure' && now - Date.parse(pair.lastSeen) > dueAfterDays * 86_400_000);
}

export interface Asked {
  readonly kind: CheckKind;
  readonly stack: readonly string[];
  readonly items?: readonly CheckItem[];
  readonly quick?: boolean;
  readonly late?: 'memory' | 'paper';
}

/**
 * The items of a check for one child. Words and pictures are made by the core worker.
 * @throws NothingToAsk where the choice leaves nothing.
 */
export async function itemsFor(
  child: ChildLine,
  choice: Choice,
  taught: Taught,
  seed: number,
  avoid: readonly string[] = [],
): Promise<Asked> {
  const { kind, late } = choice;
  const timing = late ? { late } : {};
  if (choice.quick && checkKind(kind).byCard) {
    const stack = child.line.map((c) => c.gpc);
    if (stack.length === 0) throw new NothingToAsk('The class has not been taught anything yet.');
    return { kind, stack, quick: true };
  }
  const items = await made(child, choice, taught, seed, avoid);
  if (items.length === 0) throw new NothingToAsk('There is nothing to ask in that choice.');
  if (checkKind(kind).byCard) return { kind, stack: items.map((i) => i.key), ...timing };
  return { kind, stack: items.map((i) => i.key), items, ...timing };
}

/** A gap, and what is likelier not known than known, asked or not: a word with it says nothing of blending. */
const likelyBeyond = (pair: ChildLine['line'][number]): boolean => pair.state === 'gap' || (saysSomething(pair) && pair.known < READS_FROM);

async function made(child: ChildLine, choice: Choice, taught: Taught, seed: number, avoid: readonly string[]): Promise<CheckItem[]> {
  const kind = checkKind(choice.kind);
  const all = child.line.map((c) => c.gpc);
  const ask = choice.only
    ? all.filter((gpc) => choice.only!.includes(gpc))
    : cardsFor(child, choice.scope, clock.ms(), choice.scope === 'due' ? await dueAfterDays() : undefined);
  if (kind.from === 'pairs' && ask.length === 0) throw new NothingToAsk('There is no card in that choice for this child.');
  const beyond = new Set(choice.knownOnly ? child.line.filter(likelyBeyond).map((c) => c.gpc) : []);
  const request: ItemRequest = {
    all,
    ask,
    taught,
    readable: { gpcs: taught.gpcs.filter((gpc) => !beyond.has(gpc)), words: taught.words },
    perLevel: choice.perLevel,
    choices: choice.choices,
    seed,
    avoid,
    pictured: kind.from === 'pictures' ? await pictured() : [],
    texts: kind.dictates ? await textsToDictate() : [],
  };
  return kind.from === 'pairs' ? kind.items(request) : core().checkItems(choice.kind, request);
}

/** After how many days this school looks again; as shipped where that cannot be read. */
async function dueAfterDays(): Promise<number> {
  try {
    return (await readOnce('settings')).dueAfterDays;
  } catch (error) {
    if (error instanceof Unreachable) return DEFAULT_SETTINGS.dueAfterDays;
    throw error;
  }
}

/** Texts that sentences are taken from; out of reach, words alone are dictated. */
async function textsToDictate(): Promise<DictationText[]> {
  try {
    return (await readOnce('texts')).map(({ id, title, text }) => ({ id, title, text }));
  } catch (error) {
    if (error instanceof Unreachable) return [];
    throw error;
  }
}

/** The kinds of check that this school does. Before its settings are read, those that every school does. */
export const kindsOffered = (settings: Pick<SchoolSettings, 'madeUpWords' | 'letterNames'> | undefined): CheckKind[] => {
  const used = { 'made-up words': settings?.madeUpWords !== 'not at all', 'letter names': settings?.letterNames ?? false };
  return CHECK_KINDS.filter((kind) => {
    const { onlyWith } = checkKind(kind);
    return onlyWith === undefined || used[onlyWith];
  });
};
/** The same choice, but for a kind that the school has stopped doing since it was chosen. */
export const asOffered = (choice: Choice, settings: Parameters<typeof kindsOffered>[0]): Choice =>
  settings === undefined || kindsOffered(settings).includes(choice.kind) ? choice : { ...choice, kind: DEFAULT_CHOICE.kind };

const KEPT = keptAs('sapling-check-choice');
/** What was chosen last on this device: beside a row of children it is chosen once. */
export function lastChoice(): Choice {
  try {
    const kept = { ...DEFAULT_CHOICE, ...(JSON.parse(keptHere(KEPT) ?? '{}') as Partial<Choice>) };
    return CHECK_KINDS.includes(kept.kind) ? kept : DEFAULT_CHOICE;
  } catch {
    return DEFAULT_CHOICE;
  }
}
export function keepChoice(choice: Choice): void {
  const { late: _late, quick: _quick, ...rest } = choice;
  keepHere(KEPT, JSON.stringify(rest));
}
