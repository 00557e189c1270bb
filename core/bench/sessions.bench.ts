/**
 * What sessions are made of: `npm run bench:sessions`, with `beginner`, `mid`, `late`, `one behind`, `one` or `skills` to read them,
 * with `read` whether simulated children can read what is put before them.
 * Groups at five stages, three orders, three styles, four lengths; two sessions running each.
 */
import { PICTURED, teachingOrder, TEXTS } from '@sapling/data';
import {
  loadLexicon,
  planSession,
  SHIPPED_STYLES,
  seeded,
  shuffled,
  taughtAfter,
  YES_OR_NO,
  remarkWords,
  SESSION_SKILLS,
  onFocus,
  partKind,
  metIn,
  type Gpc,
  type SessionPlan,
} from '../src/index.js';
import { canTheyRead, textsOffered } from './support/can-they-read.js';

const lexicon = await loadLexicon();
const sources = { texts: TEXTS, pictures: Object.keys(PICTURED), yesOrNo: YES_OR_NO };
const say = (...what: unknown[]): void =>
  void process.stdout.write(`${what.map((w) => (typeof w === 'string' ? w : JSON.stringify(w, null, 1))).join(' ')}\n`);
const show = process.argv[2] ?? '';
export function groupAt(orderId: string, step: number, size: number, seed: number, behind = false) {
  const random = seeded(seed);
  const taught = taughtAfter(teachingOrder(orderId)!, step);
  const focus = shuffled(taught.gpcs.slice(-12), random).slice(0, 2);
  const children = Array.from({ length: size }, (_, k) => ({
    id: `c${k}`,
    known: Object.fromEntries(
      taught.gpcs.flatMap((gpc): [Gpc, number][] => {
        if (focus.includes(gpc)) return [[gpc, random() < 0.7 ? 0.05 + random() * 0.3 : 0.95]];
        if (behind && k === 0) return [[gpc, random() < 0.45 ? 0.1 : 0.9]];
        return [[gpc, random() < 0.06 ? random() * 0.4 : 0.6 + random() * 0.4]];
      }),
    ),
  }));
  return { taught, focus: [...new Set(focus)], children };
}
const print = (plan: SessionPlan, head: string) => {
  say(`\n## ${head}: ${plan.style}, ${plan.minutes} min, focus ${plan.focus.join(' ')} ${plan.skill ?? ''}`);
  for (const r of plan.remarks ?? []) say('   ! ' + remarkWords(r, (id) => id.toUpperCase()));
  for (const p of plan.parts)
    say(
      `   ${p.minutes}m ${p.title} [${p.kind}] ${p.gpcs.join(' ')} ${p.stack ? 'stack ' + p.stack.length : ''} ${p.words.map((w) => w.word + (w.for ? `(${w.for})` : '') + (w.say ? '{' + w.say.join('|') + '}' : '') + (w.steps ? '{' + w.steps.join('>') + '}' : '') + (w.answer ? `=${w.answer}` : '')).join(', ')} ${(p.lines ?? []).map((l) => l.text).join(' | ')} ${(p.rows ?? []).map((r) => `${r.show ?? r.picture ?? ''}: ${r.items.join(' ')} = ${r.answer}`).join(' | ')} ${p.text ? `TEXT ${p.text.title} tell ${p.text.tell.join(',')}` : ''} ${p.remark ?? ''}`,
    );
};
const by: Record<string, [number, number]> = {};
let n = 0;
const stat = {
  plans: 0,
  under2: 0,
  focusShare: 0,
  below60: 0,
  connected: 0,
  longish: 0,
  whole: 0,
  thin: 0,
  again: 0,
  words: 0,
  noReadSaid: 0,
  lowSaid: 0,
  ms: 0,
};
const kinds = [
  ['beginner', 4, 5],
  ['mid', 15, 5],
  ['late', 30, 4],
  ['one behind', 18, 5],
  ['one', 20, 1],
] as const;
for (const [name, step, size] of kinds)
  for (const order of ['riverbank', 'hillside', 'lantern'])
    for (const style of SHIPPED_STYLES)
      for (const minutes of [10, 15, 20, 30]) {
        const g = groupAt(order, step + (n % 4), size, n, name === 'one behind');
        n += 1;
        let avoid: string[] = [];
        let last: string[] = [];
        for (let k = 0; k < 2; k += 1) {
          const from = performance.now();
          const plan = planSession(lexicon, {
            ...g,
            focus: g.focus,
            fresh: k === 0 ? [g.focus[0]!] : [],
            minutes,
            seed: n * 7 + k,
            style,
            sources,
            avoid,
            lastWords: last,
            madeUpWords: true,
          });
          stat.ms += performance.now() - from;
          const words = plan.parts.flatMap((p) => p.words.map((w) => w.word));
          if (k === 1)
            for (const p of plan.parts)
              for (const w of p.words) {
                by[p.kind] ??= [0, 0];
                by[p.kind]![0] += 1;
                if (last.includes(w.word)) by[p.kind]![1] += 1;
              }
          if (k === 1) {
            stat.words += words.length;
            stat.again += words.filter((w) => last.includes(w)).length;
          }
          avoid = plan.parts.flatMap(metIn);
          last = words;
          stat.plans += 1;
          stat.under2 += plan.parts.filter((p) => p.minutes < 2).length;
          const share = plan.parts.reduce((s, p) => s + (onFocus(lexicon, { focus: g.focus }, p) ? p.minutes : 0), 0) / minutes;
          stat.focusShare += share;
          if (share < 0.6) {
            stat.below60 += 1;
            if (plan.remarks?.some((r) => r.kind === 'little focus')) stat.lowSaid += 1;
          }
          if (minutes >= 15) {
            stat.longish += 1;
            if (plan.parts.some((p) => partKind(p.kind).connected)) stat.connected += 1;
            else if (plan.remarks?.some((r) => r.kind === 'no reading')) stat.noReadSaid += 1;
          }
          if (plan.parts.some((p) => p.text && p.kind !== 'read to them')) stat.whole += 1;
          if (plan.parts.length <= 3) stat.thin += 1;
          if (show === name || show === 'all') print(plan, `${name} ${order} ${step} session ${k + 1}`);
          if (plan.parts.reduce((s, p) => s + p.minutes, 0) !== minutes) say('MINUTES', name, order, minutes);
        }
      }
say(by, stat, (stat.focusShare / stat.plans).toFixed(2), 'ms a plan', stat.ms / stat.plans);
if (show === 'read') {
  canTheyRead(say, 10);
  textsOffered(say, 8);
}
if (show === 'skills')
  for (const skill of SESSION_SKILLS)
    for (const style of SHIPPED_STYLES) {
      const g = groupAt('riverbank', skill === 'fluency' || skill === 'longer words' ? 24 : 14, 4, n++);
      print(planSession(lexicon, { ...g, focus: [], skill, minutes: 20, seed: n, style, sources, madeUpWords: true }), skill);
    }
