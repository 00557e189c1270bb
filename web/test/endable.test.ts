/** Calls to somebody who may be gone: each is answered, refused or ended, and none waits for ever. */
import { describe, expect, it } from 'vitest';
import { endable } from '../src/workers/endable.js';

const never = new Promise<never>(() => undefined);
const worker = {
  double: (n: number) => Promise.resolve(2 * n),
  refuse: () => Promise.reject(new Error('no words')),
  silent: () => never,
  version: 3,
};

describe('an endable worker', () => {
  it('answers and refuses as before, and passes on what is no method', async () => {
    const { calls } = endable(worker);
    expect(await calls.double(4)).toBe(8);
    await expect(calls.refuse()).rejects.toThrow('no words');
    expect(calls.version).toBe(3);
  });
  it('ends every call that waits, and every later one; what was answered stays answered', async () => {
    const { calls, end } = endable(worker);
    const [done, first, second] = [calls.double(1), calls.silent(), calls.silent()];
    expect(await done).toBe(2);
    end(new Error('gone'));
    await expect(first).rejects.toThrow('gone');
    await expect(second).rejects.toThrow('gone');
    await expect(calls.double(4)).rejects.toThrow('gone');
    expect(await done).toBe(2);
  });
});
