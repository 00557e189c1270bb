/** Data out and in: records, class lists, the whole installation. */
import { isNull } from 'drizzle-orm';
import { strToU8, zipSync } from 'fflate';
import { rosterFiles } from '@sapling/core/lists';
import { classColleagues, classes, colleagues, schools, trail } from '../db/schema.js';
import { childrenInReach } from '../access.js';
import { ProblemError } from '../http/problem.js';
import { route, type Call } from '../http/route.js';
import { uuidv7 } from '../ids.js';
import { installationText, readInstallation } from './installation.js';
import { csvForPrograms } from './csv.js';
import { farOf } from './far.js';
import { csvFiles, recordFiles, TABLE_OF_FILE } from './records.js';
import { readSettings } from '../settings/read-settings.js';
import { sendPieces, sendZip } from './send-in-pieces.js';
import { TABLES } from './tables.js';

type Out = Pick<Call<'writeRecords'>, 'db' | 'me' | 'now' | 'res'>;
/** What leaves the installation is written down first: by whom and when. */
async function begin({ db, me, now, res }: Out, name: string, type: string, action: string): Promise<void> {
  await db.insert(trail).values({ id: uuidv7(), at: now(), by: me.id, action, subject: null });
  res.setHeader('cache-control', 'no-store');
  res.setHeader('content-disposition', `attachment; filename="${name}"`);
  res.type(type);
}

export const transferRoutes = [
  route('writeRecords', { action: 'manage team' }, async (call) => {
    const { db, access, now, res } = call;
    const far = await farOf(call, TABLE_OF_FILE);
    const files = csvFiles(await recordFiles(db, access, now()), (await readSettings(db)).ownWords, far);
    await begin(call, `keen-sapling-records-${access.today}.zip`, 'application/zip', 'writeRecords');
    await sendZip(res, files);
    return undefined;
  }),

  route('writeInstallation', { action: 'manage team' }, async (call) => {
    await begin(call, `keen-sapling-installation-${call.access.today}.json`, 'application/json', 'writeInstallation');
    await sendPieces(call.res, installationText(call.db, call.now(), await farOf(call, TABLES)));
    return undefined;
  }),

  route('writeRoster', { action: 'import children' }, async (call) => {
    const { db, access, now } = call;
    const [[school], classRows, kids, people, links] = await Promise.all([
      db.select().from(schools),
      db.select().from(classes).where(isNull(classes.removedAt)),
      childrenInReach(db, access),
      db.select().from(colleagues),
      db.select().from(classColleagues),
    ]);
    const year = Number(now().slice(0, 4)) - (Number(now().slice(5, 7)) < 9 ? 1 : 0);
    const files = rosterFiles({
      school: { id: school!.id, name: school!.name },
      classes: classRows.filter((c) => access.classIds.has(c.id)),
      children: kids.filter((k) => access.classIds.has(k.classId)),
      colleagues: people
        .map(({ id, name }) => ({
          id,
          name,
          classIds: links.filter((l) => l.colleagueId === id && access.classIds.has(l.classId)).map((l) => l.classId),
        }))
        .filter((c) => c.classIds.length > 0),
      year: { from: `${year}-09-01`, to: `${year + 1}-08-31` },
    });
    const zip = zipSync(Object.fromEntries(Object.entries(files).map(([name, rows]) => [name, strToU8(csvForPrograms(rows))])));
    await begin(call, `keen-sapling-oneroster-${access.today}.zip`, 'application/zip', 'writeRoster');
    call.res.send(Buffer.from(zip));
    return undefined;
  }),

  // only an installation without a school takes one in; whoever has it on the screen then signs in as in the file
  route(
    'readInstallation',
    { action: 'public' },
    {
      mostOctets: 250_000_000,
      // not a letter of a file is looked at where there is a school already
      before: async ({ db, tries, req }) => {
        await tries.setUp.take(req.ip ?? '');
        const [school] = await db.select({ id: schools.id }).from(schools);
        if (school) throw new ProblemError('already-set-up');
      },
    },
    async ({ db, body }) => ({ rows: await readInstallation(db, body) }),
  ),
];
