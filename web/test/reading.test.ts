/** A reading as the device holds it: nothing is lost between devices, taps go in bunches, the series reads by its rules. */
import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { ChildLine, ReadingSummary, WholeReading } from '@sapling/contract';
import {
  addSteps,
  beginReading,
  markingOf,
  mergeReading,
  tapBack,
  tapWord,
  toggleMark,
  undoLast,
  TAPS_AT_ONCE,
  type LocalReading,
  type StepMaker,
} from '../src/reading/local-reading.js';
import { cardWords, fitWords } from '../src/reading/fit-words.js';
import { decisionWords, seriesOf, trendOf } from '../src/reading/series.js';
import { standingsOf } from '../src/reading/standing.js';
import { barsOf, wavOf } from '../src/reading/recording.js';

let n = 0;
const maker = (by = 'ann', marking = 'm'): StepMaker => ({
  by,
  marking,
  now: () => new Date(1_700_000_000_000 + (n += 1)).toISOString(),
  newId: () => `id${(n += 1)}`,
});
const fresh = (): LocalReading =>
  beginReading(
    { id: 'c', name: 'Ada' },
    { id: 't', title: 'T', kind: 'story', text: 'The rain ran down the drain and off it went', questions: [] },
    { id: 'r', by: 'ann', at: '2026-11-25T09:00:00.000Z' },
  ).reading;

describe('steps on the device', () => {
  it('follow along in bunches, lose no tap, and go back to the time a word had', () => {
    let reading = addSteps(fresh(), [{ what: 'start' }], maker()).reading;
    let sent = 0;
    for (let word = 0; word < 9; word += 1) {
      const stepped = tapWord(reading, word, 400 * word, maker());
      reading = stepped.reading;
      sent += stepped.entries.length;
    }
    expect(sent).toBe(Math.floor(9 / TAPS_AT_ONCE));
    expect([...markingOf(reading, 'm')!.reached]).toEqual(Array.from({ length: 9 }, (_, k) => [k, 400 * k]));
    reading = tapBack(reading, maker()).reading;
    expect(markingOf(reading, 'm')).toMatchObject({ place: 7 });
    expect(markingOf(reading, 'm')!.reached.get(7)).toBe(2800);
    const stepped = addSteps(reading, [{ what: 'last', word: 8 }], maker());
    expect(stepped.reading.taps).toEqual([]);
    expect(stepped.entries.map((e) => (e.type === 'reading step' ? e.record.step.what : ''))).toEqual(['along', 'last']);
  });
  it('put a mark on, take the same off again, and take back one thing at a time', () => {
    const m = maker();
    let reading = toggleMark(fresh(), { word: 1, kind: 'substitution', ms: 500 }, m).reading;
    reading = toggleMark(reading, { word: 3, kind: 'told' }, m).reading;
    reading = toggleMark(reading, { word: 1, kind: 'substitution', said: 'ran' }, m).reading;
    expect(markingOf(reading, 'm')!.marks).toMatchObject([{ word: 1, said: 'ran', ms: 500 }, { word: 3 }]);
    reading = undoLast(reading, m).reading;
    expect(markingOf(reading, 'm')!.marks[0]!.said).toBeUndefined();
    reading = undoLast(reading, m).reading;
    expect(markingOf(reading, 'm')!.marks).toHaveLength(1);
    reading = toggleMark(reading, { word: 1, kind: 'substitution' }, m).reading;
    expect(markingOf(reading, 'm')!.marks).toEqual([]);
  });
  it('keep both what the server has and what was made here, whatever was sent', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(8), fc.boolean()), { maxLength: 12 }), (marks) => {
        let here = fresh();
        const there: LocalReading['steps'][number][] = [];
        for (const [word, sent] of marks) {
          const { reading, entries } = addSteps(here, [{ what: 'mark', word, mark: 'told' }], maker());
          here = reading;
          for (const e of entries) if (sent && e.type === 'reading step') there.push(e.record);
        }
        const elsewhere = addSteps(fresh(), [{ what: 'mark', word: 2, mark: 'omission' }], maker('ben', 'b'));
        const remote = {
          ...here.record,
          childName: 'Ada',
          steps: [...there, ...elsewhere.reading.steps],
          counts: null,
          setAside: false,
          recording: null,
          people: [],
        } as WholeReading;
        const merged = mergeReading(here, remote);
        expect(new Set(merged.steps.map((s) => s.id))).toEqual(new Set([...here.steps, ...elsewhere.reading.steps].map((s) => s.id)));
        expect(merged.steps).toHaveLength(here.steps.length + 1);
        expect(markingOf(merged, 'm')?.marks).toEqual(markingOf(here, 'm')?.marks);
      }),
    );
  });
});

