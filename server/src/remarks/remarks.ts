/** Notes on children and groups, whom they name, and what is new since somebody last looked. */
import { and, desc, eq, gte, inArray } from 'drizzle-orm';
import { fullName, type Remark } from '@sapling/contract';
import { accessOf, readable, type Access } from '../access.js';
import type { Db } from '../db/open.js';
import { children, colleagues, groups, looks, remarks } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';

/** Whose names stand in a text after an @: the whole name, or a given name that only one colleague has. */
export function mentionsIn(text: string, people: readonly { readonly id: string; readonly name: string }[]): string[] {
  const lower = text.toLowerCase();
  const given = (name: string): string => name.split(' ')[0]!.toLowerCase();
  const after = (at: number): boolean => !/[\p{L}\p{N}]/u.test(lower[at] ?? '');
  return people
    .filter(({ name }) => {
      const only = people.filter((p) => given(p.name) === given(name)).length === 1;
      return [name.toLowerCase(), ...(only ? [given(name)] : [])].some((call) => {
        for (let at = lower.indexOf(`@${call}`); at >= 0; at = lower.indexOf(`@${call}`, at + 1))
          if (after(at + 1 + call.length)) return true;
        return false;
      });
    })
    .map((p) => p.id);
}

/** Who of these colleagues does not see something, asked of what each of them reaches. */
export async function blindTo(
  db: Db,
  ids: readonly string[],
  people: readonly (typeof colleagues.$inferSelect)[],
  today: string,
  sees: (theirs: Access) => boolean,
): Promise<string[]> {
  const out: string[] = [];
  for (const id of ids) {
    const person = people.find((p) => p.id === id);
    if (person && !sees(await accessOf(db, person, today))) out.push(id);
  }
  return out;
}

/** Notes on what is in reach, the newest first: on one child or group, or since a moment, or all. */
export async function remarksFor(db: Db, access: Access, filter: { subject?: string | undefined; from?: string } = {}): Promise<Remark[]> {
  const reach = [...access.childIds, ...readable(access)].filter((id) => filter.subject === undefined || id === filter.subject);
  if (reach.length === 0) return [];
  const rows = await db
    .select()
    .from(remarks)
    .where(and(inArray(remarks.subject, reach), filter.from ? gte(remarks.at, filter.from) : undefined))
    .orderBy(desc(remarks.at));
  const ids = rows.map((r) => r.subject);
  const [kids, groupRows] = await Promise.all([
    ids.length > 0 ? db.select().from(children).where(inArray(children.id, ids)) : [],
    ids.length > 0 ? db.select({ id: groups.id, name: groups.name }).from(groups).where(inArray(groups.id, ids)) : [],
  ]);
  const names = new Map([...kids.map((k) => [k.id, fullName(k)] as const), ...groupRows.map((g) => [g.id, g.name] as const)]);
  return rows.map((r) => ({ ...r, name: names.get(r.subject) ?? '' }));
}

export const remarkRoutes = [
  route('remarks', { action: 'signed in' }, async ({ db, access, query }) => remarksFor(db, access, query)),

  route(
    'addRemark',
    ({ body }) =>
      body.about === 'child' ? { action: 'read child', childId: body.subject } : { action: 'read group', groupId: body.subject },
    { keepsReach: true },
    async ({ db, body, me, access, now, live }) => {
      const people = await db.select().from(colleagues).where(eq(colleagues.active, true));
      const named = mentionsIn(body.text, people).filter((id) => id !== me.id);
      // who does not see the child or the group is not told by a note that there is one
      const blind = await blindTo(db, named, people, access.today, (theirs) =>
        (body.about === 'child' ? theirs.childIds : readable(theirs)).has(body.subject),
      );
      const mentions = named.filter((id) => !blind.includes(id));
      await db
        .insert(remarks)
        .values({ ...body, by: me.id, at: now(), mentions })
        .onConflictDoNothing();
      await live.tell({ topic: 'remarks', by: me.id }, body.about === 'child' ? { children: [body.subject] } : { groups: [body.subject] });
      const found = (await remarksFor(db, access, { subject: body.subject })).find((r) => r.id === body.id);
      if (!found) throw new ProblemError('not-found');
      return { ...found, notTold: blind.map((id) => people.find((p) => p.id === id)!.name) };
    },
  ),

  route('looked', { action: 'signed in' }, { keepsReach: true }, async ({ db, me, now }) => {
    const at = now();
    await db.insert(looks).values({ colleague: me.id, at }).onConflictDoUpdate({ target: looks.colleague, set: { at } });
    return { at };
  }),
];
