/** What pages read: kept fresh by what the server tells, one child where one child was marked, and from the device without the network. */
import type { SchoolClass } from '@sapling/contract';
import { act, waitFor } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { keepCopy, onWork, readOnce, refresh, refreshAll, useData, useLive, useLongData } from '../../src/api/data.js';
import { useMadeFile } from '../../src/api/use-made-file.js';
import { useChosen } from '../../src/gaps/use-chosen.js';
import { keepAhead } from '../../src/outbox/keep-ahead.js';
import { ahead, sayAhead } from '../../src/outbox/ahead.js';
import { forgetEverythingRead, keepFor } from '../../src/outbox/store.js';
import { child } from '../support/children.js';
import { asked, askedOf, No, NO_NETWORK, onPage, serve, worker } from './support/page.js';

const names = (): string[] => asked.map((one) => one.name);
const wrens = (name = 'Wrens'): SchoolClass => ({ id: 'wrens', name }) as SchoolClass;
/** Children as they travel in a list; who they are is all that counts here. */
const packed = (...ids: string[]) => ({ pairs: [], children: ids.map((id) => ({ ...child(id, []), line: [] })) });

/** The line over which the server tells what changed. */
class Line {
  static open: Line[] = [];
  onmessage?: (message: { data: string }) => void;
  onerror?: () => void;
  onopen?: () => void;
  closed = false;
  constructor(readonly url: string) {
    Line.open.push(this);
  }
  close(): void {
    this.closed = true;
  }
  tell(what: object): void {
    this.onmessage?.({ data: JSON.stringify(what) });
  }
}
const line = (): Line => Line.open.at(-1)!;
const moment = (ms = 140): Promise<void> => act(() => new Promise<void>((done) => setTimeout(done, ms)));

describe('what the server tells of', () => {
  beforeEach(() => {
    Line.open = [];
    vi.stubGlobal('EventSource', Line);
    serve({
      classes: () => [wrens()],
      timetable: () => ({ version: 1 }),
      packedChildren: () => packed('a', 'b', 'c', 'd', 'e', 'f', 'g'),
      child: ({ params }) => ({ ...child(params.id!, []), givenName: 'MARKED' }),
    });
  });
  const open = async () => {
    const at = onPage(() => {
      useLive(true);
      return {
        classes: useData('classes').data,
        timetable: useData('timetable').data,
        children: useData('children').data,
      };
    }, undefined);
    await waitFor(() =>
      expect(at.result.current).toMatchObject({ classes: [wrens()], timetable: { version: 1 }, children: expect.any(Array) as never }),
    );
    asked.length = 0;
    return at;
  };
  it('is read again, once for many things told in a moment, and nothing else is', async () => {
    await open();
    for (let n = 0; n < 5; n += 1) line().tell({ topic: 'timetable' });
    await moment();
    expect(names()).toEqual(['timetable']);
  });
  it('of single children: they alone are read, and stand in every list', async () => {
    const { result } = await open();
    line().tell({ topic: 'children', id: 'a' });
    line().tell({ topic: 'children', id: 'c' });
    line().tell({ topic: 'children', id: 'a' });
    await moment();
    expect(
      askedOf('child')
        .map(({ params }) => params.id)
        .sort(),
    ).toEqual(['a', 'c']);
    expect(names()).not.toContain('packedChildren');
    expect(result.current.children!.map((c) => c.givenName)).toEqual(['MARKED', 'B', 'MARKED', 'D', 'E', 'F', 'G']);
  });
  it('of many children at once: the list is read as a whole', async () => {
    await open();
    for (const id of 'abcdef') line().tell({ topic: 'children', id });
    await moment();
    expect(askedOf('packedChildren')).toHaveLength(1);
    expect(askedOf('child')).toHaveLength(0);
  });
  it('of a child that is not to be seen any more: the list is read, in which they are not', async () => {
    const { result } = await open();
    serve({ child: () => new No('not-found'), packedChildren: () => packed('a', 'b') });
    line().tell({ topic: 'children', id: 'c' });
    await waitFor(() => expect(result.current.children!.map((c) => c.id)).toEqual(['a', 'b']));
  });
  it('is passed over where this page does not know it', async () => {
    await open();
    line().tell({ topic: 'of a newer version' });
    line().tell({});
    await moment();
    expect(names()).toEqual([]);
  });
  it('is all read again when the line was down, and not where it only opened', async () => {
    await open();
    line().onopen?.();
    await moment();
    expect(names()).toEqual([]);
    line().onerror?.();
    line().onopen?.();
    await moment();
    expect([...new Set(names())].sort()).toEqual(['classes', 'packedChildren', 'timetable']);
  });
  it('of work that somebody waits for is told to them, and to nobody once they are gone', async () => {
    const { unmount } = await open();
    const heard: string[] = [];
    const end = onWork('w1', (done, of) => void heard.push(`${done} of ${of}`));
    line().tell({ topic: 'work', id: 'w1', done: 3, of: 40 });
    line().tell({ topic: 'work', id: 'another', done: 4, of: 40 });
    end();
    line().tell({ topic: 'work', id: 'w1', done: 5, of: 40 });
    expect(heard).toEqual(['3 of 40']);
    unmount();
    expect(line().closed).toBe(true);
  });
});

