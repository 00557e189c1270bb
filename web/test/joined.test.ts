/** Who joined after a plan was made, and what they can be given to read. */
import { describe, expect, it } from 'vitest';
import type { ChildLine, Session } from '@sapling/contract';
import { joinedSince, theyRead } from '../src/sessions/joined.js';

const session = (joined: string[] | undefined, log: object | null = null): Session =>
  ({ log, plan: { joined }, members: [{ id: 'a', name: 'Ada Test' }, { id: 'b', name: 'Ben Test' }] }) as unknown as Session; // prettier-ignore
const child = (id: string, known: Record<string, number>): ChildLine =>
  ({ id, line: Object.entries(known).map(([gpc, p]) => ({ gpc, known: p, basedOn: 3, state: 'wobbly' })) }) as unknown as ChildLine;

describe('a plan made before somebody joined', () => {
  it('names them, and says of one who is out of sight that there is one', () => {
    expect(joinedSince(session(['b']))).toBe('Ben');
    expect(joinedSince(session(['a', 'b']))).toBe('Ada and Ben');
    expect(joinedSince(session(['a', 'elsewhere']))).toBe('Ada and a child of another class');
  });
  it('names nobody once it was held, or where it was made for all of them', () => {
    expect(joinedSince(session(['b'], {}))).toBeNull();
    expect(joinedSince(session([]))).toBeNull();
    expect(joinedSince(session(undefined))).toBeNull();
  });
  it('is held against what each of them likely knows of what was taught, and never against what was not', () => {
    const taught = { gpcs: ['s:s', 'ai:ay', 'ng:ng'], words: ['said'] };
    const read = (...children: ChildLine[]) => theyRead(children, taught).gpcs;
    expect(read(child('a', { 's:s': 0.9, 'ai:ay': 0.2, 'oa:oh': 0.9 }))).toEqual(['s:s', 'ng:ng']);
    expect(read(child('a', { 'ai:ay': 0.2 }), child('b', { 's:s': 0.4 }))).toEqual(['ng:ng']);
    expect(theyRead([], taught).words).toEqual(['said']);
  });
});
