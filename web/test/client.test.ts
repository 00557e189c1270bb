/** Calling the server: what is sent, what comes back, and which of the two is at fault where nothing does. */
import { CLOCK_HEADER, endpoints, PROBLEM_SENTENCES } from '@sapling/contract';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { call, callFile, Problem, sentenceOf, setCsrf, Unreachable } from '../src/api/client.js';
import { clock, keepClock, pressedAt } from '../src/clock.js';

interface Asked {
  readonly url: string;
  readonly init: RequestInit;
}
const asked: Asked[] = [];
let answers: (Response | Error)[] = [];
const json = (body: unknown, init: ResponseInit = {}): Response =>
  new Response(JSON.stringify(body), { status: 200, headers: { 'content-type': 'application/json' }, ...init });

beforeEach(() => {
  asked.length = 0;
  answers = [];
  // no browser here: where the clock stands is kept on the device
  const held = new Map<string, string>();
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => held.set(key, value),
    removeItem: (key: string) => held.delete(key),
  });
  vi.stubGlobal('fetch', async (url: string, init: RequestInit) => {
    asked.push({ url, init });
    const answer = answers.shift() ?? new Error('nothing more to answer');
    if (answer instanceof Error) throw answer;
    return answer;
  });
  setCsrf('');
  setCsrf('token of this sign-in');
});
afterEach(() => {
  keepClock(0);
  vi.useRealTimers();
  vi.unstubAllGlobals();
});
const headers = (n: number): Record<string, string> => asked[n]!.init.headers as Record<string, string>;

describe('what is sent', () => {
  it('has its parameters in the address, whatever they hold, and only what is asked after it', async () => {
    answers = [json([]), json([])];
    await call('evidence', { params: { id: 'a/b c?d' } });
    expect(asked[0]!.url).toBe(endpoints.evidence.path.replace(':id', 'a%2Fb%20c%3Fd'));
    await call('children', { query: { left: undefined } as never });
    expect(asked[1]!.url).not.toContain('?');
  });
  it('is a body with the token of the sign-in where something is written, and neither where it is read', async () => {
    answers = [json([]), json({})];
    await call('classes');
    expect(asked[0]!.init.method).toBe('GET');
    expect(asked[0]!.init.body).toBeUndefined();
    expect(headers(0)['x-csrf-token']).toBeUndefined();
    await call('saveCorrection', { params: { word: 'again' }, body: { units: [], version: 0 } } as never);
    expect(headers(1)['x-csrf-token']).toBe('token of this sign-in');
    expect(JSON.parse(asked[1]!.init.body as string)).toEqual({ units: [], version: 0 });
  });
  it('asks only whether something changed where the answer is here, and gives that back', async () => {
    answers = [
      json([{ id: 'w' }], { headers: { etag: '"1"' } }),
      new Response(null, { status: 304 }),
      json([{ id: 'x' }], { headers: { etag: '"2"' } }),
    ];
    const first = await call('classes');
    expect(headers(0)['if-none-match']).toBeUndefined();
    const again = await call('classes');
    expect(headers(1)['if-none-match']).toBe('"1"');
    // the very same: what is drawn from it is not drawn again
    expect(again).toBe(first);
    expect(await call('classes')).toEqual([{ id: 'x' }]);
  });
  it('asks anew once somebody else has signed in: nothing the last colleague was told is left', async () => {
    answers = [json([{ id: 'w' }], { headers: { etag: '"1"' } }), json([])];
    await call('classes');
    setCsrf('token of another sign-in');
    await call('classes');
    expect(headers(1)['if-none-match']).toBeUndefined();
  });
});

