/** A reading afterwards: the marks, put right where need be, and everything it tells. */
import { countingMarking, foldReading, isSetAside, type MarkMade, type Marking, type StepRecord } from '@sapling/core/reading';
import { useMemo, useState } from 'react';
import { useData } from '../api/data.js';
import { useMe } from '../shell/me.js';
import { Playback } from './playback.js';
import { ReviewHead } from './review-head.js';
import { ReviewScore } from './review-score.js';
import { ReviewTabs } from './review-tabs.js';
import { TextLines } from './text-lines.js';
import type { ReadingHandle } from './use-reading.js';
import { WordEditor } from './word-editor.js';
import { LackingLine } from '../ui/lacking-line.js';

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Review({ handle }: { handle: ReadingHandle }) {
  const { record, childName, steps } = handle.reading!;
  const me = useMe();
  const { data: settings } = useData('settings');
  const [chosen, setChosen] = useState<number | null>(null);
  const [seen, setSeen] = useState<string | null>(null);
  const [playing, setPlaying] = useState<number | null>(null);
  const [slow, setSlow] = useState<ReadonlySet<number>>(new Set());
  const markings = useMemo(() => (steps.length > 0 ? foldReading(steps as unknown as StepRecord[]) : []), [steps]);
  const counts = countingMarking(markings);
  // who only set it aside has no marking
  const own = markings.some((m) => m.id === handle.markingId) ? handle.marking : undefined;
  const aside = isSetAside(steps as unknown as StepRecord[]);
  // whoever marks a second time does it unseen: another's marks show once their own are done
  const blind = own !== undefined && !own.done && own.id !== counts?.id;
  const shown: Marking | undefined = blind ? own : (markings.find((m) => m.id === seen) ?? own ?? counts);
  const mine = shown === undefined || shown.id === handle.markingId;
  const person = (id: string): string =>
    id === me.colleague.id ? 'you' : (handle.remote?.people.find((p) => p.id === id)?.name ?? 'a colleague');
  return (
    <main className="mx-auto max-w-[90rem] px-4 py-5 sm:px-8 sm:py-6">
      <title>{`${childName}, a reading · Keen Sapling`}</title>
      <LackingLine className="mb-4" />
      <ReviewHead handle={handle} shown={shown} mine={mine} aside={aside} />
      {aside && (
        <p className="mb-4 flex flex-wrap items-center gap-3 border-l-4 border-wobbly py-1 pl-4" role="status">
          This reading is set aside: it counts for nothing.
          <button className="btn btn-small" onClick={() => handle.steps({ what: 'set aside', aside: false })}>
            Let it count again
          </button>
        </p>
      )}
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_29rem]">
        <section aria-label="The reading">
          {shown && (
            <ReviewScore
              words={record.words}
              marking={shown}
              settings={settings}
              editable={mine}
              onSeconds={(seconds) => handle.steps({ what: 'seconds', seconds })}
            />
          )}
          {markings.length > 1 && !blind && (
            <p className="mb-3 flex flex-wrap items-center gap-2 text-sm">
              <span className="text-ink-2">Marked by</span>
              {markings.map((m) => (
                <button
                  key={m.id}
                  className={`btn btn-small ${shown?.id === m.id ? 'btn-main' : ''}`}
                  aria-pressed={shown?.id === m.id}
                  onClick={() => setSeen(m.id)}
                >
                  {person(m.by)}
                  {counts?.id === m.id && ' (counts)'}
                </button>
              ))}
            </p>
          )}
          <div className="sheet px-4 py-4 sm:px-8 sm:py-6">
            <TextLines
              text={record.text}
              marks={shown?.marks ?? []}
              chosen={chosen}
              {...(playing === null ? {} : { place: playing })}
              lastWord={shown?.lastWord ?? null}
              framed={slow}
              onWord={(word) => setChosen(word === chosen ? null : word)}
              size={23}
            />
          </div>
          {chosen === null ? (
            <p className="mt-2 text-sm text-ink-2">
              {mine
                ? shown === undefined
                  ? 'Press a word that went wrong, then the last word and the time.'
                  : 'Press a word to mark it, or to put a mark right. The times stay as they were.'
                : `Marked by ${person(shown.by)}. Only they can change these marks.`}
            </p>
          ) : (
            <WordEditor
              key={chosen}
              text={record.words[chosen]!}
              marks={(shown?.marks ?? []).filter((m: MarkMade) => m.word === chosen)}
              editable={mine}
              onMark={(kind) => handle.mark(chosen, kind)}
              onSaid={(of, said) => handle.steps({ what: 'change', of, said })}
              onLast={() => handle.steps({ what: 'last', word: chosen })}
              onUndo={() => handle.undo()}
              onClose={() => setChosen(null)}
            />
          )}
          <Playback handle={handle} marking={shown} editable={mine} onPlace={setPlaying} onWord={setChosen} />
        </section>
        <aside aria-label="What it tells">
          {blind ? (
            <p className="border-l-4 border-rule py-1 pl-4 text-ink-2">
              You mark this reading unseen. What {person(counts!.by)} marked, and how far the two of you agree, shows when yours is
              finished.
            </p>
          ) : shown ? (
            <ReviewTabs
              {...{ handle, markings, counts, own, shown, mine, person }}
              onWord={setChosen}
              onSlow={setSlow}
              onMarkMyself={() => setSeen(null)}
            />
          ) : null}
        </aside>
      </div>
    </main>
  );
}