describe('what is said of a text that a child may read', () => {
  const said = (likelyShare: number | null, { share = 1, read = 0, easiest = false } = {}): string =>
    fitWords('Ada', { share, likelyShare, read }, easiest);
  it('is no figure where nothing is known of the child, and a warning where it is likely too hard', () => {
    expect(said(0.96)).toBe('Ada likely reads 96 % of its words; 100 % use only what the class was taught.');
    expect(said(null)).toContain('Too little is known of Ada');
    expect(said(null)).not.toMatch(/likely/i);
    expect(said(0.7)).toContain('choose an easier one');
    expect(said(0.7, { easiest: true })).toContain('no text here is easier');
    expect(said(0.7, { share: 0.6 })).toContain('was not taught');
    expect(said(0.96, { read: 2 })).toContain('Read 2 times before.');
    expect([cardWords({ likelyShare: null, read: 0 }), cardWords({ likelyShare: null, read: 1 })]).toEqual(['', 'read once']);
  });
});

describe('readings over time', () => {
  const summary = (day: number, textId: string, wcpm: number, { accuracy = 0.97, nth = 1 } = {}): ReadingSummary =>
    ({
      id: `r${day}${textId}`,
      child: 'c',
      by: 'b',
      at: new Date(Date.UTC(2026, 8, 1 + day)).toISOString(),
      textId,
      title: textId,
      kind: 'story',
      words: 60,
      seconds: 60,
      score: { attempted: 60, correct: 58, errors: 2, accuracy, wcpm, selfCorrections: 0, selfCorrectionShare: null },
      scale: {},
      answers: { right: 0, partly: 0, asked: 0 },
      markings: 1,
      done: true,
      nth,
      recorded: false,
    }) as ReadingSummary;
  const rules = { timing: 'accurate readings', withHelp: 0.9 } as const;
  const aim = { on: '2026-12-31', value: 90 };
  const weekly = (values: readonly number[]): ReadingSummary[] => values.map((v, k) => summary(7 * k, `t${k}`, v));
  it('leave out of the trend what was read again or too hard, and say nothing from too few', () => {
    const series = seriesOf(
      [...weekly([40, 42, 44, 46, 48]), summary(36, 't4', 70, { nth: 2 }), summary(40, 'hard', 20, { accuracy: 0.8 })],
      [],
      undefined,
      rules,
    );
    const found = trendOf(series, aim);
    expect(found.points).toHaveLength(5);
    expect(found.trend.decision).toBe('too few points');
    expect(decisionWords(found, true).why).toContain('5 first readings');
    expect(series.filter((p) => !p.cold)).toHaveLength(1);
    expect(series.filter((p) => !p.speed)).toHaveLength(1);
  });
  it('place a child by the newest three first readings together, against the year’s aim or the middle of all', () => {
    const child = (id: string, classId: string) => ({ id, givenName: id, familyName: '', classId }) as unknown as ChildLine;
    const of = (id: string, read: ReadingSummary[]) => read.map((r) => ({ ...r, child: id }));
    const settings = { readAlone: 0.95, readingAims: [] };
    const classes = [{ id: 'one', year: 'Year 1' }];
    const readings = [
      // slow long ago, quick three times since, and slow once more in a text that was read before
      ...of('Ada', [...weekly([20, 60, 64, 68]), summary(30, 't3', 22, { nth: 2 })]),
      ...of('Ben', weekly([30])),
    ];
    const { standing, ownAim } = standingsOf([child('Ada', 'one'), child('Ben', 'one'), child('Cem', 'one')], readings, settings, classes);
    expect(ownAim).toBe(false);
    expect(standing.map((s) => [s.id, s.readings, s.wcpm, s.quadrant])).toEqual([
      ['Ada', 3, 64, 'accurate and quick'],
      ['Ben', 1, 30, 'accurate, slow'],
    ]);
    const aims = [{ year: 'Year 1', season: 'summer' as const, wcpm: 30 }];
    const byAim = standingsOf([child('Ben', 'one')], readings, { ...settings, readingAims: aims }, classes);
    expect(byAim).toMatchObject({ ownAim: true, standing: [{ quadrant: 'accurate and quick', near: { speed: true } }] });
  });
  it('say what the rule decided, with the interval', () => {
    const words = (values: readonly number[], withAim = true) => {
      const found = trendOf(seriesOf(weekly(values), [], undefined, rules), withAim ? aim : null);
      return decisionWords(found, withAim).title;
    };
    expect(words([40, 41, 40, 42, 41, 41, 42])).toBe('Change the teaching');
    expect(words([40, 48, 55, 63, 71, 79, 88])).toBe('Raise the aim');
    expect(words([40, 44, 41, 49, 46, 55, 52], false)).toBe('No aim is set');
  });
});

describe('sound', () => {
  it('is written as a WAV file that says its length, and drawn in bars from 0 to 1', async () => {
    const wav = new DataView(await wavOf(Float32Array.from([0, 0.5, -2, 1]), 8000).arrayBuffer());
    expect(String.fromCharCode(...new Uint8Array(wav.buffer, 0, 4))).toBe('RIFF');
    expect([wav.getUint32(24, true), wav.getUint32(40, true)]).toEqual([8000, 8]);
    expect([44, 46, 48, 50].map((at) => wav.getInt16(at, true))).toEqual([0, 16384, -32767, 32767]);
    const bars = barsOf(
      Float32Array.from({ length: 100 }, (_, k) => k / 100),
      10,
    );
    expect(bars).toHaveLength(10);
    expect(Math.max(...bars)).toBe(1);
    expect(bars[0]).toBeLessThan(bars[9]!);
  });
});
