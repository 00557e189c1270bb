/** What screens work out of what they read: of this child, this plan, these texts as they are now, in the words of the school. */
import type { LibraryText, ReadingSummary, SchoolSettings } from '@sapling/contract';
import type { Taught } from '@sapling/core/phonics';
import { act, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { useTable } from '../../src/gaps/use-table.js';
import { useFits } from '../../src/reading/use-fits.js';
import { useKnownLacks, useLacks } from '../../src/sessions/use-lacks.js';
import type { Plan } from '../../src/sessions/part-view.js';
import { useWording } from '../../src/wording/use-wording.js';
import { say, wordingNow } from '../../src/wording/say.js';
import { setSchool } from '../../src/workers/core.js';
import { child, orders, PAIRS, taught } from '../support/children.js';
import { onPage, serve, worker } from './support/page.js';

describe('texts for a child', () => {
  const text = (id: string, words: string): LibraryText =>
    ({ id, title: id, text: words, offered: [{ order: 'mine', step: 3 }] }) as unknown as LibraryText;
  const reading = (textId: string, done: boolean): ReadingSummary => ({ textId, done, child: 'ada' }) as ReadingSummary;
  /** The worker says how many of its words each text has that are short. */
  const short = (texts: readonly { id: string; text: string }[]) =>
    texts.map((t) => {
      const words = t.text.split(' ');
      const share = words.filter((w) => w.length < 5).length / words.length;
      return { id: t.id, share, likelyShare: share };
    });
  type Given = { texts: readonly LibraryText[]; taught: Taught };
  const fits = (given: Given) =>
    onPage(
      ({ texts, taught: met }: Given) => useFits(child('ada', []), texts, [reading('hen', true), reading('hen', false)], met, 'mine'),
      given,
    );

  it('are held against the words they have now, not against those they had when the page opened', async () => {
    serve({ readings: () => [reading('hen', true), reading('hen', true), reading('hen', false)] });
    worker({ textFits: short });
    const { result, rerender } = fits({ texts: [text('hen', 'the hen sat'), text('elephant', 'elephants wander slowly')], taught });
    await waitFor(() =>
      expect(result.current.fits.map((f) => [f.id, f.share])).toEqual([
        ['hen', 1],
        ['elephant', 0],
      ]),
    );
    // finished ones count, once the whole list is there
    await waitFor(() => expect(result.current.fits[0]).toMatchObject({ read: 2, step: 3 }));
    rerender({ texts: [text('hen', 'the hen sat'), text('elephant', 'a big pet')], taught });
    await waitFor(() => expect(result.current.fits.find((f) => f.id === 'elephant')!.share).toBe(1));
  });
  it('are held against what was taught now, be it as much as before', async () => {
    serve({ readings: () => [] });
    const seen: Taught[] = [];
    worker({ textFits: (texts: LibraryText[], reader: { taught: Taught }) => (seen.push(reader.taught), short(texts)) });
    const { rerender } = fits({ texts: [text('hen', 'hen')], taught: { gpcs: ['s:s', 'a:a'], words: [] } });
    await waitFor(() => expect(seen).toHaveLength(1));
    rerender({ texts: [text('hen', 'hen')], taught: { gpcs: ['s:s', 'i:i'], words: [] } });
    await waitFor(() => expect(seen.at(-1)!.gpcs).toEqual(['s:s', 'i:i']));
  });
});

describe('the table of gaps', () => {
  const given = { classId: null as string | null, only: false, order: 'taught' as const, find: '' };
  const line = (...gpcs: string[]) =>
    child('x', ['ur:er'])
      .line.slice(0, 1)
      .flatMap((one) => gpcs.map((gpc) => ({ ...one, gpc, state: 'gap' as const })));
  const wren = child('wren', ['ai:ay']);
  const owl = child('owl', [], { classId: 'owls', line: line('s:s', 'a:a', 'ur:er') });
  const twoOrders = { ...orders, taught: (id: string) => (id === 'owls' ? { gpcs: ['s:s', 'a:a', 'ur:er'], words: [] } : taught) };

  it('has a column for every pair that any class met, whichever order it came in', () => {
    const { result, rerender } = onPage(useTable, { ...given, children: [wren, owl], orders: twoOrders });
    expect(result.current.columns.map((c) => c.gpc)).toEqual([...PAIRS, 'ur:er']);
    // who needs it is found by its spelling, too
    rerender({ ...given, children: [wren, owl], orders: twoOrders, find: 'ur' });
    expect(result.current.rows.map((c) => c.id)).toEqual(['owl']);
    rerender({ ...given, children: [wren, owl], orders: twoOrders, only: true });
    expect(result.current.columns.map((c) => c.gpc)).toEqual(['s:s', 'a:a', 'ai:ay', 'ur:er']);
    rerender({ ...given, children: [wren, owl], orders: twoOrders, classId: 'owls' as string | null });
    expect(result.current.columns.map((c) => c.gpc)).toEqual(['s:s', 'a:a', 'ur:er']);
  });
  it('puts like with like as the worker says, with skills where they were', async () => {
    worker({
      seriate: (table: unknown[][]) => ({
        rows: table.map((_, k) => k).reverse(),
        columns: (table[0] ?? []).map((_, k) => k).reverse(),
        before: { pathLength: 10 },
        after: { pathLength: 7 },
      }),
    });
    const able = child('able', [], { strands: [{ strand: 'blending', state: 'gap' }] as never });
    const { result } = onPage(useTable, { ...given, order: 'alike' as const, children: [wren, able], orders });
    expect(result.current.closer).toBeNull();
    await waitFor(() => expect(result.current).toMatchObject({ busy: false, closer: 30, paths: [10, 7] }));
    expect(result.current.columns.map((c) => c.key)).toEqual(['strand blending', ...[...PAIRS].reverse()]);
    expect(result.current.rows.map((c) => c.id)).toEqual(['able', 'wren']);
  });
});

describe('what a plan asks of children', () => {
  const plan = (...words: string[]): Plan =>
    ({
      focus: ['ai:ay'],
      parts: [{ id: 'p', kind: 'read words', title: 'Words', minutes: 5, words: words.map((word) => ({ word })) }],
    }) as never;
  it('is asked of the words and pairs as they are, and again when the school decides about a word', async () => {
    const school = { known: new Set<string>() };
    worker({
      setSchool: (_cuts: unknown, words: { also?: string[] }) => void (school.known = new Set(words.also)),
      missing: (words: string[], met: Taught) =>
        words.map((word) => ({
          word,
          missing: met.gpcs.includes('ai:ay') ? [] : ['ai:ay'],
          status: school.known.has(word) || word.length < 5 ? 'reads' : 'not yet',
        })),
    });
    const { result, rerender } = onPage(
      ({ of, met }: { of: Plan | null; met: Taught | null }) => [useLacks(of, met), useKnownLacks(of, met)] as const,
      { of: plan('rain', 'train') as Plan | null, met: taught as Taught | null },
    );
    expect(result.current[1], 'not known yet').toBeUndefined();
    await waitFor(() => expect([...result.current[1]!.keys()]).toEqual(['train']));
    act(() => setSchool([], { also: ['train'] } as never));
    await waitFor(() => expect(result.current[1]?.size).toBe(0));
    rerender({ of: plan('rain', 'sailing'), met: taught });
    expect(result.current[1], 'of other words').toBeUndefined();
    await waitFor(() => expect([...result.current[1]!.keys()]).toEqual(['sailing']));
    rerender({ of: null, met: taught });
    expect(result.current[0]!.size).toBe(0);
  });
});

describe('the words of a school', () => {
  const settings = (ownWords: SchoolSettings['ownWords']) =>
    ({ ownWords, language: 'English', spelling: 'British', dateOrder: '24 Nov' }) as unknown as SchoolSettings;
  it('are spoken where the device has no room to keep them, without the page being opened anew for ever', async () => {
    const reload = vi.fn();
    vi.stubGlobal('location', { ...location, pathname: '/children', reload });
    vi.stubGlobal('localStorage', {
      getItem: () => null,
      setItem: () => {
        throw new DOMException('full', 'QuotaExceededError');
      },
      clear: () => undefined,
    });
    const { rerender } = onPage(({ of }: { of: SchoolSettings }) => useWording(of, null), {
      of: settings({ group: { one: 'set', many: '' } }),
    });
    await waitFor(() => expect(wordingNow().words).toMatchObject({ group: { one: 'set' } }));
    expect(say('A group of four')).toBe('A set of four');
    rerender({ of: settings({ group: { one: 'set', many: '' } }) });
    await act(() => new Promise((done) => setTimeout(done, 20)));
    expect(reload).not.toHaveBeenCalled();
  });
});