describe('a list that takes its time', () => {
  it('says how far it is, and what is asked along is no part of what is kept', async () => {
    vi.stubGlobal('EventSource', Line);
    let answer = (): void => undefined;
    serve({ packedChildren: () => new Promise((give) => void (answer = () => give(packed('a')))) });
    const { result } = onPage(() => (useLive(true), useLongData('children')), undefined);
    await waitFor(() => expect(askedOf('packedChildren')).toHaveLength(1));
    const { work } = askedOf('packedChildren')[0]!.query;
    act(() => line().tell({ topic: 'work', id: work, done: 7, of: 40 }));
    expect(result.current.far).toEqual([7, 40]);
    act(() => answer());
    await waitFor(() => expect(result.current.data!.map((c) => c.id)).toEqual(['a']));
  });
});

describe('without the network', () => {
  beforeEach(() => keepFor('maren', undefined, '2030-01-01T00:00:00.000Z'));
  it('a page shows what was last read, and what the server has when it is back', async () => {
    serve({ classes: () => [wrens()] });
    await keepCopy('classes');
    await moment(30);
    serve({ classes: () => NO_NETWORK });
    const { result } = onPage(() => useData('classes'), undefined);
    await waitFor(() => expect(result.current.data).toEqual([wrens()]));
    serve({ classes: () => [wrens('Robins')] });
    await act(() => refresh('classes'));
    await waitFor(() => expect(result.current.data).toEqual([wrens('Robins')]));
  });
  it('a refusal is no lost network: what was read before does not hide it', async () => {
    serve({ classes: () => [wrens()] });
    await keepCopy('classes');
    await moment(30);
    serve({ classes: () => new No('not-allowed') });
    const { result } = onPage(() => useData('classes'), undefined);
    await waitFor(() => expect(result.current.error?.name).toBe('Problem'));
    expect(result.current.data).toBeUndefined();
  });
  it('nothing is shown of what was never read, and of what was read before somebody signed out', async () => {
    serve({ styles: () => NO_NETWORK, classes: () => [wrens()] });
    const { result } = onPage(() => useData('styles'), undefined);
    await waitFor(() => expect(result.current.error?.name).toBe('Unreachable'));
    await keepCopy('classes');
    await moment(30);
    await forgetEverythingRead();
    serve({ classes: () => NO_NETWORK });
    const classes = onPage(() => useData('classes'), undefined);
    await waitFor(() => expect(classes.result.current.error?.name).toBe('Unreachable'));
  });
  it('the day is kept ahead: each session that can be run, but none that was held; cut short, it says so', async () => {
    worker({ warmUp: () => true });
    vi.spyOn(performance, 'now').mockReturnValue(1e9);
    serve({ session: ({ params }) => ({ id: params.id }), sessions: () => [{ id: 's1', log: null }, { id: 's2', log: {} }] }); // prettier-ignore
    // what the lists hold is nothing to this
    const lists = ['today', 'packedChildren', 'classes', 'orders', 'settings', 'groups', 'checks', 'team', 'texts', 'styles', 'cues', 'corrections', 'schoolWords', 'timetable', 'lendings'] as const; // prettier-ignore
    serve(Object.fromEntries(lists.map((name) => [name, () => (name === 'packedChildren' ? packed() : [])])));
    await Promise.all([keepAhead(), keepAhead()]);
    expect(askedOf('session').map(({ params }) => params.id)).toEqual(['s1']);
    expect([askedOf('today').length, ahead.get()]).toEqual([1, 'kept']);
    sayAhead('not yet');
    // what was kept the first time is there; of what is new the network went
    serve({ texts: () => NO_NETWORK, sessions: () => [{ id: 's1', log: null }] });
    await keepAhead();
    expect(ahead.get()).toBe('kept');
    sayAhead('not yet');
    serve({ session: () => NO_NETWORK, sessions: () => [{ id: 's3', log: null }] });
    await keepAhead();
    expect(ahead.get()).toBe('not all');
    sayAhead('not yet');
    vi.restoreAllMocks();
  });
});

