/** The school's settings as they are kept, with what was never set filled in. */
import { DEFAULT_SETTINGS, type SchoolSettings } from '@sapling/contract';
import type { Db } from '../db/open.js';
import { schools } from '../db/schema.js';

/** The settings with every default filled in, and their version. */
export async function readSettings(db: Db): Promise<SchoolSettings & { version: number }> {
  const [school] = await db.select({ settings: schools.settings, version: schools.settingsVersion }).from(schools).limit(1);
  const kept = { ...DEFAULT_SETTINGS, ...school?.settings, ...renewed(school?.settings) };
  // times kept before they had days and a clock
  const slots = kept.slots.map((s) => ({ ...s, days: s.days ?? [], start: s.start ?? null, minutes: s.minutes ?? 30 }));
  return { ...kept, slots, version: school?.version ?? 1 };
}

/** Thresholds that were the defaults of an older estimate, kept with other settings and never chosen, are today's defaults. */
function renewed(kept: Partial<SchoolSettings> | undefined | null): Partial<SchoolSettings> {
  if (!OLD_DEFAULTS.some((old) => kept?.secureFrom === old.secureFrom && kept.gapBelow === old.gapBelow)) return {};
  return { secureFrom: DEFAULT_SETTINGS.secureFrom, gapBelow: DEFAULT_SETTINGS.gapBelow };
}
const OLD_DEFAULTS = [
  { secureFrom: 0.8, gapBelow: 0.2 },
  { secureFrom: 0.77, gapBelow: 0.65 },
  { secureFrom: 0.77, gapBelow: 0.75 },
  { secureFrom: 0.79, gapBelow: 0.75 },
  { secureFrom: 0.83, gapBelow: 0.75 },
  { secureFrom: 0.83, gapBelow: 0.76 },
];
