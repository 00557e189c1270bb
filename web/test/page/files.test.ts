/** What takes a while to arrive: the sound of a reading, a file that the server makes, the wording of a school. */
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useMadeFile } from '../../src/api/use-made-file.js';
import { forgetSound, keepFor, keepSound } from '../../src/outbox/store.js';
import { usePlayer, useSound } from '../../src/reading/use-sound.js';
import { onPage } from './support/page.js';

const READING = '0190a000-0000-7000-8000-00000000000b';
/** What the server gives of a recording, and the addresses in memory that were made of it and given back. */
let gives: (reading: string) => Response;
let fetched: string[];
const made: string[] = [];
const back: string[] = [];

beforeEach(async () => {
  made.length = 0;
  back.length = 0;
  fetched = [];
  gives = () => new Response(new Uint8Array(4));
  vi.stubGlobal('fetch', (url: string) => {
    const reading = /readings\/([^/]+)\/recording/.exec(url)![1]!;
    fetched.push(reading);
    return Promise.resolve().then(() => gives(reading));
  });
  vi.stubGlobal(
    'OfflineAudioContext',
    class {
      decodeAudioData = (bytes: ArrayBuffer): Promise<unknown> =>
        bytes.byteLength === 0
          ? Promise.reject(new DOMException('what is this', 'EncodingError'))
          : Promise.resolve({ duration: 2, sampleRate: 16_000, getChannelData: () => new Float32Array(32_000).fill(0.1) });
    },
  );
  vi.spyOn(URL, 'createObjectURL').mockImplementation(() => (made.push(`blob:${made.length}`), made.at(-1)!));
  vi.spyOn(URL, 'revokeObjectURL').mockImplementation((url) => void back.push(url));
  await keepFor('maren', undefined, '2030-01-01T00:00:00.000Z');
  await forgetSound(READING, 0);
});

describe('the sound of a reading', () => {
  const open = (parts = 2) => onPage((n: number) => useSound(READING, n), parts);
  it('is fetched once, and given back when the page is left', async () => {
    const { result, unmount } = open();
    await waitFor(() => expect(result.current.sound?.ms).toBe(2000));
    expect([fetched, back]).toEqual([[READING], []]);
    unmount();
    expect(back).toEqual(made);
  });
  it('is not fetched while part of it lies on this device', async () => {
    await keepSound({ reading: READING, part: 0, by: 'maren', mime: 'audio/webm', blob: new Blob(['sh']) });
    const { result } = open();
    await waitFor(() => expect(result.current.waiting).toBe(1));
    expect([fetched, result.current.sound]).toEqual([[], null]);
  });
  it('that is heard goes on being heard while more of it is fetched, and where that fails; then it is tried again', async () => {
    const { result, rerender } = open(1);
    await waitFor(() => expect(result.current.sound).not.toBeNull());
    const before = result.current.sound!.url;
    gives = () => {
      throw new TypeError('Failed to fetch');
    };
    rerender(2);
    expect(result.current.sound!.url).toBe(before);
    await waitFor(() => expect(result.current.trouble).toBe('The recording cannot be fetched just now.'));
    expect([result.current.sound!.url, back]).toEqual([before, []]);
    gives = () => new Response(new Uint8Array(4));
    act(() => result.current.again());
    await waitFor(() => expect(result.current.sound!.url).not.toBe(before));
    expect([result.current.trouble, back]).toEqual([null, [before]]);
  });
  it('that this browser cannot play says so; one that was deleted is none', async () => {
    gives = () => new Response(new Uint8Array(0));
    const { result, rerender } = open();
    await waitFor(() => expect(result.current.trouble).toMatch(/^This browser cannot play/));
    gives = () => new Response(null, { status: 404 });
    rerender(3);
    await waitFor(() => expect([result.current.trouble, result.current.sound]).toEqual([null, null]));
  });
  it('is never another reading’s', async () => {
    const { result, rerender } = onPage((reading: string) => useSound(reading, 1), String(READING));
    await waitFor(() => expect(result.current.sound).not.toBeNull());
    gives = () => new Response(null, { status: 503 });
    rerender('another');
    expect(result.current.sound).toBeNull();
    await waitFor(() => expect(result.current.trouble).not.toBeNull());
    expect(back).toEqual(made);
  });
  it('is played from a place within it only', () => {
    const { result } = onPage(() => usePlayer({ url: 'blob:x', ms: 2000, loud: new Float32Array(1) }), undefined);
    const audio = { currentTime: 0, playbackRate: 1, paused: true, play: vi.fn(() => Promise.resolve()), pause: vi.fn() };
    (result.current.audio as { current: unknown }).current = audio;
    act(() => result.current.seek(9000));
    expect([audio.currentTime, result.current.at]).toEqual([2, 2000]);
    act(() => result.current.seek(-1));
    expect([audio.currentTime, result.current.at]).toEqual([0, 0]);
    act(() => result.current.setSpeed(0.5));
    expect([audio.playbackRate, result.current.speed]).toEqual([0.5, 0.5]);
    result.current.toggle();
    audio.paused = false;
    result.current.toggle();
    expect([audio.play.mock.calls.length, audio.pause.mock.calls.length]).toEqual([1, 1]);
  });
});

describe('a file that is made', () => {
  const answers = new Map<string, (response: Response) => void>();
  beforeEach(() => {
    answers.clear();
    vi.stubGlobal(
      'fetch',
      (url: string, { signal }: { signal: AbortSignal }) =>
        new Promise<Response>((answer, fail) => {
          answers.set(/name=(\w+)/.exec(url)![1]!, answer);
          signal.addEventListener('abort', () => fail(new DOMException('stopped', 'AbortError')));
        }),
    );
  });
  const give = (name: string): void => answers.get(name)!(new Response(`of ${name}`));
  it('is the one asked for last, whichever is ready first; the other is let go', async () => {
    const { result } = onPage(() => useMadeFile(), undefined);
    act(() => void result.current.make('/file?name=old'));
    act(() => void result.current.make('/file?name=young'));
    expect(result.current.state.is).toBe('being made');
    give('young');
    await waitFor(() => expect(result.current.state.is).toBe('made'));
    give('old');
    await act(() => new Promise((done) => setTimeout(done, 5)));
    const { state } = result.current;
    expect(state.is === 'made' && (await state.file.text())).toBe('of young');
  });
  it('can be stopped, and says why it failed', async () => {
    const { result } = onPage(() => useMadeFile(), undefined);
    act(() => void result.current.make('/file?name=one'));
    act(() => result.current.stop());
    await waitFor(() => expect(result.current.state.is).toBe('not begun'));
    act(() => void result.current.make('/file?name=two'));
    answers.get('two')!(Response.json({ code: 'busy', title: 'The server is busy.' }, { status: 503 }));
    await waitFor(() => expect(result.current.state.is).toBe('failed'));
  });
});
