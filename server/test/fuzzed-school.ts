/** A school to fuzz: people of each part, children, a group, a session, a check, a reading; and the asking. */
import { uuidv7 } from '../src/ids.js';
import { requestOf, type Asked, type Known } from './fuzz.js';
import { now, observation, PLAN, reading, School, type Person } from './support.js';

export interface FuzzedSchool {
  readonly school: School;
  readonly known: Known;
}

export async function fuzzedSchool(): Promise<FuzzedSchool> {
  const school = await new School().open();
  const lead = await school.setUp();
  await school.add('teacher', 'teacher');
  await school.add('tutor', 'tutor');
  const classId = await school.addClass('Wrens');
  const children = await school.addChildren('Wrens', ['Ada', 'Ben', 'Cai', 'Dot']);
  const [group] = (
    await school.ask('POST', '/api/groups', {
      as: lead,
      body: { groups: [{ name: 'Willow', adultId: lead.id, focus: ['ai:ay'], members: children.slice(0, 3) }] },
    })
  ).body as { id: string }[];
  const session = (
    (await school.ask('POST', '/api/sessions', { as: lead, body: { groupId: group!.id, on: '2026-11-24', adultId: lead.id, plan: PLAN } }))
      .body as { id: string }
  ).id;
  const [check, read] = [uuidv7(), uuidv7()];
  await school.ask('POST', '/api/outbox', {
    as: lead,
    body: {
      entries: [
        {
          type: 'check',
          id: check,
          record: { id: check, child: children[0], by: lead.id, startedAt: now(), kind: 'see-say', stack: ['s:s'] },
        },
        { type: 'reading', id: read, record: reading(lead.id, children[0]!, read) },
        observation(lead.id, children[0]!, { check }),
      ],
    },
  });
  const people = [...school.people.values()].map((p) => p.id);
  return {
    school,
    known: {
      ids: [...children, ...people, classId, group!.id, session, check, read],
      words: ['s:s', 'ai:ay', 'a_e:ay', 'rain', 'Ada', 'riverbank', 'right', 'wrong', 'see-say', 'Focus', 'Year 1', 'Oak', '12', 'a b c', 'Łucja', 'plan', 'cards'],
    },
  }; // prettier-ignore
}

export interface Found {
  readonly asked: number;
  readonly byStatus: ReadonlyMap<number, number>;
  /** Requests that the server failed at, took too long over, or refused without saying so as a problem. */
  readonly faults: readonly string[];
}
const LONGEST_MS = 30_000;

/** Asks the requests with these numbers, as each part in turn, some side by side. */
export async function askFuzzed({ school, known }: FuzzedSchool, from: number, count: number, sideBySide = 4): Promise<Found> {
  const byStatus = new Map<number, number>();
  const faults: string[] = [];
  let next = from;
  const people: (Person | undefined)[] = ['lead', 'lead', 'teacher', 'tutor'].map((name) => school.people.get(name));
  const ask = async (n: number): Promise<void> => {
    const asked = requestOf(n, known);
    const person = n % 23 === 0 ? undefined : people[Math.floor(n / 7) % people.length];
    const fault = (what: string): void => void faults.push(`${n} ${asked.name} ${asked.path.slice(0, 120)}: ${what} ${brief(asked)}`);
    try {
      const response = await fetch(school.running.url + asked.path, {
        method: asked.method,
        headers: {
          ...(asked.body === undefined ? {} : { 'content-type': asked.type }),
          ...(person ? { cookie: person.cookie, 'x-csrf-token': person.csrf } : {}),
        },
        ...(asked.body === undefined || asked.method === 'DELETE' ? {} : { body: asked.body }),
        signal: AbortSignal.timeout(LONGEST_MS),
        redirect: 'manual',
      });
      byStatus.set(response.status, (byStatus.get(response.status) ?? 0) + 1);
      const text = response.headers.get('content-type')?.includes('event-stream') ? '' : await response.text();
      if (response.status >= 500) fault(`${response.status} ${text.slice(0, 200)}`);
      else if (response.status >= 400 && !response.headers.get('content-type')?.includes('problem+json'))
        fault(`${response.status} as ${response.headers.get('content-type')}`);
    } catch (error) {
      fault(
        (error as Error).name === 'TimeoutError'
          ? 'no answer'
          : `${(error as Error).message} ${String((error as { cause?: unknown }).cause)}`,
      );
    }
  };
  const going = async (): Promise<void> => {
    for (; next < from + count;) await ask(next++);
  };
  await Promise.all(Array.from({ length: sideBySide }, going));
  return { asked: [...byStatus.values()].reduce((a, b) => a + b, 0), byStatus, faults };
}
const brief = ({ body }: Asked): string => (body === undefined ? '' : body.slice(0, 300));
