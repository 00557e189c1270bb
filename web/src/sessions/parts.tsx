/** The parts of a plan as they are read, and as they are changed. */
import type { Session } from '@sapling/contract';
import type { Taught } from '@sapling/core';
import { Plus, X } from 'lucide-react';
import { useEffect, useState } from 'react';
import { graphemeShown, Pair, WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';

export type Plan = Session['plan'];
export type Part = Plan['parts'][number];
/** What is wrong with a word for these children, by spelling. */
export type Lacks = ReadonlyMap<string, readonly string[]>;

/** The words of a plan that these children cannot read, worked out in the worker. */
export function useLacks(plan: Plan | null, taught: Taught | null): Lacks {
  const [lacks, setLacks] = useState<Lacks>(new Map());
  const words = plan ? [...new Set(plan.parts.flatMap((p) => p.words.map((w) => w.word)))].join(' ') : '';
  const focus = plan?.focus.join(' ') ?? '';
  useEffect(() => {
    if (!taught || words === '') return;
    let gone = false;
    void core()
      .missing(words.split(' '), { gpcs: [...taught.gpcs, ...focus.split(' ')], words: [...taught.words] })
      .then((found) => {
        if (!gone) setLacks(new Map(found.filter((f) => f.status === 'not yet' || f.status === 'unread').map((f) => [f.word, f.missing])));
      });
    return () => {
      gone = true;
    };
  }, [words, focus, taught]);
  return lacks;
}

export function PartWords({
  part,
  focus,
  lacks,
  size = 'text-2xl',
  marks = true,
}: {
  part: Part;
  focus: readonly string[];
  lacks?: Lacks | undefined;
  size?: string;
  marks?: boolean;
}) {
  return (
    <>
      {part.gpcs.length > 0 && (
        <ul className="flex flex-wrap gap-2">
          {part.gpcs.map((gpc) => (
            <li key={gpc} className="rounded-s border border-rule bg-white px-3 py-1">
              <span className={`font-child ${size}`}>{graphemeShown(gpc)}</span>{' '}
              <span className="text-sm text-ink-2">/{gpc.split(':')[1]}/</span>
            </li>
          ))}
        </ul>
      )}
      {part.words.length > 0 && (
        <ul className="flex flex-wrap gap-x-7 gap-y-4">
          {part.words.map((w) => (
            <li key={w.word}>
              <WordMarks word={w.word} units={w.units} odd={w.odd} focus={focus} marks={marks && part.kind !== 'spell'} className={size} />
              {lacks?.has(w.word) && <Lack missing={lacks.get(w.word)!} />}
            </li>
          ))}
        </ul>
      )}
      {part.gpcs.length === 0 && part.words.length === 0 && <p className="text-ink-2">Nothing in this part yet.</p>}
    </>
  );
}

export function Lack({ missing }: { missing: readonly string[] }) {
  return (
    <span className="block text-sm font-semibold text-gap">
      {missing.length === 0
        ? 'not a word the tool can read'
        : `not taught: ${missing.map((gpc) => `${graphemeShown(gpc)} /${gpc.split(':')[1]}/`).join(', ')}`}
    </span>
  );
}

/** A part with words that can be taken out and typed in, and its minutes. */
export function PartEditor({
  part,
  focus,
  lacks,
  onChange,
}: {
  part: Part;
  focus: readonly string[];
  lacks: Lacks;
  onChange: (part: Part) => void;
}) {
  const [typed, setTyped] = useState('');
  const add = async (): Promise<void> => {
    const word = typed.trim().toLowerCase();
    if (word === '' || part.words.some((w) => w.word === word)) return;
    setTyped('');
    onChange({ ...part, words: [...part.words, await core().plannedWord(word, [...focus])] });
  };
  const hasWords = part.kind === 'read words' || part.kind === 'spell' || part.kind === 'irregular words';
  return (
    <section aria-label={part.title} className="grid grid-cols-[5.5rem_1fr] gap-x-5 py-4">
      <label className="text-sm text-ink-2">
        <input
          type="number"
          min={0}
          max={30}
          className="field !w-16 text-lg font-semibold"
          value={part.minutes}
          aria-label={`Minutes for ${part.title}`}
          onChange={(event) => onChange({ ...part, minutes: Math.max(0, Math.min(30, Number(event.target.value) || 0)) })}
        />
        <span className="mt-0.5 block">minutes</span>
      </label>
      <div>
        <h3 className="text-lg">{part.title}</h3>
        <p className="mb-3 max-w-2xl text-sm text-ink-2">{part.how}</p>
        {part.gpcs.length > 0 && (
          <ul className="flex flex-wrap gap-2">
            {part.gpcs.map((gpc) => (
              <li key={gpc} className="flex items-baseline rounded-s border border-rule bg-white pl-2.5">
                <Pair gpc={gpc} />
                {part.kind === 'review' ? (
                  <Remove
                    label={`Take ${graphemeShown(gpc)} out`}
                    onPress={() => onChange({ ...part, gpcs: part.gpcs.filter((g) => g !== gpc) })}
                  />
                ) : (
                  <span className="w-2.5" />
                )}
              </li>
            ))}
          </ul>
        )}
        {hasWords && (
          <>
            <ul className="flex flex-wrap gap-x-4 gap-y-2">
              {part.words.map((w) => (
                <li key={w.word} className={lacks.has(w.word) ? 'border-l-4 border-gap bg-gap-wash px-2' : ''}>
                  <span className="flex items-start">
                    <WordMarks word={w.word} units={w.units} odd={w.odd} focus={focus} className="text-[1.45rem]" />
                    <Remove
                      label={`Take ${w.word} out`}
                      onPress={() => onChange({ ...part, words: part.words.filter((x) => x.word !== w.word) })}
                    />
                  </span>
                  {lacks.has(w.word) && <Lack missing={lacks.get(w.word)!} />}
                </li>
              ))}
            </ul>
            <form
              className="mt-2 flex items-center gap-2"
              onSubmit={(event) => {
                event.preventDefault();
                void add();
              }}
            >
              <input
                className="field !w-40 !min-h-8 font-child"
                placeholder="a word"
                aria-label={`Add a word to ${part.title}`}
                maxLength={30}
                value={typed}
                onChange={(event) => setTyped(event.target.value)}
              />
              <button className="btn btn-small" disabled={typed.trim() === ''}>
                <Plus size={15} aria-hidden /> Add
              </button>
            </form>
          </>
        )}
      </div>
    </section>
  );
}

function Remove({ label, onPress }: { label: string; onPress: () => void }) {
  return (
    <button
      className="grid size-7 place-items-center self-center text-ink-2 hover:text-gap"
      aria-label={label}
      title={label}
      onClick={onPress}
    >
      <X size={14} aria-hidden />
    </button>
  );
}
