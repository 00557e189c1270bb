/** The outbox in every order of failure: nothing is lost, the order stands, and no record waits for one that is at fault. */
import type { OutboxEntry } from '@sapling/contract';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { createOutbox, RETRY_MS, SendError, type Result, type SendFault, type Waiting } from '../src/outbox/create-outbox.js';

/** A store, a clock that is turned by hand, and a server that does as it is told. */
function stand(batch = 4, read: (rows: Map<number, Waiting>) => Promise<Waiting[]> = async (rows) => [...rows.values()], unreadable = 0) {
  const rows = new Map<number, Waiting>();
  let next = 1;
  const timers: { at: number; then: () => void }[] = [];
  let time = 0;
  const arrived: string[] = [];
  const server = {
    /** What goes wrong with the next calls, in turn. */
    faults: [] as (SendFault | 'lost answer' | undefined)[],
    refuses: new Set<string>(),
    /** Records that make every batch they are in fail. */
    poison: new Map<string, SendFault>(),
    calls: 0,
  };
  const outbox = createOutbox({
    store: {
      all: async () => ({ records: await read(rows), unreadable }),
      settle: async ({ put = [], remove = [] }) => {
        for (const w of put) rows.set(w.seq!, w);
        for (const seq of remove) rows.delete(seq);
      },
    },
    send: async (entries): Promise<Result[]> => {
      server.calls += 1;
      const fault = server.faults.shift();
      if (fault && fault !== 'lost answer') throw new SendError(fault);
      for (const { id } of entries) if (server.poison.has(id)) throw new SendError(server.poison.get(id)!);
      const results = entries.map(({ id }): Result => {
        if (server.refuses.has(id)) return { id, status: 'refused', reason: 'no' };
        if (arrived.includes(id)) return { id, status: 'already' };
        arrived.push(id);
        return { id, status: 'stored' };
      });
      if (fault === 'lost answer') throw new SendError('offline');
      return results;
    },
    clock: {
      after: (ms, then) => {
        const timer = { at: time + ms, then };
        timers.push(timer);
        return () => void timers.splice(timers.indexOf(timer), timers.includes(timer) ? 1 : 0);
      },
    },
    batch,
  });
  const add = (id: string, by = 'me'): void => {
    const seq = next;
    next += 1;
    rows.set(seq, { seq, by, entry: { type: 'note', id, record: { id } } as unknown as OutboxEntry });
  };
  /** Lets time pass until nothing is left to call back, or `most` milliseconds have gone. */
  const pass = async (most = 200_000): Promise<void> => {
    const until = time + most;
    await settle();
    for (;;) {
      const due = timers.sort((a, b) => a.at - b.at)[0];
      if (!due || due.at > until) break;
      timers.shift();
      time = due.at;
      due.then();
      await settle();
    }
    time = until;
  };
  return { outbox, rows, server, arrived, add, pass };
}
/** Everything that waits for nothing but its turn has had it. */
const settle = (): Promise<void> => new Promise((done) => setImmediate(done));

