/** Can it be trusted here? What was expected before each answer that was given in this school, beside what came. */
import { joined, reliability, scoreOf, tallyOf, type Foretold, type Tally } from '@sapling/core/judgement';
import { sql } from 'drizzle-orm';
import { childrenInReach } from '../access.js';
import { children, colleagues } from '../db/schema.js';
import { PerChild } from '../evidence/per-child.js';
import type { Db } from '../db/open.js';
import type { ChildRow } from '../evidence/states.js';
import { poolOf, type Work } from '../work/pool.js';
import { whileWaitedFor } from '../work/while-waited-for.js';
import type { ChildTallies } from './tally-child.js';
import { route } from '../http/route.js';
import { isLessSure, keepJudgement, keptJudgement } from '../settings/judgement-here.js';
import { shownFit } from './fit.js';

type Kind = Foretold['kind'];
const foretoldOf = new PerChild<ChildTallies>('foretold');

/** What was foretold of each of these children, by child: kept, so that it is asked of a child again only when something is new. */
const talliesOf = (db: Db, rows: readonly ChildRow[], work?: Work): Promise<Map<string, ChildTallies>> =>
  foretoldOf.of(
    db,
    rows,
    () => '',
    async (facts, grounds) => poolOf(db).run('tallyChild', { facts, grounds }, work?.signal ? { signal: work.signal } : {}),
    work,
  );

/**
 * Works out what was foretold of every child of whom something is new, before anybody asks, and keeps how well the school is
 * foretold: where that is badly, everything is said less surely.
 * @returns whether states are to be said otherwise than before
 */
export async function renewTallies(db: Db): Promise<boolean> {
  const all = await talliesOf(
    db,
    await db
      .select()
      .from(children)
      .where(sql`${children.removedAt} is null`),
  );
  const { answers, loss, plain } = scoreOf([...all.values()].reduce((sum, child) => joined(sum, child.whole), tallyOf([])));
  const before = await keptJudgement(db);
  const now = await keepJudgement(db, (kept) => ({ ...kept, score: { answers, loss, plain } }));
  return isLessSure(before) !== isLessSure(now);
}

export const trustRoutes = [
  route('trust', { action: 'add class' }, async (call) => {
    const { db, access } = call;
    const rows = await childrenInReach(db, access);
    const [tallies, team, kept] = await Promise.all([
      whileWaitedFor(call, (work) => talliesOf(db, rows, work)),
      db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
      keptJudgement(db),
    ]);
    let whole = tallyOf([]);
    const kinds = new Map<Kind, Tally>();
    const adults = new Map<string, Tally>();
    const add = <K>(into: Map<K, Tally>, from: readonly (readonly [K, Tally])[]): void => {
      for (const [key, tally] of from) into.set(key, into.has(key) ? joined(into.get(key)!, tally) : tally);
    };
    for (const child of tallies.values()) {
      whole = joined(whole, child.whole);
      add(kinds, child.kinds);
      add(adults, child.adults);
    }
    const score = scoreOf(whole);
    const names = new Map(team.map((c) => [c.id, c.name]));
    const most = (a: { answers: number }, b: { answers: number }): number => b.answers - a.answers;
    return {
      answers: score.answers,
      loss: score.answers === 0 ? null : score.loss,
      plain: score.answers === 0 ? null : score.plain,
      bins: reliability(whole),
      kinds: [...kinds].map(([kind, tally]) => ({ kind, ...scoreOf(tally) })).sort(most),
      adults: [...adults]
        .map(([adult, tally]) => ({
          id: names.has(adult) ? adult : null,
          name: names.get(adult) ?? 'somebody who has left',
          ...scoreOf(tally),
        }))
        .sort(most),
      fit: await shownFit(db, kept),
    };
  }),
];
