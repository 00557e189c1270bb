/** Teaching orders as something to build and exchange: what each step opens, what is wrong with one, and its file forms. */
import { CoreError } from '../errors.js';
import type { Gpc, Lexicon } from './lexicon.js';
import { normaliseWord, splitGpc } from './segment.js';
import { confusability } from './shape.js';
import { SOUNDS } from './sounds.js';
import type { Style, TeachingOrder, TeachingStep } from './teaching-order.js';
import { offerableWords } from './word-index.js';

export const ORDER_FORMAT = 'keen-sapling-teaching-order';
export const STYLES: readonly Style[] = ['revisit to apply', 'cue and answer', 'cards and dictation'];

export interface StepOpening {
  /** Words readable after this step, irregular ones that were taught as wholes among them. */
  words: number;
  /** Words that this step opened. */
  opened: number;
  /** Share of running speech, among words that may be offered to children, that is readable after this step: 0 to 1. */
  heardShare: number;
  /** The commonest words that it opened. */
  examples: string[];
}

const COUNTED_FROM_PER_MILLION = 2;
const EXAMPLES = 8;

/**
 * What each step of an order opens: words readable after it, counted among words heard at least twice in
 * a million. One pass over the words, so it can follow every drag.
 * @example orderCurve(lexicon, order.steps).at(-1).words
 */
export function orderCurve(lexicon: Lexicon, steps: readonly TeachingStep[]): StepOpening[] {
  const stepOf = new Uint16Array(lexicon.pairs.length).fill(0xffff);
  const wholes = new Map<string, number>();
  steps.forEach((step, k) => {
    for (const gpc of step.gpcs) {
      const index = lexicon.pairIndex.get(gpc);
      if (index !== undefined) stepOf[index] = Math.min(stepOf[index]!, k);
    }
    for (const word of step.words) if (!wholes.has(word)) wholes.set(word, k);
  });
  const out: StepOpening[] = steps.map(() => ({ words: 0, opened: 0, heardShare: 0, examples: [] }));
  const opened: { word: string; perMillion: number }[][] = steps.map(() => []);
  let heard = 0;
  const heardAt = new Float64Array(steps.length);
  for (const word of offerableWords(lexicon)) {
    if (word.perMillion < COUNTED_FROM_PER_MILLION) continue;
    heard += word.perMillion;
    let last = 0;
    for (const pair of word.needs) last = Math.max(last, stepOf[pair]!);
    const at = Math.min(last, wholes.get(word.word) ?? 0xffff);
    if (at === 0xffff) continue;
    opened[at]!.push(word);
    heardAt[at]! += word.perMillion;
  }
  let words = 0;
  let share = 0;
  out.forEach((step, k) => {
    words += opened[k]!.length;
    share += heardAt[k]!;
    step.words = words;
    step.opened = opened[k]!.length;
    step.heardShare = heard === 0 ? 0 : share / heard;
    step.examples = opened[k]!.sort((a, b) => b.perMillion - a.perMillion)
      .slice(0, EXAMPLES)
      .map((w) => w.word);
  });
  return out;
}

export interface OrderRemark {
  step: number;
  gpc?: Gpc;
  word?: string;
  remark: string;
}

const CLOSE = 3;

/** What a colleague might ask about an order: pairs easily mixed up that stand close together, words that need no teaching as wholes. */
export function orderRemarks(lexicon: Lexicon, steps: readonly TeachingStep[]): OrderRemark[] {
  const out: OrderRemark[] = [];
  const flat = steps.flatMap((step, k) => step.gpcs.map((gpc) => ({ gpc, step: k })));
  flat.forEach(({ gpc, step }, k) => {
    for (const before of flat.slice(Math.max(0, k - CLOSE), k))
      if (confusability(before.gpc, gpc) === 2 && splitGpc(before.gpc).grapheme !== splitGpc(gpc).grapheme)
        out.push({ step, gpc, remark: `is easily mixed up with ${before.gpc}, taught just before` });
    if (!lexicon.pairIndex.has(gpc)) out.push({ step, gpc, remark: 'is in no word of the lexicon' });
  });
  const stepOf = new Map(flat.map(({ gpc, step }) => [gpc, step]));
  steps.forEach((step, k) => {
    for (const word of step.words) {
      const segmentation = lexicon.get(word)?.segmentations[0];
      if (segmentation && segmentation.units.every((u) => (stepOf.get(`${u.grapheme}:${u.sound}`) ?? Infinity) <= k))
        out.push({ step: k, word, remark: 'can be sounded out by this step: it need not be taught as a whole' });
    }
  });
  return out;
}

/** An order as a file: JSON with its format named. */
export function orderToJson(order: TeachingOrder): string {
  const { name, style, steps } = order;
  return `${JSON.stringify({ format: ORDER_FORMAT, version: 1, name, style, steps }, null, 2)}\n`;
}

/** The columns of an order as CSV, one row a step; pairs and words are parted by spaces. */
export const ORDER_COLUMNS = ['step', 'pairs', 'irregular words'] as const;
export function orderToRows(order: Pick<TeachingOrder, 'steps'>): string[][] {
  return [[...ORDER_COLUMNS], ...order.steps.map((s) => [s.name, s.gpcs.join(' '), s.words.join(' ')])];
}

