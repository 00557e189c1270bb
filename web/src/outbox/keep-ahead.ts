/**
 * What today's and tomorrow's sessions and checks need is read once after signing in and kept on this device, so that the
 * network may go at any moment: the lists, each session that this colleague may run, the words and the text it holds, and the
 * programs of the screens beside a child.
 */
import type { EndpointName, Session } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { keepCopy } from '../api/data.js';
import type { Input } from '../api/client.js';
import { todayDay } from '../clock.js';
import { ahead, sayAhead } from './ahead.js';

const LISTS: readonly EndpointName[] = [
  'today', 'children', 'classes', 'orders', 'settings', 'groups', 'checks', 'team', 'texts', 'styles', 'cues', 'corrections', 'schoolWords', 'timetable', 'lendings',
]; // prettier-ignore
/** Two days: a session is run on its day, and looked through the evening before. */
const DAYS = 2;

/** So long after the last press or key the device is taken to be at rest. */
const REST_MS = 1000;
/** Somebody who never rests has the day kept all the same. */
const LONGEST_WAIT_MS = 15_000;
let lastPress = 0;
const pressed = (): void => void (lastPress = performance.now());
async function quiet(until: number): Promise<void> {
  while (performance.now() - lastPress < REST_MS && performance.now() < until)
    await new Promise((resolve) => setTimeout(resolve, REST_MS / 4));
}

/** Reads and keeps. Called some moments after signing in, when the first screen stands; what fails is left for later. */
export async function keepAhead(): Promise<void> {
  if (ahead.get() === 'under way') return;
  sayAhead('under way');
  addEventListener('pointerdown', pressed, true);
  addEventListener('keydown', pressed, true);
  const until = performance.now() + LONGEST_WAIT_MS;
  let whole = true;
  const read = async <N extends EndpointName>(name: N, input: Input<N> = {}): Promise<unknown> => {
    try {
      await quiet(until);
      return await keepCopy(name, input);
    } catch {
      whole = false;
      return undefined;
    }
  };
  // one after another, and only while nobody presses anything: what somebody does now comes first
  for (const name of LISTS) await read(name);
  const from = todayDay();
  const sessions = (await read('sessions', { query: { from, to: daysAfter(from, DAYS - 1) } })) as readonly Session[] | undefined;
  for (const session of sessions ?? []) if (!session.log) await read('session', { params: { id: session.id } });
  try {
    await quiet(until);
    await Promise.all([
      import('../check/marking.js'),
      import('../check/start.js'),
      import('../sessions/run.js'),
      import('../reading/marking.js'),
    ]);
    // the worker fetches the lexicon, which is then kept with the other files
    await (await import('../workers/core.js')).core().warmUp();
  } catch {
    whole = false;
  }
  removeEventListener('pointerdown', pressed, true);
  removeEventListener('keydown', pressed, true);
  sayAhead(whole && sessions !== undefined ? 'kept' : 'not all');
}
