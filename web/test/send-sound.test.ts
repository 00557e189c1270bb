/** Sound that waits on a device: each part arrives once and in order, no reading waits for another, and what nobody wants goes. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { SoundPart } from '../src/outbox/store.js';
import { againAfter, createSoundSender, type Sent } from '../src/reading/send-sound.js';

/** A device, a clock that is turned by hand, and a server of which a test says what it answers. */
function stand(answers: (reading: string, at: number) => Sent) {
  const device: SoundPart[] = [];
  const timers: { at: number; then: () => void }[] = [];
  const arrived: string[] = [];
  let time = 0;
  let calls = 0;
  const send = createSoundSender({
    next: async (by, but) => device.find((p) => p.by === by && !but.has(p.reading)),
    send: async ({ reading, part }) => {
      calls += 1;
      const sent = answers(reading, time);
      if (sent === 'kept') arrived.push(`${reading} ${part}`);
      return sent;
    },
    forget: async (reading, part) => {
      device.splice(
        device.findIndex((p) => p.reading === reading && p.part === part),
        1,
      );
    },
    after: (ms, then) => {
      const timer = { at: time + ms, then };
      timers.push(timer);
      return () => void (timers.includes(timer) && timers.splice(timers.indexOf(timer), 1));
    },
  });
  const settle = async (): Promise<void> => {
    for (let k = 0; k < 200; k += 1) await Promise.resolve();
  };
  return {
    device,
    arrived,
    timers,
    send,
    settle,
    calls: () => calls,
    record: (reading: string, part: number, by = 'me') => device.push({ reading, part, by, mime: 'audio/webm', blob: new Blob() }),
    /** Lets so much time pass. */
    pass: async (ms: number): Promise<void> => {
      const until = time + ms;
      for (;;) {
        await settle();
        const next = timers.filter((t) => t.at <= until).sort((a, b) => a.at - b.at)[0];
        if (!next) break;
        time = next.at;
        timers.splice(timers.indexOf(next), 1);
        next.then();
      }
      time = until;
      await settle();
    },
  };
}

describe('sound that waits on a device', () => {
  it('is not kept waiting by that of a reading which the server has not got', async () => {
    let there = false;
    const s = stand((reading) => (reading === 'a' && !there ? 'not yet' : 'kept'));
    for (const part of [0, 1]) for (const reading of ['a', 'b']) s.record(reading, part);
    await s.send('me');
    expect(s.arrived).toEqual(['b 0', 'b 1']);
    expect(s.device.map((p) => p.reading)).toEqual(['a', 'a']);
    there = true;
    await s.pass(60_000);
    expect(s.arrived).toEqual(['b 0', 'b 1', 'a 0', 'a 1']);
    expect([s.device.length, s.timers.length]).toEqual([0, 0]);
  });

  it('goes from the device where nobody wants it any more, and lets the rest go on', async () => {
    const s = stand((reading) => (reading === 'deleted' ? 'not wanted' : 'kept'));
    s.record('deleted', 0);
    s.record('deleted', 1);
    s.record('other', 0);
    await s.send('me');
    expect(s.arrived).toEqual(['other 0']);
    expect(s.device).toEqual([]);
    expect(s.timers, 'nothing is tried again').toEqual([]);
  });

  it('is sent by whoever recorded it', async () => {
    const s = stand(() => 'kept');
    s.record('a', 0, 'somebody else');
    s.record('b', 0);
    await s.send('me');
    expect(s.arrived).toEqual(['b 0']);
    expect(s.device).toHaveLength(1);
  });

  it('is tried seldomer the longer nothing goes, and at once often again when something did', async () => {
    expect([0, 1, 2, 3, 4, 9].map(againAfter)).toEqual([4000, 8000, 16_000, 32_000, 60_000, 60_000]);
    let up = false;
    const s = stand(() => (up ? 'kept' : 'out of reach'));
    s.record('a', 0);
    await s.send('me');
    await s.pass(3_600_000);
    expect(s.calls(), 'in an hour without the network').toBeLessThan(70);
    up = true;
    await s.pass(60_000);
    expect(s.arrived).toEqual(['a 0']);
    up = false;
    s.record('a', 1);
    await s.send('me');
    up = true;
    await s.pass(4000);
    expect(s.arrived).toEqual(['a 0', 'a 1']);
  });

  it('asked for again while it is under way it is sent once', async () => {
    const s = stand(() => 'kept');
    for (const part of [0, 1, 2]) s.record('a', part);
    await Promise.all([s.send('me'), s.send('me'), s.send('me')]);
    expect(s.arrived).toEqual(['a 0', 'a 1', 'a 2']);
  });

  it('goes on where the device itself could not be read for a moment', async () => {
    let fails = 1;
    const arrived: number[] = [];
    const left = [{ reading: 'a', part: 0, by: 'me', mime: '', blob: new Blob() }];
    const later: (() => void)[] = [];
    const send = createSoundSender({
      next: async () => {
        fails -= 1;
        if (fails >= 0) throw new Error('the store is closing');
        return left[0];
      },
      send: async ({ part }) => (arrived.push(part), 'kept'),
      forget: async () => left.shift(),
      after: (_ms, then) => (later.push(then), () => undefined),
    });
    await send('me');
    expect([arrived.length, later.length]).toEqual([0, 1]);
    later[0]!();
    for (let k = 0; k < 20; k += 1) await Promise.resolve();
    expect(arrived).toEqual([0]);
  });

  it('whatever happens on the way: each part arrives once, in order, or is not wanted, and none is left', async () => {
    const fate = fc.record({ from: fc.integer({ min: 0, max: 300_000 }), wanted: fc.boolean() });
    const down = fc.array(fc.tuple(fc.integer({ min: 0, max: 300_000 }), fc.integer({ min: 0, max: 60_000 })), { maxLength: 4 });
    await fc.assert(
      fc.asyncProperty(
        fc.array(fate, { minLength: 1, maxLength: 4 }),
        down,
        fc.integer({ min: 1, max: 4 }),
        async (fates, outages, parts) => {
          const s = stand((reading, at) => {
            if (outages.some(([from, ms]) => from <= at && at < from + ms)) return 'out of reach';
            const { from, wanted } = fates[Number(reading)]!;
            return at < from ? 'not yet' : wanted ? 'kept' : 'not wanted';
          });
          for (let part = 0; part < parts; part += 1) fates.forEach((_, reading) => s.record(String(reading), part));
          await s.send('me');
          await s.pass(600_000);
          expect(s.device).toEqual([]);
          for (const [reading, { wanted }] of fates.entries())
            expect(s.arrived.filter((a) => a.startsWith(`${reading} `))).toEqual(
              wanted ? Array.from({ length: parts }, (_, part) => `${reading} ${part}`) : [],
            );
        },
      ),
      { numRuns: 60 },
    );
  });
});
