/** The demo children's checks of words, listening and spelling: made by the engine, answered by simulated children. */
import { seeded, seedFrom, type Random } from '@sapling/core';
import {
  aboutItem,
  spelledApart,
  decodingItems,
  irregularItems,
  listeningItems,
  spellingItems,
  type CheckItem,
  type CheckKind,
} from '@sapling/core/checks';
import type { Observation, Outcome } from '@sapling/core/evidence';
import { taughtAfter, type Gpc, type Lexicon } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';
import { PICTURED } from '../pictures/words.js';
import { TEXTS } from '../texts.js';
import { DEMO_WEEKS, schoolTime, type DemoSchool } from './school.js';
import { isThere, uuidAt, type HiddenChild } from './simulate.js';
import { NOT_PUSHED, slipsOf } from './slips.js';

const DAY = 86_400_000;
/** So many different lists a class and kind: making one for each child of the demo would keep people waiting. */
const VARIANTS = 2;
export interface DemoWordCheck {
  id: string;
  child: string;
  by: string;
  startedAt: string;
  finishedAt: string;
  kind: CheckKind;
  stack: string[];
  items: CheckItem[];
}
const PLAN: readonly { kind: CheckKind; chance: number; daysAgo: number }[] = [
  { kind: 'push together', chance: 0.45, daysAgo: 24 },
  { kind: 'made-up word', chance: 0.7, daysAgo: 17 },
  { kind: 'word', chance: 0.75, daysAgo: 12 },
  { kind: 'irregular word', chance: 0.6, daysAgo: 10 },
  { kind: 'spelling', chance: 0.5, daysAgo: 8 },
];

/** What each child can do beside knowing pairs, drawn from their own id. */
function skillOf(child: HiddenChild, random: Random): { blending: number; listening: number; spelling: number } {
  const lean = 3 * (child.ability - 0.45);
  const around = (): number => lean + 2.2 * (random() - 0.5);
  // who cannot push sounds together knows the letters all the same
  if (child.kind === 'blend') return { blending: -2.4 + random(), listening: -0.8 + random(), spelling: around() - 1 };
  return { blending: around() + 1.9, listening: around() + 2.3, spelling: around() + 0.3 };
}
const chance = (ability: number): number => 1 / (1 + Math.exp(-ability));

/** Checks of words with their observations; the same school gives the same ones. */
export function demoWords(
  lexicon: Lexicon,
  school: DemoSchool,
  asOf: string,
): { checks: DemoWordCheck[]; observations: (Observation & { check: string; card?: string })[] } {
  const checks: DemoWordCheck[] = [];
  const observations: (Observation & { check: string; card?: string })[] = [];
  const end = Date.parse(asOf);
  const made = new Map<string, CheckItem[]>();
  for (const child of school.children) {
    const random = seeded(seedFrom(`${child.id} words`));
    const schoolClass = school.classes.find((c) => c.id === child.classId)!;
    const order = TEACHING_ORDERS.find((o) => o.id === schoolClass.orderId)!;
    const taught = taughtAfter(order, schoolClass.taughtSteps);
    const truth = school.hidden.get(child.id)!;
    const skill = skillOf(truth, random);
    const by = school.colleagues.filter((c) => c.role !== 'lead' && c.classIds.includes(child.classId)).map((c) => c.id);
    for (const { kind, chance: often, daysAgo } of PLAN) {
      // who cannot blend is asked, whoever joined late only since
      if (random() > (truth.kind === 'blend' && kind !== 'spelling' ? 1 : often) || (truth.kind === 'late' && daysAgo > 18)) continue;
      const variant = `${schoolClass.id} ${kind} ${Math.floor(VARIANTS * random())}`;
      const items = made.get(variant) ?? itemsOf(lexicon, kind, taught, seedFrom(variant));
      made.set(variant, items);
      const startedAt = schoolTime(end - DAY * (daysAgo - Math.floor(4 * random())), random());
      const id = uuidAt(startedAt, random);
      const adult = by[Math.floor(random() * by.length)]!;
      let at = startedAt;
      for (const item of items) {
        const ms = Math.round(truth.pace * (1.2 + random()));
        at += ms + 2500;
        observations.push({
          id: uuidAt(at, random),
          child: child.id,
          by: adult,
          at: new Date(at).toISOString(),
          ...aboutItem(kind, item),
          ...answer(lexicon, kind, item, lackedBy(truth, item, kind, DEMO_WEEKS - daysAgo / 7, random), skill, random),
          ...(kind === 'spelling' ? {} : { ms }),
          check: id,
          card: item.key,
        });
      }
      checks.push({
        id,
        child: child.id,
        by: adult,
        startedAt: new Date(startedAt).toISOString(),
        finishedAt: new Date(at).toISOString(),
        kind,
        stack: items.map((i) => i.key),
        items,
      });
    }
  }
  return { checks, observations };
}

