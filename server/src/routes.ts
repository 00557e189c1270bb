/** Every route there is. The access test walks this list. */
import { sql } from 'drizzle-orm';
import { authRoutes } from './auth/routes.js';
import { secondFactorRoutes } from './auth/second-factor.js';
import { backupRoutes } from './backup/routes.js';
import { childRoutes } from './children/children.js';
import { childRecordRoutes } from './children/child-record.js';
import { leaverRoutes } from './children/leavers.js';
import { childFileRoutes } from './children/child-file.js';
import { eraseRoutes } from './children/erase.js';
import { mergeRoutes } from './children/merge.js';
import { childTrailRoutes } from './children/child-trail.js';
import { classRoutes } from './classes/classes.js';
import { calendarRoutes } from './calendar/calendar.js';
import { checkRoutes } from './evidence/checks.js';
import { binRoutes } from './evidence/bin.js';
import { binnedRoute } from './evidence/binned.js';
import { otherChildRoutes } from './evidence/other-child.js';
import { outboxRoute } from './evidence/outbox.js';
import { groupRoutes } from './groups/groups.js';
import { groupHistoryRoutes } from './groups/history.js';
import { outcomeRoutes } from './groups/outcome.js';
import { lendingRoutes } from './groups/lendings.js';
import { groupRuleRoutes } from './groups/rules.js';
import { ProblemError } from './http/problem.js';
import { SMALL_BODY, route, type Route } from './http/route.js';
import { importRoutes } from './imports/imports.js';
import { libraryRoutes } from './library/library.js';
import { schoolWordRoutes } from './library/school-words.js';
import { orderRoutes } from './library/orders.js';
import { textRoutes } from './library/texts.js';
import { paperRoutes } from './paper/routes.js';
import { practiceRoutes } from './practice/practice.js';
import { progressRoutes } from './progress/progress.js';
import { fitRoutes } from './progress/fit.js';
import { retentionRoutes } from './retention.js';
import { trustRoutes } from './progress/trust.js';
import { readingRoutes } from './readings/readings.js';
import { recordingRoutes } from './readings/recordings.js';
import { sessionRoutes } from './sessions/sessions.js';
import { coverRoutes } from './sessions/cover.js';
import { styleRoutes } from './sessions/styles.js';
import { remarkRoutes } from './remarks/remarks.js';
import { settingsRoutes } from './settings/settings.js';
import { teamRoutes } from './team/team.js';
import { transferRoutes } from './transfer/routes.js';
import { timetableRoutes } from './timetable/timetable.js';
import { todayRoutes } from './today/today.js';
import { handOverRoutes } from './team/hand-over.js';
import { yearRoutes } from './year/years.js';

const VERSION = '0.1.0';

export const routes: readonly Route[] = [
  route('health', { action: 'public' }, async ({ db }) => {
    await db.execute(sql`select 1`);
    return { ok: true as const, version: VERSION, database: 'up' as const };
  }),
  route('ready', { action: 'public' }, async ({ db, ending }) => {
    if (ending()) throw new ProblemError('busy', { detail: 'This process is ending.' });
    await db.execute(sql`select 1`).catch(() => {
      throw new ProblemError('busy', { detail: 'The database does not answer.' });
    });
    return { ok: true as const, version: VERSION, database: 'up' as const };
  }),
  ...authRoutes,
  ...secondFactorRoutes,
  ...teamRoutes,
  ...handOverRoutes,
  ...yearRoutes,
  ...settingsRoutes,
  ...orderRoutes,
  ...libraryRoutes,
  ...schoolWordRoutes,
  ...textRoutes,
  ...classRoutes,
  ...childRoutes,
  ...childRecordRoutes,
  ...leaverRoutes,
  ...mergeRoutes,
  ...childFileRoutes,
  ...childTrailRoutes,
  ...eraseRoutes,
  ...importRoutes,
  outboxRoute,
  ...binRoutes,
  binnedRoute,
  ...otherChildRoutes,
  ...checkRoutes,
  ...readingRoutes,
  ...recordingRoutes,
  ...groupHistoryRoutes,
  ...groupRuleRoutes,
  ...outcomeRoutes,
  ...groupRoutes,
  ...lendingRoutes,
  ...timetableRoutes,
  ...sessionRoutes,
  ...styleRoutes,
  ...coverRoutes,
  ...calendarRoutes,
  ...remarkRoutes,
  ...paperRoutes,
  ...practiceRoutes,
  ...transferRoutes,
  ...backupRoutes,
  ...todayRoutes,
  ...progressRoutes,
  ...trustRoutes,
  ...retentionRoutes,
  route('openTryIt', { action: 'signed in' }, { keepsReach: true, mostOctets: SMALL_BODY }, async ({ tryIt }) => {
    if (!tryIt) throw new ProblemError('not-found', { detail: 'This installation opens no school to try things in.' });
    await tryIt.enter();
    return { ok: true as const };
  }),
  route('throwAwayTryIt', { action: 'signed in' }, { keepsReach: true }, async ({ tryIt }) => {
    await tryIt?.throwAway();
    return { ok: true as const };
  }),
  ...fitRoutes,
];
