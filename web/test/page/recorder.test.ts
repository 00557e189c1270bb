/** Recording a reading: nobody is listened to who was not meant to be, and nothing that was recorded is lost. */
import { Blob } from 'node:buffer';
import { RECORDING_PARTS } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useRecorder } from '../../src/reading/recorder.js';
import { forgetSound, keepFor, soundWaiting } from '../../src/outbox/store.js';
import { askedOf, No, NO_NETWORK, onPage, serve } from './support/page.js';

const READING = '0190a000-0000-7000-8000-00000000000a';
class Track {
  stopped = false;
  stop(): void {
    this.stopped = true;
  }
}
/** What a browser records with; the test says when sound comes and when the microphone goes. */
class Microphone {
  static all: Microphone[] = [];
  static isTypeSupported = (type: string): boolean => type === 'audio/webm';
  state: 'inactive' | 'recording' | 'paused' = 'inactive';
  ondataavailable?: (event: { data: Blob }) => void;
  onstop?: () => void;
  readonly #heard: (() => void)[] = [];
  constructor(readonly stream: { active: boolean; getTracks: () => Track[] }) {
    Microphone.all.push(this);
  }
  addEventListener(_type: 'stop', then: () => void): void {
    this.#heard.push(then);
  }
  start(): void {
    if (!this.stream.active) throw new DOMException('no tracks', 'InvalidStateError');
    this.state = 'recording';
  }
  pause(): void {
    this.state = 'paused';
  }
  resume(): void {
    this.state = 'recording';
  }
  stop(): void {
    this.state = 'inactive';
    // the last sound comes after it was stopped
    queueMicrotask(() => {
      this.sound('the end');
      this.onstop?.();
      for (const then of this.#heard) then();
    });
  }
  sound(what: string): void {
    this.ondataavailable?.({ data: new Blob([what], { type: 'audio/webm' }) });
  }
}
const microphone = (): Microphone => Microphone.all.at(-1)!;
let tracks: Track[];
let allow: () => Promise<unknown>;
const stream = () => {
  const track = new Track();
  tracks.push(track);
  return { active: true, getTracks: () => [track] };
};
const sent = (): { part: string; said: string }[] =>
  askedOf('saveRecording').map(({ params, body }) => ({ part: params.part!, said: atob((body as { base64: string }).base64) }));

beforeEach(async () => {
  Microphone.all = [];
  tracks = [];
  allow = () => Promise.resolve(stream());
  vi.stubGlobal('MediaRecorder', Microphone);
  Object.defineProperty(navigator, 'mediaDevices', { configurable: true, value: { getUserMedia: () => allow() } });
  await keepFor('maren', undefined, '2030-01-01T00:00:00.000Z');
  for (let part = 0; part < 3; part += 1) await forgetSound(READING, part);
  serve({ saveRecording: () => ({ ok: true }) });
});
const open = () => onPage(() => useRecorder(READING, 'The ship sank.', 'maren'), undefined);

describe('a recording', () => {
  it('is kept part by part as it is made, stands where the reading stands, and is sent', async () => {
    const { result } = open();
    expect(result.current.state).toBe('off');
    await act(() => result.current.arm('microphone'));
    expect([result.current.state, microphone().state]).toEqual(['ready', 'inactive']);
    act(() => result.current.go());
    act(() => microphone().sound('the ship'));
    act(() => result.current.pause());
    expect([result.current.state, microphone().state]).toEqual(['standing', 'paused']);
    act(() => result.current.go());
    act(() => microphone().sound('sank'));
    // silence is no part
    act(() => microphone().sound(''));
    await act(() => result.current.finish());
    expect([result.current.state, tracks.map((t) => t.stopped)]).toEqual(['kept', [true]]);
    await waitFor(() => expect(sent()).toEqual([{ part: '0', said: 'the ship' }, { part: '1', said: 'sank' }, { part: '2', said: 'the end' }])); // prettier-ignore
    await waitFor(async () => expect(await soundWaiting(READING)).toBe(0));
  });
  it('waits on the device without the network; with the family’s no it goes from there as well', async () => {
    serve({ saveRecording: () => NO_NETWORK });
    const { result } = open();
    await act(() => result.current.arm('microphone'));
    act(() => result.current.go());
    act(() => microphone().sound('the ship'));
    await act(() => result.current.finish());
    expect(await soundWaiting(READING)).toBe(2);
    serve({ saveRecording: () => new No('not-allowed') });
    const { sendSound } = await import('../../src/reading/recorder.js');
    await sendSound('maren');
    expect(await soundWaiting(READING)).toBe(0);
  });
  it('of before, on this device, is known: the reading is recorded in part, and not once more', async () => {
    serve({ saveRecording: () => NO_NETWORK });
    const first = open();
    await waitFor(() => expect(first.result.current.before).toBe(false));
    await act(() => first.result.current.arm('microphone'));
    act(() => first.result.current.go());
    act(() => microphone().sound('the ship'));
    await act(() => first.result.current.finish());
    expect(first.result.current.before).toBe(false);
    first.unmount();
    const again = open();
    await waitFor(() => expect(again.result.current.before).toBe(true));
  });
  it('that was never begun leaves nothing, and can be called off', async () => {
    const { result } = open();
    await act(() => result.current.arm('microphone'));
    act(() => result.current.disarm());
    expect([result.current.state, tracks[0]!.stopped]).toEqual(['off', true]);
    act(() => result.current.go());
    act(() => result.current.pause());
    await act(() => result.current.finish());
    expect([result.current.state, await soundWaiting(READING)]).toEqual(['off', 0]);
  });
});

describe('the microphone', () => {
  it('that is given once the page was left is let go at once', async () => {
    let give = (): void => undefined;
    allow = () => new Promise((done) => void (give = () => done(stream())));
    const { result, unmount } = open();
    const arming = result.current.arm('microphone');
    unmount();
    give();
    await arming;
    expect([tracks.map((t) => t.stopped), Microphone.all.length]).toEqual([[true], 0]);
  });
  it('that is asked for twice is listened to once', async () => {
    const given: (() => void)[] = [];
    allow = () => new Promise((done) => void given.push(() => done(stream())));
    const { result } = open();
    const both = [result.current.arm('microphone'), result.current.arm('microphone')];
    await act(async () => {
      for (const give of given) give();
      await Promise.all(both);
    });
    expect([tracks.map((t) => t.stopped), Microphone.all.length, result.current.state]).toEqual([[true, false], 1, 'ready']);
  });
  it('that goes away while somebody reads says so, and what was recorded until then is kept', async () => {
    const { result } = open();
    await act(() => result.current.arm('microphone'));
    act(() => result.current.go());
    act(() => microphone().sound('the ship'));
    await act(() => Promise.resolve(microphone().stop()));
    await waitFor(() => expect(result.current.state).toBe('kept'));
    expect(result.current.trouble).toMatch(/^The microphone went away. What was recorded until then is kept/);
    await act(() => result.current.finish());
    expect(result.current.state).toBe('kept');
    await waitFor(() => expect(sent().map((one) => one.said)).toEqual(['the ship', 'the end']));
  });
  it('that went away before the reading began says that nothing is recorded', async () => {
    const gone = stream();
    allow = () => Promise.resolve(gone);
    const { result } = open();
    await act(() => result.current.arm('microphone'));
    gone.active = false;
    act(() => result.current.go());
    expect([result.current.state, tracks[0]!.stopped]).toEqual(['off', true]);
    expect(result.current.trouble).toMatch(/nothing is recorded/);
  });
  it('that is not there, or a browser that cannot record, leaves everything else as it is', async () => {
    allow = () => Promise.reject(new DOMException('denied', 'NotAllowedError'));
    const { result } = open();
    await act(() => result.current.arm('microphone'));
    expect([result.current.state, result.current.trouble]).toEqual(['off', 'There is no microphone, or it may not be used here. Everything else works.']); // prettier-ignore
    vi.stubGlobal('MediaRecorder', undefined);
    await act(() => result.current.arm('microphone'));
    expect(result.current.trouble).toBe('This browser cannot record. Everything else works.');
  });
});

it('a recording that goes on and on ends, and says so', async () => {
  const { result } = onPage(() => useRecorder(`${READING.slice(0, -1)}b`, 'The ship sank.', 'maren'), undefined);
  await act(() => result.current.arm('microphone'));
  act(() => result.current.go());
  serve({ saveRecording: () => NO_NETWORK });
  act(() => {
    for (let n = 0; n <= RECORDING_PARTS; n += 1) microphone().sound('x');
  });
  expect(result.current.trouble).toMatch(/^Three quarters of an hour/);
});