export type OrderDraft = Pick<TeachingOrder, 'name' | 'style' | 'steps'>;

/**
 * Reads an order from the text of a JSON file.
 * @throws CoreError `bad-input` with the path of what is wrong.
 */
export function orderFromJson(text: string): OrderDraft {
  let value: unknown;
  try {
    value = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch {
    throw new CoreError('bad-input', 'file', 'The file is not readable as JSON.');
  }
  const file = value as Partial<OrderDraft> & { format?: string };
  if (typeof file !== 'object' || file === null || file.format !== ORDER_FORMAT)
    throw new CoreError('bad-input', 'format', `The file does not say that it is a teaching order ("format": "${ORDER_FORMAT}").`);
  const { version } = value as { version?: unknown };
  if (version !== 1)
    throw new CoreError(
      'bad-input',
      'version',
      `The file is of version ${JSON.stringify(version) ?? 'none'}; this program reads version 1.`,
    );
  if (!Array.isArray(file.steps)) throw new CoreError('bad-input', 'steps', 'The file has no list of steps.');
  return checkedOrder({
    name: typeof file.name === 'string' ? file.name : '',
    style: file.style as Style,
    steps: file.steps.map((step: Partial<TeachingStep>, k) => ({
      name: typeof step?.name === 'string' ? step.name : `Step ${k + 1}`,
      gpcs: listAt(step?.gpcs, `steps.${k}.gpcs`),
      words: listAt(step?.words, `steps.${k}.words`),
    })),
  });
}

function listAt(value: unknown, path: string): string[] {
  if (value === undefined) return [];
  if (!Array.isArray(value) || value.some((v) => typeof v !== 'string'))
    throw new CoreError('bad-input', path, `${path} is not a list of texts.`);
  return value as string[];
}

/**
 * Reads an order from the rows of a CSV file. The header may stand in any order and case; a row without a
 * step name continues the one before.
 * @throws CoreError `bad-input` with the row.
 */
export function orderFromRows(rows: readonly (readonly string[])[], name: string, style: Style): OrderDraft {
  const header = (rows[0] ?? []).map((cell) =>
    cell
      .replace(/^\uFEFF/, '')
      .trim()
      .toLowerCase(),
  );
  const column = (...names: string[]): number => header.findIndex((cell) => names.includes(cell));
  const [stepAt, pairsAt, wordsAt] = [column('step', 'name'), column('pairs', 'gpcs', 'pair'), column('irregular words', 'words', 'word')];
  if (pairsAt < 0) throw new CoreError('bad-input', 'row 1', 'The first row names no column "pairs".');
  const steps: { name: string; gpcs: string[]; words: string[] }[] = [];
  for (const row of rows.slice(1)) {
    if (row.every((cell) => cell.trim() === '')) continue;
    const step = stepAt < 0 ? '' : (row[stepAt] ?? '').trim();
    const last = steps.at(-1);
    const into = last && (step === '' || step === last.name) ? last : { name: step || `Step ${steps.length + 1}`, gpcs: [], words: [] };
    if (into !== last) steps.push(into);
    into.gpcs.push(...cells(row[pairsAt]));
    into.words.push(...cells(wordsAt < 0 ? '' : row[wordsAt]));
  }
  return checkedOrder({ name, style, steps });
}
const cells = (cell: string | undefined): string[] => (cell ?? '').split(/[\s,;]+/).filter(Boolean);

/**
 * An order that can be kept: every pair well formed with a sound of the notation, every pair and word once.
 * @throws CoreError `bad-input`, `unknown-pair` or `empty`, with the path.
 */
export function checkedOrder(draft: OrderDraft): OrderDraft {
  const name = draft.name.trim();
  if (name === '') throw new CoreError('bad-input', 'name', 'The order needs a name.');
  if (!STYLES.includes(draft.style)) throw new CoreError('bad-input', 'style', `The style is one of: ${STYLES.join(', ')}.`);
  if (draft.steps.length === 0) throw new CoreError('empty', 'steps', 'An order needs at least one step.');
  const pairs = new Set<Gpc>();
  const words = new Set<string>();
  const steps = draft.steps.map((step, k) => {
    for (const gpc of step.gpcs) {
      const { grapheme, sound } = splitGpc(gpc);
      if (!/^([a-z]{1,6}|[aeiouy]_e)$/.test(grapheme) || !SOUNDS.has(sound))
        throw new CoreError('unknown-pair', `steps.${k}.gpcs`, `"${gpc}" is not a pair such as ai:ay.`);
      if (pairs.has(gpc)) throw new CoreError('bad-input', `steps.${k}.gpcs`, `${gpc} is taught twice.`);
      pairs.add(gpc);
    }
    const own = step.words.map((word) => normaliseWord(word.trim()));
    for (const word of own) {
      if (!/^[a-z][a-z'-]*$/.test(word)) throw new CoreError('bad-input', `steps.${k}.words`, `"${word}" is not a word.`);
      if (words.has(word)) throw new CoreError('bad-input', `steps.${k}.words`, `"${word}" is taught twice.`);
      words.add(word);
    }
    return { name: step.name.trim() || `Step ${k + 1}`, gpcs: [...step.gpcs], words: own };
  });
  if (pairs.size === 0) throw new CoreError('empty', 'steps', 'An order needs at least one pair.');
  return { name, style: draft.style, steps };
}
