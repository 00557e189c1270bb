/** PDFs of a session or of a week of sessions, made here so that they are the same on every device. */
import { dayIn } from '@sapling/core';
import { asksForWork } from '@sapling/core/judgement';
import { desc, eq, inArray } from 'drizzle-orm';
import { fullName, initials, type SchoolSettings, type Session, shortName } from '@sapling/contract';
import { SESSION_REACH, type Access } from '../access.js';
import { childLines } from '../children/children.js';
import type { Db } from '../db/open.js';
import { children, colleagues, cues, groups, notes, schools, sessions } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route, type Call } from '../http/route.js';
import { listSessions } from '../sessions/sessions.js';
import { whenInWords } from '../timetable/place-sessions.js';
import { schoolZone } from '../settings/school-day.js';
import { readSettings } from '../settings/settings.js';
import { PAPERS, type PaperFacts, type PaperKind, inWordsOf } from './facts.js';
import { whileWaitedFor } from '../work/while-waited-for.js';

const NOTES = 3;
const day = (on: string, order: SchoolSettings['dateOrder']): string =>
  new Date(`${on}T12:00:00Z`).toLocaleDateString(order === 'Nov 24' ? 'en-US' : 'en-GB', {
    weekday: 'long',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  });

/** Everything the sheets of these sessions say, asked for together. */
async function factsOf(db: Db, access: Access, list: readonly Session[], names: 'full' | 'initials', now: string): Promise<PaperFacts[]> {
  const memberIds = [...new Set(list.flatMap((s) => s.members.map((m) => m.id)))];
  const groupIds = [...new Set(list.map((s) => s.groupId))];
  const [zone, settings, rows, cueRows, people, groupRows, noteRows] = await Promise.all([
    schoolZone(db),
    readSettings(db),
    memberIds.length > 0 ? db.select().from(children).where(inArray(children.id, memberIds)) : [],
    db.select().from(cues),
    db.select({ id: colleagues.id, name: colleagues.name }).from(colleagues),
    groupIds.length > 0 ? db.select().from(groups).where(inArray(groups.id, groupIds)) : [],
    groupIds.length > 0
      ? db
          .select({ group: sessions.groupId, by: notes.by, at: notes.at, text: notes.text, of: SESSION_REACH })
          .from(notes)
          .innerJoin(sessions, eq(sessions.id, notes.session))
          .where(inArray(sessions.groupId, groupIds))
          .orderBy(desc(notes.at))
      : [],
  ]);
  const lines = await childLines(
    db,
    rows.filter((r) => access.childIds.has(r.id) || access.runIds.has(r.id)),
    now,
  );
  const who = (id: string | null): string => people.find((p) => p.id === id)?.name ?? '';
  return list.map((session): PaperFacts => {
    const group = groupRows.find((g) => g.id === session.groupId);
    const slot = settings.slots.find((s) => s.id === group?.slot);
    const nameOf = new Map(
      session.members.flatMap((m) => {
        const row = rows.find((r) => r.id === m.id);
        return row ? [[m.id, names === 'initials' ? initials(fullName(row)) : shortName(row)] as const] : [];
      }),
    );
    const watch = session.members.flatMap((m) => {
      const line = lines.find((l) => l.id === m.id)?.line ?? [];
      const inFocus = session.plan.focus.flatMap((gpc) => line.filter((c) => c.gpc === gpc));
      const need = inFocus.filter(asksForWork).map((c) => c.gpc);
      const again = inFocus.filter((c) => c.due).map((c) => c.gpc);
      const shaky = line.filter((c) => c.state === 'wobbly' && !c.due && !session.plan.focus.includes(c.gpc)).slice(-4);
      const unseen = session.plan.focus.filter((gpc) => (line.find((c) => c.gpc === gpc)?.state ?? 'unchecked') === 'unchecked');
      const text = [
        need.length > 0 ? `not sure yet of ${need.map(written).join(', ')}` : '',
        again.length > 0 ? `knew ${again.map(written).join(', ')} when last seen, long ago` : '',
        unseen.length > 0 ? `not checked yet on ${unseen.map(written).join(', ')}` : '',
        need.length + again.length + unseen.length === 0 ? 'sure of the focus: has a word of their own ready when others are slower' : '',
        shaky.length > 0 ? `also shaky: ${shaky.map((c) => written(c.gpc)).join(', ')}` : '',
      ]
        .filter(Boolean)
        .join('; ');
      return nameOf.has(m.id) ? [{ child: nameOf.get(m.id)!, text: `${text}.` }] : [];
    });
    return {
      session: inWordsOf(session, settings.ownWords),
      words: settings.ownWords,
      names: nameOf,
      adult: who(session.adultId),
      day: day(session.on, settings.dateOrder),
      when: whenInWords(session, slot?.name),
      where: session.room,
      watch,
      notes: noteRows
        .filter((n) => n.group === session.groupId && access.reachesSession(n.of))
        .slice(0, NOTES)
        .map((n) => ({ by: who(n.by), on: day(dayIn(n.at, zone), settings.dateOrder), text: n.text })),
      safety: settings.coverNotes,
      ruling: settings.ruling,
      cues: new Map(cueRows.map((c) => [c.gpc, [c.keyWord && `as in ${c.keyWord}.`, c.cue, c.action, c.story].filter(Boolean).join(' ')])),
    };
  });
}
const written = (gpc: string): string => `${gpc.split(':')[0]!.replace('_', '‑')} /${gpc.split(':')[1]}/`;