describe('what is read outside a page', () => {
  it('is read once and held until something tells that it changed; what failed is asked again', async () => {
    serve({ classes: () => new No('server-error') });
    await expect(readOnce('classes')).rejects.toThrow();
    serve({ classes: () => [wrens()] });
    expect(await readOnce('classes')).toEqual([wrens()]);
    await readOnce('classes');
    expect(askedOf('classes')).toHaveLength(2);
    await refresh('timetable');
    await readOnce('classes');
    expect(askedOf('classes')).toHaveLength(2);
    await refresh('classes');
    await readOnce('classes');
    await refreshAll();
    await readOnce('classes');
    expect(askedOf('classes')).toHaveLength(4);
  });
});

describe('a file that the server makes', () => {
  /** The server sends it when the test says so. */
  function made() {
    const waiting: { readonly url: string; readonly give: (response: Response) => void }[] = [];
    vi.stubGlobal(
      'fetch',
      (url: string, { signal }: { signal: AbortSignal }) =>
      new Promise<Response>((give, fail) => {
        signal.addEventListener('abort', () => fail(new DOMException('stopped', 'AbortError')));
        waiting.push({ url, give });
      }), // prettier-ignore
    );
    return waiting;
  }
  it('says how far it is, and is there at the end', async () => {
    vi.stubGlobal('EventSource', Line);
    const waiting = made();
    const { result } = onPage(() => (useLive(true), useMadeFile()), undefined);
    let file: Promise<Blob | undefined>;
    act(() => void (file = result.current.make('/api/records.zip?class=wrens')));
    const work = new URL(waiting[0]!.url, 'http://school.example').searchParams;
    expect(work.get('class')).toBe('wrens');
    act(() => line().tell({ topic: 'work', id: work.get('work'), done: 2, of: 9 }));
    expect(result.current.state).toEqual({ is: 'being made', done: 2, of: 9 });
    await act(async () => {
      waiting[0]!.give(new Response('a file'));
      expect(await (await file)!.text()).toBe('a file');
    });
    expect(result.current.state.is).toBe('made');
  });
  it('can be stopped, which is no failure, and says why where it failed', async () => {
    const waiting = made();
    const { result, unmount } = onPage(useMadeFile, undefined);
    act(() => void result.current.make('/api/records.zip'));
    act(() => result.current.stop());
    await waitFor(() => expect(result.current.state).toEqual({ is: 'not begun' }));
    act(() => void result.current.make('/api/records.zip'));
    act(() => waiting[1]!.give(Response.json({ code: 'busy', title: 'busy', detail: 'Too much is being made.' }, { status: 503 })));
    await waitFor(() => expect(result.current.state).toEqual({ is: 'failed', why: 'Too much is being made.' }));
    act(() => void result.current.make('/api/records.zip'));
    unmount();
  });
});

describe('whom somebody chose in the table', () => {
  const open = (colleague: string) => onPage(useChosen, colleague);
  it('stays while the window is open, for them alone; a column chooses everyone who needs it', () => {
    const first = open('maren');
    act(() => first.result.current.pick({ key: 'ai:ay' } as never, ['ada', 'ben'], true));
    act(() => first.result.current.toggle(['cleo'], true));
    first.unmount();
    const again = open('maren');
    expect([[...again.result.current.chosen], [...again.result.current.picked]]).toEqual([['ada', 'ben', 'cleo'], ['ai:ay']]);
    act(() => again.result.current.pick({ key: 'ai:ay' } as never, ['ada', 'ben'], false));
    expect([[...again.result.current.chosen], [...again.result.current.picked]]).toEqual([['cleo'], []]);
    expect(open('tobias').result.current.chosen.size).toBe(0);
    act(() => again.result.current.clear());
    expect(open('maren').result.current.chosen.size).toBe(0);
  });
  it('is nobody where what was kept cannot be read', () => {
    sessionStorage.setItem('sapling-chosen maren', '{"not":"a list"');
    expect(open('maren').result.current.chosen.size).toBe(0);
  });
});
