/**
 * Sends the sound of readings that waits on this device, in the order it was made. Sound of a reading that the server does not take
 * yet stands back, so that no other reading's waits for it; what the server does not want any more goes from the device.
 */
import type { SoundPart } from '../outbox/store.js';

/** What became of a part: it is kept, nobody wants it any more, its reading is not there (yet), or the server is out of reach. */
export type Sent = 'kept' | 'not wanted' | 'not yet' | 'out of reach';

export interface SoundSending {
  /** The first part of this colleague's that waits, of none of these readings. */
  readonly next: (by: string, but: ReadonlySet<string>) => Promise<SoundPart | undefined>;
  readonly send: (part: SoundPart) => Promise<Sent>;
  readonly forget: (reading: string, part: number) => Promise<unknown>;
  /** Calls back after so many milliseconds. @returns what stops it */
  readonly after: (ms: number, then: () => void) => () => void;
}

/** Milliseconds until it is tried again: twice as long after each round in which nothing went, at most one minute. */
export const againAfter = (fruitless: number): number => Math.min(4000 * 2 ** fruitless, 60_000);

/** @returns sends what waits; called again while it does so it changes nothing */
export function createSoundSender({ next, send, forget, after }: SoundSending): (by: string) => Promise<void> {
  let sending = false;
  let stop: () => void = () => undefined;
  let fruitless = 0;
  /** @returns whether something waits on */
  async function round(by: string): Promise<boolean> {
    const standBack = new Set<string>();
    for (;;) {
      const part = await next(by, standBack);
      if (!part) return standBack.size > 0;
      const sent = await send(part);
      if (sent === 'out of reach') return true;
      if (sent === 'not yet') standBack.add(part.reading);
      else {
        await forget(part.reading, part.part);
        fruitless = 0;
      }
    }
  }
  return async function sendSound(by) {
    if (sending) return;
    sending = true;
    stop();
    // what this device itself cannot do just now is tried again as well
    const waits = await round(by).catch(() => true);
    sending = false;
    if (!waits) return;
    stop = after(againAfter(fruitless), () => void sendSound(by));
    fruitless += 1;
  };
}
