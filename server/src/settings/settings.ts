/** What this school decided where schools differ. Read by everybody, decided by the lead. */
import { and, eq } from 'drizzle-orm';
import { DEFAULT_SETTINGS, type SchoolSettings } from '@sapling/contract';
import { ACCENT_MERGERS, DEFAULT_MODEL, type EstimateModel } from '@sapling/core';
import type { Db } from '../db/open.js';
import { schools } from '../db/schema.js';
import { Refusal } from '../http/problem.js';
import { route } from '../http/route.js';

/** The settings with every default filled in, and their version. */
export async function readSettings(db: Db): Promise<SchoolSettings & { version: number }> {
  const [school] = await db.select({ settings: schools.settings, version: schools.settingsVersion }).from(schools).limit(1);
  return { ...DEFAULT_SETTINGS, ...school?.settings, version: school?.version ?? 1 };
}

/** The estimate as this school's thresholds have it. */
export function modelOf({ secureFrom, gapBelow, skillSecureFrom, skillGapBelow }: Thresholds): EstimateModel {
  const strand = { ...DEFAULT_MODEL.strand, secureFrom: skillSecureFrom, gapBelow: skillGapBelow };
  return { ...DEFAULT_MODEL, secureFrom, gapBelow, strand };
}
type Thresholds = Pick<SchoolSettings, 'secureFrom' | 'gapBelow' | 'skillSecureFrom' | 'skillGapBelow'>;

export const settingsRoutes = [
  route('settings', { action: 'signed in' }, async ({ db }) => readSettings(db)),
  route('saveSettings', { action: 'manage team' }, async ({ db, body, me, live }) => {
    const { version, ...settings } = body;
    const unknown = settings.accent
      .split(',')
      .map((name) => name.trim())
      .find((name) => name !== '' && !(name in ACCENT_MERGERS));
    if (unknown !== undefined)
      throw new Refusal('bad-input', { errors: [{ path: 'accent', message: `“${unknown}” is no accent difference that is known here.` }] });
    const [school] = await db.select({ id: schools.id }).from(schools).limit(1);
    const changed = await db
      .update(schools)
      .set({ settings, settingsVersion: version + 1 })
      .where(and(eq(schools.id, school!.id), eq(schools.settingsVersion, version)))
      .returning({ id: schools.id });
    const current = await readSettings(db);
    if (changed.length === 0) throw new Refusal('newer-version', { current });
    await live.tell({ topic: 'settings', by: me.id }, { everyone: true });
    return current;
  }),
];
