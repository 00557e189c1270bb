/** What devices send and pages ask for on a walk: plans, checks, readings. */
import type { Session } from '@sapling/contract';
import { uuidv7 } from '../../src/ids.js';
import { now, observation, reading } from '../support.js';
import type { Roll, World } from './world.js';

const word = (text: string, child?: string) => ({ word: text, units: [], focus: [], ...(child && { for: child }) });
/** A plan with a card and a word that are one child's own. */
export const planFor = (members: readonly string[], roll: Roll) => {
  const [one, other] = [members[roll(members.length)]!, members[roll(members.length)]!];
  const part = { title: '', how: '', gpcs: ['s:s'] };
  return {
    focus: ['ai:ay'],
    minutes: 20,
    parts: [
      { ...part, id: 'r', kind: 'review', minutes: 4, words: [], whose: { 's:s': [...new Set([one, other])] } },
      { ...part, id: 'w', kind: 'read words', minutes: 16, words: [word('sat'), word('tin', other)] },
    ],
    ...(roll(2) === 0 && { drawn: {} }),
  };
};
/** Whom a plan speaks of. */
export const spokenOf = (plan: Session['plan']): string[] =>
  plan.parts.flatMap((p) => [...p.words.flatMap((w) => w.for ?? []), ...Object.values(p.whose ?? {}).flat()]);

const at = (ms: number): string => new Date(Date.parse(now()) + ms).toISOString();

/** A finished check of one card. Returns its key. */
export async function aCheck(w: World, child: string, gpc: string, outcome: string): Promise<string> {
  const check = uuidv7();
  const by = w.lead.id;
  const mark = observation(by, child, { check, gpc, outcome }).record;
  await w.send(
    ['check', { id: check, child, by, startedAt: now(), kind: 'see-say', stack: [gpc] }],
    ['observation', mark],
    ['finish', { id: uuidv7(), check, child, by, at: now(), reason: 'done' }],
  );
  return check;
}

/** A finished reading with a word read as another. Returns its key. */
export async function aReading(w: World, child: string, wrong: number): Promise<string> {
  const id = uuidv7();
  const by = w.lead.id;
  const steps = [
    { what: 'start' },
    { what: 'mark', word: wrong, mark: 'substitution', said: 'pan', ms: 900 },
    { what: 'stop', ms: 12_000 },
    { what: 'last', word: 8 },
    { what: 'done' },
  ];
  await w.send(
    ['reading', reading(by, child, id)],
    ...steps.map((step, n) => ['reading step', { id: uuidv7(), reading: id, child, marking: id, by, at: at(n), n, step }] as const),
  );
  return id;
}
/** The next step of a reading's first marking. */
export const readingStep = (w: World, child: string, of: string, n: number, step: Record<string, unknown>): Promise<void> =>
  w.send(['reading step', { id: uuidv7(), reading: of, child, marking: of, by: w.lead.id, at: now(), n, step }]);
