/** Made-up children, groups and rules, as the screens hold them. */
import type { ChildLine, Group, GroupRule } from '@sapling/contract';
import type { Orders } from '../../src/api/orders.js';

export const PAIRS = ['s:s', 'a:a', 'ai:ay', 'sh:sh', 'oa:oh', 'ee:ee'];
/** All pairs secure, but for these. */
const states = (gaps: readonly string[]): ChildLine['line'] =>
  PAIRS.map((gpc) => {
    const gap = gaps.includes(gpc);
    return {
      gpc,
      state: gap ? 'gap' : 'secure',
      p: gap ? 0.05 : 0.95,
      low: gap ? 0.01 : 0.85,
      high: gap ? 0.15 : 0.99,
      basedOn: 4,
      lastSeen: '2026-11-01T09:00:00.000Z',
      known: gap ? 0.05 : 0.95,
      slow: false,
      due: false,
    };
  });
export const child = (id: string, gaps: readonly string[], more: Partial<ChildLine> = {}): ChildLine => ({
  id,
  givenName: id.toUpperCase(),
  familyName: '',
  classId: 'wrens',
  externalId: null,
  firstLanguage: '',
  needs: '',
  dateOfBirth: null,
  recordingConsent: false,
  version: 1,
  line: states(gaps),
  strands: [],
  lastCheck: null,
  direction: null,
  directionClear: false,
  groupIds: [],
  ...more,
});
export const taught = { gpcs: PAIRS, words: [] };
export const orders: Orders = { total: () => PAIRS.length, order: () => undefined, taught: () => taught, taughtToAll: () => taught };
export const group = (id: string, members: string[], focus: string[], more: Partial<Group> = {}): Group => ({
  id,
  name: id,
  adultId: null,
  focus,
  skills: [],
  slot: null,
  meets: null,
  startsOn: '2026-11-02',
  endsOn: null,
  members,
  hidden: 0,
  version: 1,
  ...more,
});
export const rule = (kind: GroupRule['kind'], children: string[], slots: string[] = []): GroupRule => ({
  id: `${kind} ${children.join()}`,
  kind,
  children,
  slots,
  why: '',
  savedBy: 'x',
  savedAt: '2026-11-01T09:00:00.000Z',
  version: 1,
});
