/** A reading afterwards: the marks, put right where need be, and everything it tells. */
import {
  countingMarking,
  foldReading,
  lastWordOf,
  scoreMarking,
  secondsOf,
  type MarkMade,
  type Marking,
  type StepRecord,
} from '@sapling/core/reading';
import { Printer } from 'lucide-react';
import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { useData } from '../api/data.js';
import { OtherChild } from '../check/other-child.js';
import { useMe } from '../shell/me.js';
import { AgainPanel } from './again-panel.js';
import { AgreementPanel } from './agreement-panel.js';
import { FluencyPanel } from './fluency-panel.js';
import { percent } from './figures.js';
import { Playback } from './playback.js';
import { QuestionsPanel } from './questions-panel.js';
import { TeachPanel } from './teach-panel.js';
import { TextLines } from './text-lines.js';
import { WordEditor } from './word-editor.js';
import type { ReadingHandle } from './use-reading.js';
import { atSchool } from '../clock.js';
import { dateText } from '../wording/date-text.js';

const DOES_WHAT = 'rounded-s px-2 py-1.5 font-semibold text-ink-2 data-[state=active]:bg-pine data-[state=active]:text-white';

export function Review({ handle }: { handle: ReadingHandle }) {
  const { record, childName, steps } = handle.reading!;
  const me = useMe();
  const go = useNavigate();
  const { data: settings } = useData('settings');
  const [chosen, setChosen] = useState<number | null>(null);
  const [seen, setSeen] = useState<string | null>(null);
  const [playing, setPlaying] = useState<number | null>(null);
  const [slow, setSlow] = useState<ReadonlySet<number>>(new Set());
  const markings = useMemo(() => (steps.length > 0 ? foldReading(steps as unknown as StepRecord[]) : []), [steps]);
  const counts = countingMarking(markings);
  const own = handle.marking;
  // whoever marks a second time does it unseen: another's marks show once their own are done
  const blind = own !== undefined && !own.done && own.id !== counts?.id;
  const shown: Marking | undefined = blind ? own : (markings.find((m) => m.id === seen) ?? own ?? counts);
  const mine = shown === undefined || shown.id === handle.markingId;
  const person = (id: string): string =>
    id === me.colleague.id ? 'you' : (handle.remote?.people.find((p) => p.id === id)?.name ?? 'a colleague');
  const score = shown && scoreMarking(record.words, shown, settings);
  const accurate = typeof score?.accuracy === 'number' && score.accuracy >= (settings?.readWithHelp ?? 0.9);
  const speed = typeof score?.wcpm === 'number' && (accurate || settings?.timing === 'every reading');
  const others = markings.filter((m) => m.done);
  const markMyself = (): void => {
    if (!counts) return;
    handle.steps({ what: 'seconds', seconds: Math.round(secondsOf(counts) * 10) / 10 }, { what: 'last', word: lastWordOf(counts) });
    setSeen(null);
  };
  const level =
    typeof score?.accuracy !== 'number'
      ? ''
      : score.accuracy >= (settings?.readAlone ?? 0.95)
        ? 'right for reading alone'
        : accurate
          ? 'right with help'
          : 'too hard to read, even with help';
  return (
    <main className="mx-auto max-w-[90rem] px-4 py-5 sm:px-8 sm:py-6">
      <title>{`${childName}, a reading · Keen Sapling`}</title>
      <header className="mb-5 flex flex-wrap items-end justify-between gap-4">
        <div>
          <p className="eyebrow">
            <Link className="underline-offset-4 hover:underline" to={`/children/${record.child}/readings`}>
              {childName}
            </Link>
            , {dateText(atSchool(record.at), 'd MMMM yyyy, HH:mm')}
            {record.paper && ', typed in from paper'}
          </p>
          <h1 className="text-[1.75rem] leading-tight">{record.title}</h1>
        </div>
        <div className="flex flex-wrap gap-2">
          <Link className="btn" to={`/reading/print?reading=${record.id}`}>
            <Printer size={16} aria-hidden /> On paper
          </Link>
          <OtherChild what="reading" id={record.id} by={record.by} child={record.child} goTo={(child) => `/children/${child}/readings`} />
          <button
            className="btn"
            onClick={() => {
              handle.steps({ what: 'set aside', aside: true });
              toast('Set aside: it counts for nothing and is in no list.', {
                action: { label: 'Undo', onClick: () => handle.steps({ what: 'set aside', aside: false }) },
              });
              void go(`/children/${record.child}/readings`);
            }}
          >
            Set aside
          </button>
          {mine && shown?.done ? (
            <Link className="btn btn-main" to={`/check/reading?child=${record.child}`}>
              Done
            </Link>
          ) : mine && shown ? (
            <button className="btn btn-main" onClick={() => handle.steps({ what: 'done' })}>
              My marking is finished
            </button>
          ) : null}
        </div>
      </header>
      {handle.remote?.setAside && (
        <p className="mb-4 border-l-4 border-rule py-1 pl-4">This reading is set aside: it counts for nothing.</p>
      )}
      <div className="grid gap-x-8 gap-y-6 lg:grid-cols-[minmax(0,1fr)_29rem]">
        <section aria-label="The reading">
          {score && (
            <div className="mb-4 flex flex-wrap items-baseline gap-x-8 gap-y-2">
              <Big value={speed ? String(Math.round(score.wcpm!)) : '–'} name="right words a minute" />
              <Big value={percent(score.accuracy)} name={`read right, ${level}`} />
              <Big value={`${score.correct} of ${score.attempted}`} name="words" small />
              <Time
                key={`${shown.id} ${shown.setSeconds} ${shown.clockedMs}`}
                seconds={secondsOf(shown)}
                editable={mine}
                onSet={(seconds) => handle.steps({ what: 'seconds', seconds })}
              />
              {score.selfCorrections > 0 && (
                <Big value={`${score.selfCorrections}`} name={`put right, ${percent(score.selfCorrectionShare)} of slips`} small />
              )}
            </div>
          )}
          {!speed && typeof score?.wcpm === 'number' && (
            <p className="mb-3 text-sm text-ink-2">
              Speed is not shown below {percent(settings?.readWithHelp ?? 0.9)} read right (Team): this text is too hard for it to mean
              anything.
            </p>
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
            <Tabs.Root defaultValue="teach">
              <Tabs.List aria-label="What it tells" className="mb-4 flex flex-wrap gap-1 border-b border-rule pb-2">
                <Tabs.Trigger className={DOES_WHAT} value="teach">
                  Teach
                </Tabs.Trigger>
                <Tabs.Trigger className={DOES_WHAT} value="questions">
                  Understanding
                </Tabs.Trigger>
                <Tabs.Trigger className={DOES_WHAT} value="fluency">
                  Fluency
                </Tabs.Trigger>
                <Tabs.Trigger className={DOES_WHAT} value="again">
                  Next
                </Tabs.Trigger>
                <Tabs.Trigger className={DOES_WHAT} value="two">
                  Second marking
                </Tabs.Trigger>
              </Tabs.List>
              <Tabs.Content value="teach">
                <TeachPanel record={record} marking={shown} onWord={setChosen} />
              </Tabs.Content>
              <Tabs.Content value="questions">
                <QuestionsPanel record={record} marking={shown} editable={mine} onStep={handle.steps} onPlace={setSlow} />
              </Tabs.Content>
              <Tabs.Content value="fluency">
                <FluencyPanel record={record} marking={shown} editable={mine} onStep={handle.steps} onSlow={setSlow} />
              </Tabs.Content>
              <Tabs.Content value="again">
                <AgainPanel record={record} />
              </Tabs.Content>
              <Tabs.Content value="two">
                <AgreementPanel
                  record={record}
                  markings={others}
                  counts={counts}
                  own={own}
                  person={person}
                  onMarkMyself={markMyself}
                  onSettle={handle.steps}
                  onWord={setChosen}
                />
              </Tabs.Content>
            </Tabs.Root>
          ) : null}
        </aside>
      </div>
    </main>
  );
}

function Big({ value, name, small = false }: { value: string; name: string; small?: boolean }) {
  return (
    <p className="flex flex-col">
      <span className={`font-serif font-semibold ${small ? 'text-xl' : 'text-3xl'}`}>{value}</span>
      <span className="text-sm text-ink-2">{name}</span>
    </p>
  );
}

function Time({ seconds, editable, onSet }: { seconds: number; editable: boolean; onSet: (seconds: number) => void }) {
  return (
    <label className="flex flex-col">
      <input
        className="field !min-h-8 !w-24 !py-0 text-lg font-semibold"
        type="number"
        min={0}
        max={7200}
        step={0.1}
        disabled={!editable}
        aria-label="Seconds it took"
        defaultValue={Math.round(seconds * 10) / 10}
        onBlur={(event) => {
          const typed = Number(event.target.value);
          if (Number.isFinite(typed) && typed >= 0 && typed <= 7200 && Math.abs(typed - seconds) >= 0.05) onSet(typed);
        }}
        onKeyDown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
      />
      <span className="text-sm text-ink-2">seconds</span>
    </label>
  );
}