function itemsOf(
  lexicon: Lexicon,
  kind: CheckKind,
  taught: { gpcs: readonly string[]; words: readonly string[] },
  seed: number,
): CheckItem[] {
  const readable = { gpcs: [...taught.gpcs], words: [...taught.words] };
  if (kind === 'push together') return listeningItems(lexicon, kind, { pictured: Object.keys(PICTURED), perLevel: 2, seed });
  if (kind === 'irregular word') return irregularItems(lexicon, readable, { seed, limit: 12 });
  if (kind === 'spelling') return spellingItems(lexicon, { taught: readable, perLevel: 2, seed, texts: TEXTS });
  return decodingItems(lexicon, { taught: readable, madeUp: kind === 'made-up word', perLevel: 3, seed });
}

/** Pairs of an item that are not there for the child now; an irregular word's odd part is no pair that was taught. */
function lackedBy(truth: HiddenChild, item: CheckItem, kind: CheckKind, week: number, random: Random): Gpc[] {
  if (kind === 'irregular word') return [];
  return (item.units ?? []).map((u) => `${u.grapheme}:${u.sound}`).filter((gpc) => random() >= isThere(truth, gpc, week));
}
/** How often an item comes right although one of its pairs is not known: a real word may be known by sight. */
const BY_SIGHT: Partial<Record<CheckKind, number>> = { word: 0.2, 'made-up word': 0.06, spelling: 0.12 };

function answer(
  lexicon: Lexicon,
  kind: CheckKind,
  item: CheckItem,
  lacks: readonly Gpc[],
  skill: { blending: number; listening: number; spelling: number },
  random: Random,
): { outcome: Outcome; said?: string } {
  const length = 0.4 * Math.max(0, (item.units?.length ?? 3) - 3);
  if (kind === 'push together') {
    if (random() < chance(skill.listening - length)) return { outcome: 'right' };
    const other = item.options!.find((o) => !item.accept!.includes(o));
    return random() < 0.2 || !other ? { outcome: 'no answer' } : { outcome: 'wrong', said: other };
  }
  const can = lacks.length === 0 || random() < (BY_SIGHT[kind] ?? 0) ** lacks.length;
  if (kind === 'spelling') {
    const ok = can && random() < chance(skill.spelling + 0.8 - length);
    if (ok) return { outcome: 'right' };
    return { outcome: 'wrong', said: lacks.length > 0 ? spelledWithout(item, lacks[0]!) : misspelled(item.word!, random) };
  }
  const pushed = random() < chance(skill.blending - length);
  if (pushed && can)
    return { outcome: random() < chance(skill.blending - length - 0.5) ? 'right' : random() < 0.85 ? 'slow' : 'put right' };
  if (random() < 0.12) return { outcome: 'no answer' };
  const slips = slipsOf(lexicon, item.word!, pushed ? lacks : [], kind === 'made-up word');
  const fitting = slips.filter(({ why }) => (pushed ? why !== 'not blended' && why !== 'sound left out' : NOT_PUSHED.has(why)));
  const pick = fitting[Math.floor(random() * Math.min(2, fitting.length))];
  // sounds said one by one would be right ones
  if (!pushed && lacks.length > 0) return { outcome: 'wrong' };
  if (!pushed && !pick && item.units) return { outcome: 'wrong', said: spelledApart(item.units) };
  return pick ? { outcome: 'wrong', said: pick.said } : { outcome: 'wrong' };
}

/** A word as a child may write it to whom this pair is not known: the first letter of its grapheme, or nothing where it has only one. */
function spelledWithout({ word, units }: CheckItem, lacked: Gpc): string {
  const at = units!.findIndex((u) => `${u.grapheme}:${u.sound}` === lacked);
  const letters = units![at]!.letters;
  return [...word!].filter((_, k) => !letters.includes(k) || (letters.length > 1 && k === letters[0])).join('');
}

/** A word as a child may write it: a sound left out of a cluster, a vowel swapped, a letter turned round. */
function misspelled(word: string, random: Random): string {
  if (/\s/.test(word)) return word.replace(/^\w/, (c) => c.toLowerCase()).replace(random() < 0.5 ? /[.!?]$/ : / /, '');
  const tries: ((w: string) => string)[] = [
    (w) => w.replace(/([bcdfgpst])[lr]/, '$1'),
    (w) => w.replace(/[nm](?=[tdp])/, ''),
    (w) => w.replace(/a/, 'e'),
    (w) => w.replace(/i/, 'e'),
    (w) => w.replace(/b/, 'd'),
    (w) => w.replace(/(oa|ai|ee|igh)/, (m) => m[0]!),
    (w) => w.replace(/ck/, 'k'),
  ];
  const start = Math.floor(random() * tries.length);
  for (let k = 0; k < tries.length; k += 1) {
    const out = tries[(start + k) % tries.length]!(word);
    if (out !== word) return out;
  }
  return word.slice(0, -1);
}
