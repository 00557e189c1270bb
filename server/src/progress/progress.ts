import { fullName, STATES } from '@sapling/contract';
import { dayIn } from '@sapling/core';
import { childrenInReach } from '../access.js';
import { statesOf } from '../evidence/states.js';
import { weekEnds } from '../evidence/weeks.js';
import { route } from '../http/route.js';
import { schoolZone } from '../settings/school-day.js';

export const progressRoutes = [
  /** States as they stood at the end of each week, against what is taught now, so that teaching more does not look like falling back. */
  route('progress', { action: 'signed in' }, async ({ db, access, query, now }) => {
    const rows = await childrenInReach(db, access, query.classId);
    const zone = await schoolZone(db);
    const ends = weekEnds(now());
    const states = await statesOf(db, rows, now(), { whole: true });
    const weeks = ends.map((end) => ({ on: dayIn(end, zone), secure: 0, due: 0, wobbly: 0, gap: 0, unchecked: 0, observations: 0 }));
    const children = rows.map((row) => {
      const own = states.get(row.id)!.weeks!;
      own.weeks.forEach((week, k) => {
        for (const key of [...STATES, 'due', 'observations'] as const) weeks[k]![key] += week[key];
      });
      return {
        id: row.id,
        name: fullName(row),
        since: own.first < 0 ? null : dayIn(ends[own.first]!, zone),
        ...own.change,
        observations: own.observations,
      };
    });
    return { weeks, children };
  }),
];
