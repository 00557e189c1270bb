/** The judgement fitted to a school's own answers: when a lead asks for it, and used when a lead says so. */
import type { ResponseOf, Endpoints } from '@sapling/contract';
import { childrenInReach } from '../access.js';
import type { Db } from '../db/open.js';
import { colleagues } from '../db/schema.js';
import { factsOf } from '../evidence/evidence.js';
import { groundsOf } from '../evidence/states.js';
import { ProblemError } from '../http/problem.js';
import { SMALL_BODY, route } from '../http/route.js';
import { isLessSure, keepJudgement, SHIPPED, type KeptFit, type KeptJudgement } from '../settings/judgement-here.js';
import { apart } from '../work/apart.js';
import type { SchoolRecords } from './fit-school.js';
import { whileWaitedFor } from '../work/while-waited-for.js';

/** Of so many children, spread over the school, the answers are fitted: more add minutes and change little. */
const MOST_CHILDREN = 40;
/** Schools that are being fitted to. */
const underWay = new WeakSet<Db>();

type Shown = ResponseOf<Endpoints['trust']>['fit'];

/** What a page shows of fitted numbers. */
export async function shownFit(db: Db, kept: KeptJudgement): Promise<Shown> {
  const team = await db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues);
  const row = (fit: KeptFit | undefined): Shown['found'] => {
    if (!fit) return null;
    const { base: _base, by, ears = {}, ...rest } = fit;
    // whoever is no longer in the team is nobody's business
    const adults = Object.entries(ears).flatMap(([id, ear]) => {
      const colleague = team.find((c) => c.id === id);
      return colleague ? [{ name: colleague.name, ...ear }] : [];
    });
    return { ...rest, adults, by: team.find((c) => c.id === by)?.name ?? null };
  };
  return {
    found: row(kept.found),
    used: row(kept.used),
    outdated: kept.used !== undefined && kept.used.base !== SHIPPED,
    lessSure: isLessSure(kept),
  };
}

export const fitRoutes = [
  route('fitJudgement', { action: 'manage team' }, { keepsReach: true, mostOctets: SMALL_BODY }, async (call) => {
    const { db, access, me, now } = call;
    if (underWay.has(db)) throw new ProblemError('busy', { detail: 'The numbers are being fitted already.' });
    underWay.add(db);
    try {
      const all = (await childrenInReach(db, access)).sort((a, b) => (a.id < b.id ? -1 : 1));
      const every = Math.max(1, all.length / MOST_CHILDREN);
      const rows = Array.from({ length: Math.min(all.length, MOST_CHILDREN) }, (_, k) => all[Math.floor(k * every)]!);
      const grounds = await groundsOf(db, rows);
      const children: SchoolRecords['children'][number][] = [];
      for (const row of rows) {
        const { book, reading, order } = grounds(row);
        children.push({ facts: await factsOf(db, row.id), grounds: { book, reading, order } });
      }
      const found = await whileWaitedFor(call, (work) => apart('fitSchool', { children }, work));
      const kept = await keepJudgement(db, ({ found: _old, ...rest }) =>
        found ? { ...rest, found: { ...found, base: SHIPPED, at: now(), by: me.id } } : rest,
      );
      return await shownFit(db, kept);
    } finally {
      underWay.delete(db);
    }
  }),
  route('chooseFit', { action: 'manage team' }, { keepsReach: true, mostOctets: SMALL_BODY }, async ({ db, body, me, live }) => {
    const kept = await keepJudgement(db, ({ found, used, ...rest }) => {
      if (body.use === 'nothing new') return { ...rest, ...(used ? { used } : {}) };
      // what was used can be taken up again
      if (body.use === 'shipped') return { ...rest, ...(used ? { found: used } : found ? { found } : {}) };
      if (!found) throw new ProblemError('not-found');
      if (!found.better || found.base !== SHIPPED)
        throw new ProblemError('bad-input', {
          errors: [{ path: 'use', message: 'Children it was not fitted on are not foretold better by these numbers.' }],
        });
      return { ...rest, used: found };
    });
    await live.tell({ topic: 'settings', by: me.id }, { everyone: true });
    return shownFit(db, kept);
  }),
];
