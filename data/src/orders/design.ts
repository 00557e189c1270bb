/**
 * Designs the teaching orders by counting: at each place comes the pair that opens most of what children
 * meet, among those the stage allows, weighted by what the way of working values and kept away from what it
 * is easily mixed up with. Then the words that children meet before their pairs are placed as wholes. Nothing here is
 * recalled from a published order; `npm run orders -w data` writes the results and prints their figures, with `-- pages` only the
 * pages in docs/orders/, for the orders as they are. The reasons are in docs/decisions/teaching-order.md.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { loadLexicon } from '@sapling/core';
import {
  confusability,
  isLightPair,
  offerableWords,
  shareOfGrapheme,
  type Gpc,
  type TeachingOrder,
  type TeachingStep,
} from '@sapling/core/phonics';
import { BEFORE, DESIGNS, EARLY_WORDS, FAR_APART, type Design } from './designs.js';

const COUNTED_FROM_PER_MILLION = 4;
/** What a pair must be apart from what it is easily mixed up with. */
const PLACES_APART = 8;
const STEPS_APART = 2;
const LIGHT_A_STEP = 3;
/** A word whose pairs come within so many steps waits for them. */
const SOON = 3;
const COMMONEST = 100;
const COMMON = 300;
const COMMONEST_BY = 0.45;
/** Common in speech, and no words to give a place among the few that are learned whole. */
const NO_WHOLES = new Set(['guy', 'guys', 'gonna']);

const lexicon = await loadLexicon();
const share = shareOfGrapheme(lexicon);
const soundTotals = new Map<string, number>();
for (const pair of lexicon.pairs) soundTotals.set(pair.sound, (soundTotals.get(pair.sound) ?? 0) + pair.count);
const all = [...offerableWords(lexicon)].sort((a, b) => b.perMillion - a.perMillion);
const words = all
  .filter((w) => w.perMillion >= COUNTED_FROM_PER_MILLION)
  .map((w) => ({ word: w.word, pairs: [...w.needs], weight: Math.log2(1 + w.perMillion) }));
const index = (gpc: Gpc): number => {
  const k = lexicon.pairIndex.get(gpc);
  if (k === undefined) throw new Error(`${gpc} is in no word.`);
  return k;
};

interface Placed {
  readonly gpc: Gpc;
  readonly step: number;
}

function placePairs(plan: Design): Gpc[][] {
  const taught = new Set<number>();
  const placed: Placed[] = [];
  const steps: Gpc[][] = [];
  const inOrder = new Set(plan.stages.flatMap((s) => s.pairs));
  const put = (gpc: Gpc): void => {
    taught.add(index(gpc));
    placed.push({ gpc, step: steps.length - 1 });
    steps.at(-1)!.push(gpc);
  };
  /** What a pair opens: words that it completes, and a fifth for each word that would still lack one more, and so on. */
  const worth = (candidate: number): number => {
    let sum = 0;
    for (const word of words) {
      if (!word.pairs.includes(candidate)) continue;
      const missing = word.pairs.filter((p) => !taught.has(p) && p !== candidate).length;
      if (missing <= 3) sum += (word.weight * (word.pairs.length <= 4 ? 1 : 0.5)) / 5 ** missing;
    }
    const pair = lexicon.pairs[candidate]!;
    return sum * plan.value(pair, share.get(pair.gpc)!, pair.count / soundTotals.get(pair.sound)!);
  };
  const farEnough = (gpc: Gpc): boolean =>
    FAR_APART.every(([left, right]) => {
      const others = left.includes(gpc) ? right : right.includes(gpc) ? left : [];
      return others.every((other) => {
        const at = placed.findIndex((p) => p.gpc === other);
        return at < 0 || (placed.length - at >= PLACES_APART && steps.length - 1 - placed[at]!.step >= STEPS_APART);
      });
    });
  const inTurn = (gpc: Gpc): boolean => BEFORE.every(([first, then]) => then !== gpc || !inOrder.has(first) || taught.has(index(first)));
  for (const stage of plan.stages) {
    for (;;) {
      const left = (light: boolean) => stage.pairs.filter((gpc) => isLightPair(gpc) === light && !taught.has(index(gpc)));
      if (left(false).length + left(true).length === 0) break;
      steps.push([]);
      for (let n = 0; n < stage.perStep; n += 1) {
        const recent = placed.slice(-plan.keepApart).map((p) => p.gpc);
        const ranked = left(false)
          .filter((gpc) => farEnough(gpc) && inTurn(gpc))
          .map((gpc) => {
            const clash = Math.max(0, ...recent.map((other) => confusability(other, gpc)));
            return { gpc, score: worth(index(gpc)) * [1, 0.25, 0.1][clash]! };
          })
          .sort((a, b) => b.score - a.score || (a.gpc < b.gpc ? -1 : 1));
        if (!ranked[0]) break;
        put(ranked[0].gpc);
      }
      // letters doubled, and the like, cost a child nothing: they come along as soon as they open anything
      const light = left(true)
        .filter((gpc) => taught.has(index(`${gpc[0]!}:${gpc.split(':')[1]!}`)))
        .sort((a, b) => worth(index(b)) - worth(index(a)))
        .slice(0, steps.at(-1)!.length === 0 ? 6 : LIGHT_A_STEP);
      for (const gpc of light) put(gpc);
      if (steps.at(-1)!.length === 0) {
        // nothing may come yet: the next stage's pairs part what is left, which it takes along
        steps.pop();
        const next = plan.stages[plan.stages.indexOf(stage) + 1];
        if (!next) throw new Error(`${plan.id}: ${left(false).join(' ')} cannot be placed.`);
        (next.pairs as Gpc[]).push(...left(false), ...left(true));
        break;
      }
      // one or two left over at the end of a stage go with the step before
      if (left(false).length + left(true).length === 0 && steps.at(-1)!.length <= Math.ceil(stage.perStep / 2) && steps.length > 1)
        steps.at(-2)!.push(...steps.pop()!);
    }
  }
  return steps;
}

