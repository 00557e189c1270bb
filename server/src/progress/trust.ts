/** Can it be trusted here? What was expected before each answer that was given in this school, beside what came. */
import { inArray } from 'drizzle-orm';
import { allGpcs, foretell, reliability, scoreOf, type Foretold } from '@sapling/core';
import { childrenInReach } from '../access.js';
import { classes, colleagues } from '../db/schema.js';
import { evidenceOf, type ChildEvidence } from '../evidence/evidence.js';
import { breathing } from '../http/breathing.js';
import { route } from '../http/route.js';
import { orderBook } from '../library/orders.js';
import { modelOf, readSettings } from '../settings/settings.js';

/** What was foretold of a child, by the evidence it rests on: new evidence is another object. */
const foretold = new WeakMap<ChildEvidence, Foretold[]>();

export const trustRoutes = [
  route('trust', { action: 'add class' }, async ({ db, access }) => {
    const rows = await childrenInReach(db, access);
    const evidence = await evidenceOf(
      db,
      rows.map((r) => r.id),
    );
    const [classRows, orders, settings, team] = await Promise.all([
      rows.length === 0
        ? []
        : db
            .select()
            .from(classes)
            .where(inArray(classes.id, [...new Set(rows.map((r) => r.classId))])),
      orderBook(db),
      readSettings(db),
      db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
    ]);
    const model = modelOf(settings);
    const all: Foretold[] = [];
    const breath = breathing();
    for (const row of rows) {
      const seen = evidence.get(row.id)!;
      let own = foretold.get(seen);
      if (!own) {
        const order = orders.get(classRows.find((c) => c.id === row.classId)?.orderId ?? '');
        own = foretell(seen.pairs, { model, words: seen.words, ...(order ? { order: allGpcs(order) } : {}) });
        foretold.set(seen, own);
        await breath();
      }
      // what a word says of its pairs is no answer of its own
      for (const f of own) if (!f.id.includes('#')) all.push(f);
    }
    const by = <K>(key: (f: Foretold) => K): Map<K, Foretold[]> => {
      const out = new Map<K, Foretold[]>();
      for (const f of all) {
        const list = out.get(key(f));
        if (list) list.push(f);
        else out.set(key(f), [f]);
      }
      return out;
    };
    const whole = scoreOf(all);
    const names = new Map(team.map((c) => [c.id, c.name]));
    const most = (a: { answers: number }, b: { answers: number }): number => b.answers - a.answers;
    return {
      answers: whole.answers,
      loss: all.length === 0 ? null : whole.loss,
      plain: all.length === 0 ? null : whole.plain,
      bins: reliability(all),
      kinds: [...by((f) => f.kind)].map(([kind, list]) => ({ kind, ...scoreOf(list) })).sort(most),
      adults: [...by((f) => f.by)]
        .map(([adult, list]) => ({
          id: names.has(adult) ? adult : null,
          name: names.get(adult) ?? 'somebody who has left',
          ...scoreOf(list),
        }))
        .sort(most),
    };
  }),
];
