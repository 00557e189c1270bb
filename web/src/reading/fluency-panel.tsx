/** Fluency beyond speed: a scale of four parts with an example at each level, punctuation heeded, and where the reader slowed. */
import type { ReadingRecord } from '@sapling/contract';
import { FLUENCY_PARTS, heededByTimes, punctuationOf, type FluencyPart, type Marking, type ReadingStep } from '@sapling/core/reading';
import { useMemo } from 'react';
import { GraphemeChip } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';

export const SCALE: Record<FluencyPart, { name: string; levels: readonly [string, string, string, string] }> = {
  pauses: {
    name: 'Pauses at punctuation',
    levels: [
      'runs through full stops, or stops anywhere',
      'rests at some full stops, runs through most commas',
      'rests at nearly every full stop, at commas now and then',
      'rests at full stops and commas; a question goes up',
    ],
  },
  phrases: {
    name: 'Phrases',
    levels: [
      'word / by / word',
      'two or three words / at a time, / the breaks do not follow / the sense',
      'mostly in phrases, / with a break in the wrong place here and there',
      'words that belong together are said together',
    ],
  },
  stress: {
    name: 'Stress and pitch',
    levels: [
      'flat, every word alike',
      'some words are given weight, not those that matter',
      'sounds like telling, in parts',
      'sounds like telling; who speaks can be heard',
    ],
  },
  pace: {
    name: 'Pace',
    levels: [
      'slow and laboured',
      'slow, with stretches that go',
      'goes, with stops at hard words; or too fast to follow',
      'goes evenly, at a listening pace',
    ],
  },
};

export function FluencyPanel({
  record,
  marking,
  editable,
  onStep,
  onSlow,
}: {
  record: ReadingRecord;
  marking: Marking;
  editable: boolean;
  onStep: (...steps: ReadingStep[]) => void;
  onSlow: (words: ReadonlySet<number>) => void;
}) {
  const reached = marking.reached;
  const { value: pace } = useCore(() => core().readingPace(record.words, reached), [record.words, [...reached]], say('how the pace went'));
  const signs = useMemo(
    () => punctuationOf(record.text).filter((p) => marking.lastWord === null || p.word <= marking.lastWord),
    [record.text, marking.lastWord],
  );
  const expected = useMemo(() => new Map(pace?.words.map((w) => [w.word, w.expected])), [pace]);
  const guesses = heededByTimes(signs, reached, (word) => expected.get(word) ?? null);
  const heeded = signs.map((_, k) => marking.heeded.get(k) ?? null);
  const slow = pace?.words.filter((w) => w.slow) ?? [];
  return (
    <div className="grid gap-6">
      <section aria-label="Scale">
        {FLUENCY_PARTS.map((part) => {
          const level = marking.scale[part];
          return (
            <div key={part} className="mb-3">
              <div className="flex items-center justify-between gap-2">
                <h3 className="text-base font-semibold">{SCALE[part].name}</h3>
                <span className="flex gap-1" role="group" aria-label={SCALE[part].name}>
                  {([1, 2, 3, 4] as const).map((n) => (
                    <button
                      key={n}
                      disabled={!editable}
                      aria-pressed={level === n}
                      title={SCALE[part].levels[n - 1]}
                      aria-label={`${n}: ${SCALE[part].levels[n - 1]}`}
                      className={`btn btn-small !min-w-10 ${level === n ? 'btn-main disabled:!bg-pine disabled:!text-white' : ''}`}
                      onClick={() => onStep({ what: 'scale', part, level: level === n ? null : n })}
                    >
                      {n}
                    </button>
                  ))}
                </span>
              </div>
              <p className="text-sm text-ink-2">
                {level === undefined ? (
                  <>
                    1 {SCALE[part].levels[0]} · 4 {SCALE[part].levels[3]}
                  </>
                ) : (
                  <>
                    {level}: {SCALE[part].levels[level - 1]}
                  </>
                )}
              </p>
            </div>
          );
        })}
        <p className="text-sm text-ink-2">Judged by one person on one day. How a child speaks at home is not judged here.</p>
      </section>
      <section aria-label="Punctuation">
        <h3 className="mb-1 text-base font-semibold">Punctuation</h3>
        {signs.length === 0 ? (
          <p className="text-sm text-ink-2">There is none in what was read.</p>
        ) : (
          <>
            <p className="flex flex-wrap gap-1.5">
              {signs.map((sign, k) => {
                const now = heeded[k] ?? null;
                const guess = guesses[k] ?? null;
                const said =
                  now === true
                    ? 'heeded'
                    : now === false
                      ? 'run through'
                      : guess === null
                        ? 'not judged'
                        : guess
                          ? 'heeded, by the times'
                          : 'run through, by the times';
                return (
                  <button
                    key={k}
                    disabled={!editable}
                    aria-label={`${record.words[sign.word]} ${sign.sign}: ${said}`}
                    title={said}
                    className={`rounded-s border px-1.5 font-child ${now === true ? 'border-leaf bg-leaf-wash' : now === false ? 'border-gap bg-gap-wash' : 'border-dashed border-rule'}`}
                    onClick={() => onStep({ what: 'heeded', at: k, heeded: now === null ? !(guess ?? false) : now ? false : null })}
                  >
                    {record.words[sign.word]}
                    <b>{sign.sign}</b>
                    {now === null && guess !== null && <span className="font-sans text-xs text-ink-2">{guess ? ' ✓?' : ' ✕?'}</span>}
                    {now !== null && <span className="font-sans text-xs">{now ? ' ✓' : ' ✕'}</span>}
                  </button>
                );
              })}
            </p>
            <p className="mt-1 text-sm text-ink-2">
              Press one: heeded, run through, not judged.{' '}
              {guesses.some((g) => g !== null) && 'With a question mark: what the times say; your ear decides.'}
            </p>
          </>
        )}
      </section>
      <section aria-label="Where they slowed">
        <h3 className="mb-1 text-base font-semibold">Where they slowed</h3>
        {!pace || pace.words.length === 0 ? (
          <p className="text-sm text-ink-2">
            No times of single words: follow along with the space bar while they read, or find the words in the recording.
          </p>
        ) : slow.length === 0 ? (
          <p className="text-sm text-ink-2">At no word twice as long as this reader usually takes.</p>
        ) : (
          <>
            <p className="flex flex-wrap gap-x-3 gap-y-1">
              {slow.map((w) => (
                <button key={w.word} className="rounded-s hover:bg-leaf-wash" onClick={() => onSlow(new Set([w.word]))}>
                  <span className="font-child text-lg">{record.words[w.word]}</span>{' '}
                  <span className="text-sm text-ink-2">
                    {(w.ms / 1000).toFixed(1)} s, usually {(w.expected / 1000).toFixed(1)}
                  </span>
                </button>
              ))}
            </p>
            <button className="btn btn-small mt-2" onClick={() => onSlow(new Set(slow.map((w) => w.word)))}>
              Point them out in the text
            </button>
          </>
        )}
        {pace && pace.pairs.length > 0 && (
          <p className="mt-3 flex flex-wrap items-center gap-2">
            <span className="text-sm text-ink-2">Pairs in slow words:</span>
            {pace.pairs.slice(0, 6).map((p) => (
              <span key={p.gpc} className="inline-flex items-baseline gap-1">
                <GraphemeChip gpc={p.gpc} sound />
                <span className="text-sm text-ink-2">
                  ×{p.ratio.toFixed(1)} in {p.words}
                </span>
              </span>
            ))}
          </p>
        )}
      </section>
    </div>
  );
}