/** Places words as wholes: the commonest early, only while their pairs are far off, and best once most of their pairs are known. */
function placeWords(plan: Design, pairs: readonly (readonly Gpc[])[]): string[][] {
  const last = pairs.length;
  const stepOf = new Map<number, number>();
  pairs.forEach((step, k) => step.forEach((gpc) => stepOf.set(index(gpc), k)));
  const reached = (word: { needs: readonly number[] }): number => Math.max(...word.needs.map((p) => stepOf.get(p) ?? Infinity));
  const wanted = new Map<string, number>();
  const ask = (word: string, by: number): void => void wanted.set(word, Math.min(wanted.get(word) ?? Infinity, by));
  for (const [part, list] of EARLY_WORDS) for (const word of list.split(' ')) ask(word, Math.floor(part * last));
  all.slice(0, COMMONEST).forEach((w) => ask(w.word, Math.floor((COMMONEST_BY - 0.04) * last)));
  all.slice(COMMONEST, COMMON).forEach((w, k) => ask(w.word, Math.floor((COMMONEST_BY + (0.35 * k) / (COMMON - COMMONEST)) * last)));
  const out: string[][] = pairs.map(() => []);
  const info = new Map(all.map((w) => [w.word, w]));
  const queue = [...wanted]
    .map(([word, by]) => ({ word, by, entry: info.get(word)! }))
    .filter(({ word, entry, by }) => entry !== undefined && reached(entry) > by && !NO_WHOLES.has(word))
    .sort((a, b) => a.by - b.by || b.entry.perMillion - a.entry.perMillion);
  for (const { word, by, entry } of queue) {
    const lacks = (k: number): number => entry.pairs.filter((p) => (stepOf.get(p) ?? Infinity) > k).length;
    const rank = all.indexOf(entry);
    const first = EARLY_WORDS.some(([, list]) => list.split(' ').includes(word)) ? 0 : rank < COMMONEST ? 0.14 : 0.28;
    // as soon as all but its odd part is known; with one word more a step where there is no room otherwise
    const room = (k: number, more: number): boolean => out[k]!.length < plan.wordsPerStep + more;
    const places = (more: number): number[] =>
      Array.from({ length: by }, (_, k) => k).filter((k) => k >= Math.max(1, first * last) && room(k, more));
    const ranked = (more: number): number[] => places(more).sort((a, b) => Math.min(lacks(a), 3) - Math.min(lacks(b), 3) || a - b);
    const at = [...ranked(0), ...ranked(1), ...ranked(2)][0];
    if (at === undefined) throw new Error(`${plan.id}: no room for “${word}” before step ${by + 1}.`);
    const latest = rank < COMMONEST ? COMMONEST_BY * last - 1 : by + 1;
    if (reached(entry) - at <= SOON && reached(entry) <= latest) continue;
    out[at]!.push(word);
  }
  for (const step of out) step.sort((a, b) => info.get(b)!.perMillion - info.get(a)!.perMillion);
  return out;
}

