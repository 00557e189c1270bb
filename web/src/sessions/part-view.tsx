/** A part of a plan as it is read: on the session's page, in the runner, and on paper. */
import { soundNote } from '@sapling/core/phonics';
import { FORMATION, partKind } from '@sapling/core/planning';
import { CuePicture } from '../library/cue-picture.js';
import { LetterStrokes } from './letter-strokes.js';
import { Written } from './written.js';
import type { Session } from '@sapling/contract';
import type { ReactNode } from 'react';
import { useData } from '../api/data.js';
import { Picture } from '../pictures/picture.js';
import { graphemeShown, Pair, Sound, WordMarks } from '../ui/word-marks.js';

export type Plan = Session['plan'];
export type Part = Plan['parts'][number];
export type Word = Part['words'][number];

export interface View {
  readonly part: Part;
  readonly focus: readonly string[];
  /** Given names by id, for items that are one child's. */
  readonly names: ReadonlyMap<string, string>;
  readonly size?: string;
  readonly marks?: boolean;
  /** Answers, notes and what an adult says. */
  readonly forAdult?: boolean;
  /** Without a sign-in the school’s own cues are not asked for. */
  readonly signedIn?: boolean;
  /** Something beside a word: what is wrong with it, or a way to change it. */
  readonly beside?: (word: Word) => ReactNode;
}

/** Words that the adult says show no marks: those give the spelling away. */
export const showsMarks = (part: Part): boolean =>
  part.words.length > 0 && !partKind(part.kind).fromHearing && partKind(part.kind).childSees === undefined;

export function PartView(view: View) {
  const { part, forAdult = true } = view;
  return (
    <div className="grid gap-3">
      {part.gpcs.length > 0 && <Graphemes {...view} />}
      {part.words.length > 0 && <Words {...view} />}
      {part.lines && <Lines {...view} />}
      {part.rows && <Rows {...view} />}
      {part.text && <ReadText {...view} />}
      {forAdult && part.remark && <p className="text-sm text-ink-2">{part.remark}</p>}
      {part.kind !== 'own' &&
        part.gpcs.length + part.words.length + (part.lines?.length ?? 0) + (part.rows?.length ?? 0) === 0 &&
        !part.text && <p className="text-ink-2">Nothing in this part yet.</p>}
    </div>
  );
}

function Whose({ ids, names }: { ids: readonly string[] | undefined; names: ReadonlyMap<string, string> }) {
  if (!ids || ids.length === 0) return null;
  return <span className="block font-sans text-sm font-normal text-leaf">{ids.map((id) => names.get(id) ?? 'a child').join(', ')}</span>;
}

function Graphemes({ part, size = 'text-2xl', names, forAdult = true, signedIn = true }: View) {
  const { data: cues } = useData(signedIn && part.kind === 'focus' ? 'cues' : null);
  if (part.kind === 'review') {
    const again = [...new Set(part.stack?.filter((g, k) => part.stack!.indexOf(g) !== k))];
    return (
      <div>
        <ul className="flex flex-wrap gap-2">
          {part.gpcs.map((gpc) => (
            <li key={gpc} className="rounded-s border border-rule bg-white px-3 py-1 text-center">
              <span className={`font-child ${size}`}>{graphemeShown(gpc)}</span> <Sound gpc={gpc} className="text-sm text-ink-2" />
              <Whose ids={part.whose?.[gpc]} names={names} />
              {part.ask?.includes(gpc) && <span className="block text-sm text-ink-2">ask only</span>}
            </li>
          ))}
        </ul>
        {part.stack && part.stack.length > part.gpcs.length && (
          <p className="mt-1.5 text-sm text-ink-2">
            {part.stack.length} cards: {again.map(graphemeShown).join(', ')} {again.length === 1 ? 'comes' : 'come'} back at growing gaps.
          </p>
        )}
      </div>
    );
  }
  if (part.kind === 'sort spellings')
    return (
      <ul className="flex flex-wrap gap-8">
        {part.gpcs.map((gpc) => (
          <li key={gpc} className="min-w-24 border-b-2 border-ink pb-1 text-center">
            <Pair gpc={gpc} className={size} />
          </li>
        ))}
      </ul>
    );
  return (
    <ul className="grid gap-3">
      {part.gpcs.map((gpc) => {
        const sound = gpc.split(':')[1]!;
        const note = soundNote(sound);
        const cue = cues?.find((c) => c.gpc === gpc);
        return (
          <li key={gpc} className="flex items-start gap-4">
            <span className="shrink-0 rounded-s border border-rule bg-white px-3 py-1 text-center">
              <Pair gpc={gpc} className={size} />
              <Whose ids={part.whose?.[gpc]} names={names} />
            </span>
            {part.kind === 'focus' && cue && <CuePicture picture={cue.picture} size="4rem" />}
            {forAdult && part.kind === 'focus' && (
              <span className="grid max-w-xl gap-0.5 text-sm">
                {cue && (cue.cue || cue.keyWord || cue.action || cue.story) && (
                  <span>{[cue.keyWord && `As in ${cue.keyWord}.`, cue.cue, cue.action, cue.story].filter(Boolean).join(' ')}</span>
                )}
                {note && (
                  <span className="text-ink-2">
                    {note.mouth} {note.voice === 'voiced' ? 'With voice' : 'Without voice'}. {note.leaveOff}
                  </span>
                )}
              </span>
            )}
            {partKind(part.kind).sheets.includes('letters') && <Written gpc={gpc} size={size} />}
            {forAdult && partKind(part.kind).sheets.includes('letters') && (
              <ul className="grid gap-1.5 text-sm">
                {[...new Set(gpc.split(':')[0]!.replace('_', ''))].map((letter) => (
                  <li key={letter} className="flex items-center gap-3">
                    <LetterStrokes letter={letter} /> {FORMATION[letter] ?? ''}
                  </li>
                ))}
              </ul>
            )}
          </li>
        );
      })}
    </ul>
  );
}