async function answer(
  call: Pick<Call<'sessionPaper'>, 'db' | 'access' | 'res' | 'now' | 'query' | 'me' | 'live' | 'pool'>,
  list: readonly Session[],
  name: string,
): Promise<undefined> {
  const { db, access, res, now, query, pool } = call;
  const wanted = (query.what?.split(',') ?? ['plan']).filter((kind): kind is PaperKind => (PAPERS as readonly string[]).includes(kind));
  if (wanted.length === 0)
    throw new ProblemError('bad-input', { errors: [{ path: 'what', message: `Name one or more of ${PAPERS.join(', ')}.` }] });
  const [school] = await db.select({ name: schools.name }).from(schools);
  const facts = await factsOf(db, access, list, query.names ?? 'full', now());
  const { paper, handwriting } = await readSettings(db);
  const pdf = await whileWaitedFor(call, (work) =>
    pool.run(
      'printSessions',
      {
        facts,
        wanted,
        size: query.size ?? paper,
        title: name,
        footer: `${school?.name ?? ''} · ${name} · about children: hand back or shred`,
        handwriting,
      },
      work,
    ),
  );
  res.setHeader('cache-control', 'no-store');
  res.setHeader('content-disposition', `inline; filename*=UTF-8''${encodeURIComponent(`${name}.pdf`)}`);
  res.type('application/pdf').send(Buffer.from(pdf));
  return undefined;
}

export const paperRoutes = [
  route(
    'sessionPaper',
    ({ params }) => ({ action: 'read session', sessionId: params.id }),
    async (call) => {
      const [session] = await listSessions(call.db, call.access, { ids: [call.params.id] });
      if (!session) throw new ProblemError('not-found');
      return answer(call, [session], `${session.groupName} ${session.on}`);
    },
  ),
  route('weekPaper', { action: 'signed in' }, async (call) => {
    const { from, group } = call.query;
    const to = new Date(Date.parse(`${from}T12:00:00Z`) + 6 * 86_400_000).toISOString().slice(0, 10);
    const list = (await listSessions(call.db, call.access, { from, to })).filter((s) => !group || s.groupId === group);
    if (list.length === 0) throw new ProblemError('not-found', { detail: 'There is no session in this week to print.' });
    return answer(call, list, `Week of ${from}`);
  }),
];