describe('what comes back', () => {
  it('as a refusal of the server is a problem that says which field is wrong', async () => {
    const errors = [{ path: 'body.units.0.sound', message: 'no such sound' }];
    answers = [json({ code: 'bad-input', errors }, { status: 400 })];
    const error = await call('saveCorrection', { params: { word: 'x' }, body: {} } as never).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(Problem);
    const problem = error as Problem;
    expect(problem.code).toBe('bad-input');
    expect(problem.field('sound')).toBe('no such sound');
    expect(problem.field('ound')).toBeUndefined();
    expect(problem.places()).toEqual(['body.units.0.sound: no such sound']);
    expect(sentenceOf(problem)).toBe(PROBLEM_SENTENCES['bad-input']);
  });
  it('from something between here and the server is no answer of the server', async () => {
    answers = [
      new Response('<html>Please log in to the school’s network</html>', { status: 200 }),
      new Response('<html>Bad gateway</html>', { status: 502 }),
      json({ error: 'quota' }, { status: 429 }),
      new TypeError('fetch failed'),
    ];
    for (let k = 0; k < 4; k += 1) await expect(call('classes')).rejects.toBeInstanceOf(Unreachable);
  });
  it('sets the clock by the server’s, which a page from between does not', async () => {
    const device = Date.parse('2026-11-25T10:00:00Z');
    vi.useFakeTimers({ toFake: ['Date'], now: device });
    const off = (): number => Math.round((clock.ms() - device) / 1000);
    const answer = (ahead: number): Response => json([], { headers: { [CLOCK_HEADER]: String(device + 1000 * ahead) } });
    const DAY = 86_400;
    answers = [answer(-2 * DAY), new Response('<html/>', { status: 200 })];
    await call('classes');
    expect(off()).toBe(-2 * DAY);
    await call('classes').catch(() => undefined);
    expect(off()).toBe(-2 * DAY);
    // an answer that was half a minute on its way moves nothing, and a device that was put right is believed again
    answers = [answer(-2 * DAY - 30), answer(5)];
    await call('classes');
    expect(off()).toBe(-2 * DAY);
    await call('classes');
    expect(off()).toBe(0);
  });
  it('after it was broken off is the breaking off, and no lost network', async () => {
    const stop = new AbortController();
    stop.abort(new Error('not wanted any more'));
    answers = [new DOMException('aborted', 'AbortError'), new DOMException('aborted', 'AbortError')];
    await expect(call('classes', { signal: stop.signal })).rejects.not.toBeInstanceOf(Unreachable);
    await expect(callFile('/api/sheet.pdf', stop.signal)).rejects.not.toBeInstanceOf(Unreachable);
  });
  it('as a file is the file, and as a refusal of one is the refusal', async () => {
    const { signal } = new AbortController();
    answers = [new Response('%PDF'), json({ code: 'not-found' }, { status: 404 }), new Response('<html/>', { status: 503 })];
    expect(await (await callFile('/api/sheet.pdf', signal)).text()).toBe('%PDF');
    await expect(callFile('/api/sheet.pdf', signal)).rejects.toBeInstanceOf(Problem);
    await expect(callFile('/api/sheet.pdf', signal)).rejects.toBeInstanceOf(Unreachable);
  });
});

it('says of an error of this page that what was saved is safe, and not what broke', () => {
  expect(sentenceOf(new TypeError('x is undefined'))).not.toContain('undefined');
});

describe('a write pressed twice before the first press is answered', () => {
  const word = (units: string[]): Promise<unknown> =>
    call('saveCorrection', { params: { word: 'again' }, body: { units, version: 3 } } as never);
  it('is sent once, and both hear what came of it', async () => {
    answers = [json({ version: 4 })];
    expect(await Promise.all([word(['a']), word(['a'])])).toEqual([{ version: 4 }, { version: 4 }]);
    expect(asked).toHaveLength(1);
    answers = [new Error('no network')];
    const both = await Promise.allSettled([word(['a']), word(['a'])]);
    expect(both.map((one) => one.status === 'rejected' && (one.reason as Error).name)).toEqual(['Unreachable', 'Unreachable']);
    expect(asked).toHaveLength(2);
  });
  it('is another once it was answered, where it says anything else, and where something else was written since', async () => {
    const many = (n: number): Response[] => Array.from({ length: n }, () => json({}));
    answers = many(2);
    await word(['a']);
    await word(['a']);
    expect(asked).toHaveLength(2);
    answers = many(3);
    // there, back and there again: the last must be the last
    await Promise.all([word(['a']), word(['b']), word(['a'])]);
    expect(asked.slice(2).map((one) => (JSON.parse(one.init.body as string) as { units: string[] }).units)).toEqual([['a'], ['b'], ['a']]);
  });
  it('some seconds later is meant: a line that hangs holds up no further try', async () => {
    let now = 5000;
    vi.spyOn(performance, 'now').mockImplementation(() => now);
    let give = (): void => undefined;
    const hangs = new Promise<Response>((done) => void (give = () => done(json({ version: 4 }))));
    vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
      asked.push({ url, init });
      return asked.length === 1 ? hangs : Promise.resolve(json({ version: 5 }));
    });
    const first = word(['a']);
    now += 1900;
    const second = word(['a']);
    now += 200;
    expect(await word(['a'])).toEqual({ version: 5 });
    expect(asked).toHaveLength(2);
    give();
    expect(await Promise.all([first, second])).toEqual([{ version: 4 }, { version: 4 }]);
    vi.restoreAllMocks();
  });
  it('is no reading: what is asked twice is asked twice', async () => {
    answers = [json([]), json([])];
    await Promise.all([call('classes'), call('classes')]);
    expect(asked).toHaveLength(2);
  });
});

describe('when a press was', () => {
  it('is counted back from now, however long the device slept since the page was opened', () => {
    // a clock that stands still, and that ours is read from
    vi.setSystemTime(clock.ms());
    keepClock(0);
    // the page has been open for three hours, of which its own time saw a minute and a half
    vi.stubGlobal('performance', { timeOrigin: clock.ms() - 3 * 3_600_000, now: () => 90_000 });
    const press = { timeStamp: 89_500 };
    expect(clock.ms() - pressedAt(press)).toBe(500);
    keepClock(86_400_000);
    expect(clock.ms() - pressedAt(press), 'by the server’s time as well').toBe(500);
  });
});
