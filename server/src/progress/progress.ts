import { inArray } from 'drizzle-orm';
import { changeBetween } from '@sapling/core';
import { childrenInReach } from '../access.js';
import { fullName } from '../children/children.js';
import { classes } from '../db/schema.js';
import { evidenceOf, linesOver, tenth } from '../evidence/evidence.js';
import { modelOf, readSettings } from '../settings/settings.js';
import { orderBook } from '../library/orders.js';
import { route } from '../http/route.js';

const WEEK = 7 * 86_400_000;
const WEEKS = 8;

export const progressRoutes = [
  /** States as they stood at the end of each week, against what is taught now, so that teaching more does not look like falling back. */
  route('progress', { action: 'signed in' }, async ({ db, access, query, now }) => {
    const rows = await childrenInReach(db, access, query.classId);
    const evidence = await evidenceOf(
      db,
      rows.map((r) => r.id),
    );
    const classRows =
      rows.length === 0
        ? []
        : await db
            .select()
            .from(classes)
            .where(inArray(classes.id, [...new Set(rows.map((r) => r.classId))]));
    const orders = await orderBook(db);
    const model = modelOf(await readSettings(db));
    const ends = Array.from({ length: WEEKS }, (_, k) => new Date(Date.parse(now()) - (WEEKS - 1 - k) * WEEK).toISOString());
    const weeks = ends.map((end, k) => ({
      on: end.slice(0, 10),
      secure: 0,
      wobbly: 0,
      gap: 0,
      unchecked: 0,
      observations: 0,
      from: k === 0 ? '' : ends[k - 1]!,
    }));
    const children = rows.map((row) => {
      const schoolClass = classRows.find((c) => c.id === row.classId)!;
      const seen = evidence.get(row.id)!;
      // one answer is one observation, however many pairs it speaks of
      const list = seen.pairs.filter((o) => !o.id.includes('#'));
      const lines = linesOver(orders.get(schoolClass.orderId), schoolClass.taughtSteps, seen, ends, model);
      lines.forEach((line, k) => {
        const end = ends[k]!;
        for (const cell of line) weeks[k]![cell.state] += 1;
        weeks[k]!.observations += list.filter((o) => o.at <= end && o.at > weeks[k]!.from).length;
      });
      const first = lines.findIndex((line) => line.some((c) => c.basedOn > 0));
      const { of, before, now: after } = changeBetween(first < 0 ? [] : lines[first]!, lines.at(-1)!);
      const since = { of, before: tenth(before), now: tenth(after) };
      return { id: row.id, name: fullName(row), since: first < 0 ? null : ends[first]!.slice(0, 10), ...since, observations: list.length };
    });
    return { weeks: weeks.map(({ from: _from, ...week }) => week), children };
  }),
];