describe('the outbox', () => {
  it('goes on by itself where the device cannot be read for a while, however often it is asked', async () => {
    for (const fails of [1, 2, 3, 5]) {
      let reads = 0;
      const { outbox, add, arrived, pass } = stand(4, async (rows) => {
        reads += 1;
        if (reads <= fails) throw new Error('The device cannot be read.');
        return [...rows.values()];
      });
      add('one');
      await outbox.start('me');
      await pass();
      expect(arrived, `${fails} times`).toEqual(['one']);
      expect(outbox.state()).toMatchObject({ waiting: 0, reach: 'reached' });
    }
  });
  it('what is written while something is read or counted goes out by itself, whichever moment it is', async () => {
    for (let moment = 1; moment <= 3; moment += 1) {
      let empty = 0;
      const made = stand(4, async (rows) => {
        const list = [...rows.values()];
        if (list.length === 0 && made.arrived.length === 1) {
          empty += 1;
          if (empty === moment) {
            made.add('second');
            void made.outbox.send();
          }
        }
        return list;
      });
      await made.outbox.start('me');
      made.add('first');
      await made.outbox.send();
      for (let turn = 0; turn < 5; turn += 1) await settle();
      expect(made.arrived, `moment ${moment}`).toEqual(['first', 'second']);
    }
  });

  it('sends in the order made, under the sign-in of who made it, and is empty then', async () => {
    const { outbox, rows, arrived, add } = stand();
    for (const id of ['a', 'b', 'c', 'd', 'e']) add(id);
    add('theirs', 'somebody else');
    await outbox.start('me');
    expect(arrived).toEqual(['a', 'b', 'c', 'd', 'e']);
    expect([...rows.values()].map((w) => w.entry.id)).toEqual(['theirs']);
    expect(outbox.state()).toMatchObject({ waiting: 0, reach: 'reached' });
  });

  it('says how many it cannot open, sends the others, and forgets it with the sign-in', async () => {
    const { outbox, arrived, add } = stand(4, undefined, 2);
    add('a');
    await outbox.start('me');
    expect(arrived).toEqual(['a']);
    expect(outbox.state()).toMatchObject({ waiting: 0, unreadable: 2 });
    outbox.stop();
    expect(outbox.state().unreadable).toBe(0);
  });

  it('never says that all is sent while something waits, however storing and counting cross', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(fc.tuple(fc.nat(3), fc.nat(3)), { minLength: 1, maxLength: 12 }), async (turns) => {
        const turn = (n: number): Promise<void> => (n === 0 ? Promise.resolve() : settle().then(() => turn(n - 1)));
        let slow = 0;
        // what is read is what was there when reading began, and comes late
        const { outbox, rows, add } = stand(4, async (all) => {
          const found = [...all.values()];
          await turn(slow);
          return found;
        });
        await outbox.start('me');
        let unstored = 0;
        const untrue: string[] = [];
        outbox.watch(() => {
          const { waiting, unsaved } = outbox.state();
          if (waiting + unsaved === 0 && rows.size + unstored > 0) untrue.push(`${rows.size} and ${unstored}`);
        });
        for (const [k, [writing, reading]] of turns.entries()) {
          slow = reading;
          unstored += 1;
          const written = outbox.writing(1);
          await turn(writing);
          add(`mark ${k}`);
          unstored -= 1;
          written(true);
          void outbox.send();
          await turn(1);
        }
        for (let n = 0; n < 60; n += 1) await settle();
        await outbox.send();
        expect(untrue).toEqual([]);
        expect([rows.size, outbox.state().waiting, outbox.state().unsaved]).toEqual([0, 0, 0]);
      }),
      { numRuns: 60 },
    );
  });

  it('keeps what was refused with its reason, and sends the rest; it can be tried again or thrown away', async () => {
    const { outbox, server, arrived, add } = stand();
    for (const id of ['a', 'bad', 'c']) add(id);
    server.refuses.add('bad');
    await outbox.start('me');
    expect(arrived).toEqual(['a', 'c']);
    expect(outbox.state().refused).toMatchObject([{ refused: 'no', entry: { id: 'bad' } }]);
    server.refuses.clear();
    await outbox.retryRefused();
    expect(arrived).toEqual(['a', 'c', 'bad']);
    add('worse');
    server.refuses.add('worse');
    await outbox.send();
    await outbox.drop(outbox.state().refused[0]!.seq!);
    expect(outbox.state()).toMatchObject({ waiting: 0, refused: [] });
  });

  it('halves a batch that fails as a whole until the one at fault stands alone, and goes on trying it', async () => {
    const { outbox, server, arrived, add, pass } = stand(8);
    for (const id of ['a', 'b', 'big', 'd', 'e', 'sick', 'g', 'h']) add(id);
    server.poison.set('big', 'too large').set('sick', 'failed');
    await outbox.start('me');
    expect([...arrived].sort()).toEqual(['a', 'b', 'd', 'e', 'g', 'h']);
    expect(outbox.state().refused).toMatchObject([{ entry: { id: 'big' } }]);
    expect(outbox.state().waiting).toBe(1);
    server.poison.delete('sick');
    await pass();
    expect(arrived).toContain('sick');
    expect(outbox.state().waiting).toBe(0);
  });

  it('waits longer after each failure, says that it is offline, and begins anew when it came through', async () => {
    const { outbox, server, add, pass } = stand();
    add('a');
    server.faults = ['offline', 'offline', 'offline'];
    await outbox.start('me');
    expect(outbox.state()).toMatchObject({ waiting: 1, reach: 'offline' });
    await pass(RETRY_MS[0] - 1);
    expect(server.calls).toBe(1);
    await pass(1);
    expect(server.calls).toBe(2);
    await pass(RETRY_MS[1] + RETRY_MS[2]);
    expect(outbox.state()).toMatchObject({ waiting: 0, reach: 'reached' });
  });

  it('stops at the end of a sign-in and goes on with the next', async () => {
    const { outbox, server, add, pass, arrived } = stand();
    add('a');
    server.faults = ['signed out'];
    await outbox.start('me');
    await pass();
    expect(server.calls).toBe(1);
    expect(outbox.state()).toMatchObject({ waiting: 1, reach: 'signed out' });
    outbox.stop();
    await outbox.start('me');
    expect(arrived).toEqual(['a']);
  });

  it('loses nothing and stores each once, whatever goes wrong in whatever order', async () => {
    const fault = fc.constantFrom<SendFault | 'lost answer' | undefined>('offline', 'failed', 'too large', 'lost answer', undefined);
    await fc.assert(
      fc.asyncProperty(
        fc.array(fault, { maxLength: 14 }),
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 1, max: 5 }),
        fc.array(fc.boolean(), { maxLength: 12 }),
        async (faults, n, batch, refused) => {
          const { outbox, server, rows, arrived, add, pass } = stand(batch);
          const ids = Array.from({ length: n }, (_, k) => `r${k}`);
          ids.forEach((id, k) => refused[k] && server.refuses.add(id));
          server.faults = [...faults];
          const started = outbox.start('me');
          for (const id of ids) {
            add(id);
            void outbox.send();
          }
          await started;
          await pass(2_000_000);
          // what is not on the server is on the device
          const kept = [...rows.values()].map((w) => w.entry.id);
          expect([...new Set([...arrived, ...kept])].sort()).toEqual([...ids].sort());
          expect(new Set(arrived).size).toBe(arrived.length);
          expect(outbox.state().waiting).toBe(0);
          for (const id of kept) expect(server.refuses.has(id) || faults.includes('too large')).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
});
