/** What a device keeps: opened by the key it was sealed with, by no other, and not where a bit of it was changed. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deviceKey, open, seal, type DeviceKey } from '../src/outbox/seal.js';

const secret = (n: number): string => Buffer.alloc(32, n).toString('base64url');
const key = (n: number): Promise<DeviceKey> => deviceKey(secret(n), `person ${n}`, '2026-11-25T20:00:00.000Z');

describe('sealed', () => {
  it('is the same when it is opened, and holds no word of it meanwhile', async () => {
    const mine = await key(251);
    await fc.assert(
      fc.asyncProperty(fc.jsonValue(), async (value) => {
        const sealed = await seal(mine, { child: 'Wren Okafor-Vale', value });
        expect(Buffer.from(sealed.data).toString('latin1')).not.toContain('Okafor');
        expect(await open(mine, sealed)).toEqual(JSON.parse(JSON.stringify({ child: 'Wren Okafor-Vale', value })));
      }),
      { numRuns: 100 },
    );
  });
  it('is not opened by another key, nor where one bit is another', async () => {
    const mine = await key(1);
    const sealed = await seal(mine, { said: 'sh' });
    await expect(open(await key(2), sealed)).rejects.toThrow();
    const changed = sealed.data.slice(0);
    new Uint8Array(changed)[3]! ^= 1;
    await expect(open(mine, { ...sealed, data: changed })).rejects.toThrow();
  });
  it('twice is two different things, and the same secret makes a key of the same name', async () => {
    const mine = await key(3);
    const [a, b] = await Promise.all([seal(mine, 'a mark'), seal(mine, 'a mark')]);
    expect(Buffer.from(a.data).equals(Buffer.from(b.data))).toBe(false);
    expect((await key(3)).id).toBe(mine.id);
    expect((await key(4)).id).not.toBe(mine.id);
    expect(await open(await key(3), a)).toBe('a mark');
  });
});
