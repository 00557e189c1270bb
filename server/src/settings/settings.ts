/** What this school decided where schools differ. Read by everybody, decided by the lead. */
import { and, eq } from 'drizzle-orm';
import type { SchoolSettings } from '@sapling/contract';
import { DEFAULT_MODEL, type EstimateModel } from '@sapling/core/judgement';
import { ACCENT_MERGERS } from '@sapling/core/phonics';
import { schools } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { placeSessions } from '../timetable/place-sessions.js';
import { readSettings } from './read-settings.js';
import { forgetZone, schoolDay } from './school-day.js';

export { readSettings };

/** The estimate as this school's thresholds have it. */
export function modelOf({ secureFrom, gapBelow, skillSecureFrom, skillGapBelow }: Thresholds): EstimateModel {
  const strand = { ...DEFAULT_MODEL.strand, secureFrom: skillSecureFrom, gapBelow: skillGapBelow };
  return { ...DEFAULT_MODEL, secureFrom, gapBelow, strand };
}
type Thresholds = Pick<SchoolSettings, 'secureFrom' | 'gapBelow' | 'skillSecureFrom' | 'skillGapBelow'>;

export const settingsRoutes = [
  route('saveSchool', { action: 'manage team' }, async ({ db, body, live, me, now }) => {
    await db.update(schools).set(body);
    forgetZone(db);
    // days are the new zone's from now on
    await placeSessions(db, await schoolDay(db, now()));
    for (const topic of ['settings', 'sessions', 'timetable'] as const) await live.tell({ topic, by: me.id }, { everyone: true });
    return body;
  }),
  route('settings', { action: 'signed in' }, { restsOn: 'all but marks' }, async ({ db }) => readSettings(db)),
  route('saveSettings', { action: 'manage team' }, { mostOctets: 1_000_000 }, async ({ db, body, live, me, access }) => {
    const { version, ...settings } = body;
    const unknown = settings.accent
      .split(',')
      .map((name) => name.trim())
      .find((name) => name !== '' && !(name in ACCENT_MERGERS));
    if (unknown !== undefined)
      throw new ProblemError('bad-input', {
        errors: [{ path: 'accent', message: `“${unknown}” is no accent difference that is known here.` }],
      });
    const [school] = await db.select({ id: schools.id }).from(schools).limit(1);
    const changed = await db
      .update(schools)
      .set({ settings, settingsVersion: version + 1 })
      .where(and(eq(schools.id, school!.id), eq(schools.settingsVersion, version)))
      .returning({ id: schools.id });
    const current = await readSettings(db);
    if (changed.length === 0) throw new ProblemError('newer-version', { current });
    await placeSessions(db, access.today);
    await live.tell({ topic: 'settings', by: me.id }, { everyone: true });
    await live.tell({ topic: 'sessions', by: me.id }, { everyone: true });
    return current;
  }),
];
