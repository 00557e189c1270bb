/** The demo children's checks of words, listening and spelling: made by the engine, answered by simulated children. */
import { seeded, seedFrom, type Random } from '@sapling/core';
import {
  aboutItem,
  spelledApart,
  decodingItems,
  irregularItems,
  likelyResponses,
  listeningItems,
  spellingItems,
  type CheckItem,
  type CheckKind,
} from '@sapling/core/checks';
import type { Observation, Outcome } from '@sapling/core/evidence';
import { taughtAfter, type Lexicon } from '@sapling/core/phonics';
import { TEACHING_ORDERS } from '../orders/index.js';
import { PICTURED } from '../pictures/words.js';
import { TEXTS } from '../texts.js';
import type { DemoSchool } from './school.js';
import { schoolTime } from './school.js';
import { uuidAt, type HiddenChild } from './simulate.js';

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
          ...answer(lexicon, kind, item, truth, skill, random),
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

function answer(
  lexicon: Lexicon,
  kind: CheckKind,
  item: CheckItem,
  truth: HiddenChild,
  skill: { blending: number; listening: number; spelling: number },
  random: Random,
): { outcome: Outcome; said?: string } {
  const length = 0.4 * Math.max(0, (item.units?.length ?? 3) - 3);
  if (kind === 'push together') {
    if (random() < chance(skill.listening - length)) return { outcome: 'right' };
    const other = item.options!.find((o) => !item.accept!.includes(o));
    return random() < 0.2 || !other ? { outcome: 'no answer' } : { outcome: 'wrong', said: other };
  }
  // an irregular word's odd part is no pair that was taught
  const lacks =
    kind !== 'irregular word' && (item.units ?? []).some((u) => (truth.knownFrom.get(`${u.grapheme}:${u.sound}`) ?? Infinity) > 4);
  if (kind === 'spelling') {
    const ok = random() < chance(skill.spelling + 0.8 - length - (lacks ? 1.2 : 0));
    if (ok) return { outcome: 'right' };
    return { outcome: 'wrong', said: misspelled(item.word!, random) };
  }
  const pushed = random() < chance(skill.blending - length);
  if (pushed && !(lacks && random() < 0.8))
    return { outcome: random() < chance(skill.blending - length - 0.5) ? 'right' : random() < 0.85 ? 'slow' : 'put right' };
  if (random() < 0.12) return { outcome: 'no answer' };
  const slips = lexicon.derived(`slips ${kind} ${item.word!}`, () =>
    likelyResponses(lexicon, { word: item.word!, taught: [], madeUp: kind === 'made-up word' }),
  );
  const fitting = slips.filter((s) =>
    pushed
      ? s.why !== 'not blended' && s.why !== 'sound left out'
      : s.why === 'sound left out' || s.why === 'not blended' || s.why === 'first letters only',
  );
  const pick = fitting[Math.floor(random() * Math.min(2, fitting.length))];
  if (!pushed && !pick && item.units) return { outcome: 'wrong', said: spelledApart(item.units) };
  return pick ? { outcome: 'wrong', said: pick.said } : { outcome: 'wrong' };
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
