/** What a grouping must keep, as colleagues said. A rule is seen by those who reach all its children. */
import { isNull } from 'drizzle-orm';
import type { GroupRule } from '@sapling/contract';
import type { Access } from '../access.js';
import type { Db } from '../db/open.js';
import { groupRules } from '../db/schema.js';
import { ProblemError } from '../http/problem.js';
import { route } from '../http/route.js';
import { conflictWith, removeVersioned, saveVersioned } from '../http/save-versioned.js';

async function listRules(db: Db, access: Access): Promise<GroupRule[]> {
  const rows = await db.select().from(groupRules).where(isNull(groupRules.removedAt)).orderBy(groupRules.savedAt);
  return rows.filter((row) => row.children.every((child) => access.childIds.has(child))).map(({ removedAt: _removedAt, ...rule }) => rule);
}

export const groupRuleRoutes = [
  route('groupRules', { action: 'form groups', childIds: [] }, async ({ db, access }) => listRules(db, access)),

  route(
    'saveGroupRule',
    ({ body }) => ({ action: 'form groups', childIds: body.children }),
    async ({ db, params, body, me, access, now, live }) => {
      const { version, ...rule } = body;
      const two = rule.kind === 'together' || rule.kind === 'apart';
      if (two && new Set(rule.children).size < 2)
        throw new ProblemError('bad-input', { errors: [{ path: 'children', message: 'Choose two children or more.' }] });
      if (rule.kind === 'busy' && rule.slots.length === 0)
        throw new ProblemError('bad-input', { errors: [{ path: 'slots', message: 'Choose the times.' }] });
      const current = (await listRules(db, access)).find((r) => r.id === params.id);
      const saved = await saveVersioned(db, groupRules, { id: params.id }, version, { ...rule, savedBy: me.id, savedAt: now() });
      if (!saved) throw conflictWith(current);
      await live.tell({ topic: 'groups', by: me.id }, { children: rule.children });
      return (await listRules(db, access)).find((r) => r.id === params.id)!;
    },
  ),

  route('removeGroupRule', { action: 'form groups', childIds: [] }, async ({ db, params, query, me, access, now, live }) => {
    const current = (await listRules(db, access)).find((r) => r.id === params.id);
    if (!current) throw new ProblemError('not-found');
    if (!(await removeVersioned(db, groupRules, { id: params.id }, query.version, now()))) throw conflictWith(current);
    await live.tell({ topic: 'groups', by: me.id }, { children: current.children });
    return { ok: true as const };
  }),
];
