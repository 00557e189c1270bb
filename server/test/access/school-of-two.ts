/** Two classes, a group of each, and one of everything that belongs to a child: what who reaches what is tried on. */
import { uuidv7 } from '../../src/ids.js';
import { PLAN, School, now, reading } from '../support.js';

/** Ids of what there is. The teacher and the class teacher have Wrens, the tutor takes the first two of `mine`. */
export interface SchoolOfTwo {
  readonly school: School;
  readonly wrens: string;
  readonly otters: string;
  /** The children of Wrens. */
  readonly mine: readonly string[];
  /** The children of Otters. */
  readonly others: readonly string[];
  readonly group: string;
  readonly otherGroup: string;
  readonly session: string;
  readonly otherSession: string;
  readonly checkId: string;
  readonly readingId: string;
  readonly farReading: string;
  readonly markId: string;
}
export async function schoolOfTwo(): Promise<SchoolOfTwo> {
  const school = new School();
  await school.open();
  const lead = await school.setUp();
  const wrens = await school.addClass('Wrens');
  const otters = await school.addClass('Otters');
  const mine = await school.addChildren('Wrens', ['Ada', 'Ben', 'Cleo', 'Dov']);
  const others = await school.addChildren('Otters', ['Eli', 'Fay', 'Gus']);
  await school.add('teacher', 'teacher', [wrens]);
  await school.add('class teacher', 'class teacher', [wrens]);
  const tutor = await school.add('tutor', 'tutor');
  const otherTutor = await school.add('other tutor', 'tutor');
  const made = await school.ask('POST', '/api/groups', {
    as: lead,
    body: {
      groups: [
        { name: 'Willow', adultId: tutor.id, focus: ['ai:ay'], members: mine.slice(0, 2) },
        { name: 'Hazel', adultId: otherTutor.id, focus: ['ai:ay'], members: others.slice(0, 2) },
      ],
    },
  });
  const [group, otherGroup] = (made.body as { id: string; name: string }[]).sort((a, b) => (a.name < b.name ? 1 : -1)).map((g) => g.id) as [
    string,
    string,
  ];
  const plan = async (groupId: string, adultId: string): Promise<string> =>
    (
      (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId, on: '2026-11-24', adultId, plan: PLAN } })).body as {
        id: string;
      }
    ).id;
  const session = await plan(group, tutor.id);
  const otherSession = await plan(otherGroup, otherTutor.id);
  const checkId = uuidv7();
  const record = { id: checkId, child: mine[0]!, by: lead.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] };
  const readingId = uuidv7();
  const farReading = uuidv7();
  const entries = [readingId, farReading].map((id, k) => ({
    type: 'reading',
    id,
    record: reading(lead.id, [mine[0]!, others[2]!][k]!, id),
  }));
  const markId = uuidv7();
  const mark = { id: markId, child: mine[0]!, by: lead.id, at: now(), kind: 'session', gpc: 's:s', outcome: 'right' };
  await school.ask('POST', '/api/outbox', {
    as: lead,
    body: { entries: [{ type: 'check', id: checkId, record }, ...entries, { type: 'observation', id: markId, record: mark }] },
  });
  await school.ask('PUT', `/api/children/${mine[0]}/recording-consent`, { as: lead, body: { consent: true } });
  return { school, wrens, otters, mine, others, group, otherGroup, session, otherSession, checkId, readingId, farReading, markId };
}