function figures(order: TeachingOrder): string[] {
  const flat = order.steps.flatMap((s, k) => s.gpcs.map((gpc) => ({ gpc, step: k })));
  const at = new Map(flat.map((p, place) => [p.gpc, { place, step: p.step }]));
  const whole = new Map(order.steps.flatMap((s, k) => s.words.map((w) => [w, k] as const)));
  const when = (w: (typeof all)[number]): number =>
    Math.min(whole.get(w.word) ?? Infinity, Math.max(...w.needs.map((p) => at.get(lexicon.pairs[p]!.gpc)?.step ?? Infinity)));
  const late = all.slice(0, COMMONEST).filter((w) => when(w) + 1 > COMMONEST_BY * order.steps.length);
  const never = all.slice(0, COMMON).filter((w) => when(w) === Infinity);
  const near = FAR_APART.flatMap(([left, right]) =>
    left.flatMap((a) =>
      right.map((b) => [a, b, Math.abs(at.get(a)!.place - at.get(b)!.place), Math.abs(at.get(a)!.step - at.get(b)!.step)] as const),
    ),
  );
  return [
    `${order.steps.length} steps, ${flat.length} pairs (${flat.filter((p) => isLightPair(p.gpc)).length} light), ${whole.size} irregular words`,
    `of the ${COMMONEST} commonest words later than ${COMMONEST_BY * 100} %: ${late.map((w) => w.word).join(' ') || 'none'}`,
    `of the ${COMMON} commonest never readable: ${never.map((w) => w.word).join(' ') || 'none'}`,
    `places and steps apart: ${near.map(([a, b, places, stepsApart]) => `${a}/${b} ${places}, ${stepsApart}`).join('; ')}`,
    `book words readable at the end: ${all.filter((w) => when(w) < Infinity).length} of ${all.length}`,
  ];
}

/** How many of the commonest book words are readable after each step. */
function readableAfter(order: TeachingOrder, among: number): number[] {
  const at = new Map(order.steps.flatMap((s, k) => s.gpcs.map((gpc) => [gpc, k] as const)));
  const whole = new Map(order.steps.flatMap((s, k) => s.words.map((w) => [w, k] as const)));
  const when = all
    .slice(0, among)
    .map((w) => Math.min(whole.get(w.word) ?? Infinity, Math.max(...w.needs.map((p) => at.get(lexicon.pairs[p]!.gpc) ?? Infinity))));
  return order.steps.map((_, k) => when.filter((step) => step <= k).length);
}

/** The page of an order: why it is as it is, with its figures. Written by `npm run orders -w data`. */
function page(plan: Design, order: TeachingOrder): string {
  const [hundred, common] = [readableAfter(order, COMMONEST), readableAfter(order, COMMON)];
  const shown = (gpc: Gpc): string => `${gpc.split(':')[0]!.replace('_', '‑')} /${gpc.split(':')[1]}/${isLightPair(gpc) ? ' (light)' : ''}`;
  return [
    `# ${order.name}`,
    '',
    `For the way of working “${order.style}”. ${plan.why}`,
    '',
    'How all three are computed, and the rules that none may break: [teaching-order.md](../decisions/teaching-order.md).',
    '',
    '## What holds',
    '',
    ...figures(order).map((line) => `- ${line}`),
    '',
    '## Steps',
    '',
    `| Step | Pairs | Irregular words | of the ${COMMONEST} commonest | of the ${COMMON} commonest |`,
    '| ---: | --- | --- | ---: | ---: |',
    ...order.steps.map(
      (s, k) =>
        `| ${k + 1} | ${s.gpcs.map(shown).join(', ')} | ${s.words.map((w) => (w === 'i' ? 'I' : w)).join(', ')} | ${hundred[k]} | ${common[k]} |`,
    ),
    '',
  ].join('\n');
}

/** An order designed anew from the book as it is now. */
function designed(plan: Design): TeachingOrder {
  const pairs = placePairs(plan);
  const wholes = placeWords(plan, pairs);
  const steps: TeachingStep[] = pairs.map((gpcs, k) => ({ name: `Step ${k + 1}`, gpcs, words: wholes[k]! }));
  return { id: plan.id, name: plan.name, style: plan.style, steps };
}

// schools work by an order for years: `-- pages` leaves the orders alone and only says anew what holds of them
const pagesOnly = process.argv.includes('pages');
for (const plan of DESIGNS) {
  const file = new URL(`./${plan.id}.json`, import.meta.url);
  const order = pagesOnly ? (JSON.parse(readFileSync(file, 'utf8')) as TeachingOrder) : designed(plan);
  if (!pagesOnly) writeFileSync(file, `${JSON.stringify(order, null, 2)}\n`);
  writeFileSync(new URL(`../../../docs/orders/${plan.id}.md`, import.meta.url), page(plan, order));
  console.log(`\n${order.name} (${order.style})`);
  for (const step of order.steps) console.log(step.name.padEnd(8), step.gpcs.join(' ').padEnd(60), step.words.join(' '));
  for (const line of figures(order)) console.log(line);
}