function Words({ part, focus, names, size = 'text-2xl', marks = true, forAdult = true, beside }: View) {
  const shown = (w: Word): ReactNode => {
    const { childSees } = partKind(part.kind);
    if (childSees === 'picture' && (w.heard || !forAdult))
      return (
        <span className="flex items-center gap-2">
          <Picture word={w.word} size="3em" />
          {forAdult && w.answer && <span className="text-sm text-ink-2">{w.answer}</span>}
        </span>
      );
    if (childSees === 'nothing')
      return forAdult ? (
        <span className={size}>
          <span className="font-child">{w.word}</span>
          <span className="ml-2 text-sm text-ink-2">{w.answer ?? (w.say ?? w.units.map((u) => u.sound)).join(' · ')}</span>
        </span>
      ) : (
        <span className="text-base text-ink-2">You say it: they listen.</span>
      );
    if (w.options)
      return (
        <span className={`flex gap-4 font-child ${size}`}>
          {w.options.map((o) => (
            <span key={o} className={forAdult && o === w.word ? 'border-b-2 border-pine' : ''}>
              {o}
            </span>
          ))}
        </span>
      );
    if (w.steps)
      return (
        <span className={`flex gap-3 font-child ${size}`}>
          {w.steps.map((s, k) => (
            <span key={k} className={k < w.steps!.length - 1 ? 'text-ink-2' : ''}>
              {s}
            </span>
          ))}
        </span>
      );
    const word = <WordMarks word={w.word} units={w.units} odd={w.odd} focus={focus} marks={marks && showsMarks(part)} className={size} />;
    if (w.base && w.ending)
      return (
        <span>
          {word}
          <span className="block text-sm text-ink-2">
            {w.base} + {w.ending}
            {w.change && w.change !== 'none' && `: ${CHANGES[w.change]}`}
          </span>
        </span>
      );
    if (childSees === 'picture')
      return (
        <span className="flex items-center gap-2">
          <Picture word={w.word} size="2.2em" decorative /> {word}
        </span>
      );
    return word;
  };
  return (
    <ul className="flex flex-wrap gap-x-7 gap-y-4">
      {part.words.map((w, k) => (
        <li key={w.word} className="relative">
          <span className="flex items-start">
            {part.kind === 'word chain' && k > 0 && (
              <span aria-hidden className="mr-3 self-center text-ink-2">
                →
              </span>
            )}
            {shown(w)}
            {beside?.(w)}
          </span>
          {forAdult && w.for && <Whose ids={[w.for]} names={names} />}
          {forAdult && w.carried && <span className="block text-sm text-ink-2">from last time</span>}
        </li>
      ))}
    </ul>
  );
}
const CHANGES = { doubled: 'double the last letter', 'e dropped': 'the e goes', 'y to i': 'y turns into i', none: '' };

function Lines({ part, size = 'text-xl', forAdult = true }: View) {
  return (
    <ul className="grid gap-2">
      {part.lines!.map((line) => (
        <li key={line.text} className="flex flex-wrap items-center gap-x-4">
          <span className={`font-child ${size}`}>{line.text}</span>
          {forAdult && line.answer && <span className="text-sm font-semibold text-ink-2">{line.answer}</span>}
          {line.pictures?.map((p) => (
            <Picture key={p} word={p} size="2.4em" />
          ))}
        </li>
      ))}
    </ul>
  );
}

function Rows({ part, size = 'text-2xl', forAdult = true }: View) {
  return (
    <ul className="grid gap-3">
      {part.rows!.map((row, k) => (
        <li key={k} className="flex flex-wrap items-center gap-x-6 gap-y-1">
          {row.picture && <Picture word={row.picture} size="2.8em" />}
          {row.show && (
            <span className={`min-w-14 border-r border-rule pr-5 text-center font-child font-semibold ${size}`}>{row.show}</span>
          )}
          <span className={`flex flex-wrap gap-x-6 font-child ${size}`}>
            {row.items.map((item, n) => (
              <span key={n} className={forAdult && item === row.answer ? 'border-b-2 border-pine' : ''}>
                {item.replace('_', '‑')}
              </span>
            ))}
          </span>
          {forAdult && !row.items.includes(row.answer) && <span className="text-sm text-ink-2">{row.answer}</span>}
        </li>
      ))}
    </ul>
  );
}

function ReadText({ part, size, forAdult = true }: View) {
  const text = part.text!;
  return (
    <div className="max-w-3xl">
      <p className="font-serif text-lg font-semibold">
        {text.title}
        {forAdult && text.again && <span className="ml-2 font-sans text-sm font-normal text-ink-2">read again: it was read before</span>}
      </p>
      {forAdult && text.tell.length > 0 && (
        <p className="text-sm">
          Tell first: <b className="font-child text-base font-normal">{text.tell.join(', ')}</b>
        </p>
      )}
      <p className={`my-2 font-child leading-relaxed whitespace-pre-line ${size ?? 'text-lg'}`}>{text.text}</p>
      {text.questions.length > 0 && (
        <ol className="grid gap-0.5 text-sm">
          {text.questions.map((q) => (
            <li key={q.ask}>
              {q.ask} {forAdult && <span className="text-ink-2">{q.answer}</span>}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
