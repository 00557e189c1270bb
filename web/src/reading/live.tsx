/**
 * Marking while the child reads. One key starts and stops; the place is followed by tapping along or left alone; a word
 * is marked by touch or by key, and everything can be taken back.
 */
import { lastWordOf, scoreMarking } from '@sapling/core/reading';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useData } from '../api/data.js';
import { useSecondScreen } from '../check/second-screen.js';
import { useMe } from '../shell/me.js';
import { Figures } from './figures.js';
import { MarkBar } from './mark-bar.js';
import { LiveStrip } from './live-strip.js';
import { SaidBar } from './said-bar.js';
import { TextLines } from './text-lines.js';
import { useLive } from './use-live.js';
import type { ReadingHandle } from './use-reading.js';
import { clock } from '../clock.js';
import { useAwake } from '../ui/use-awake.js';

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Live({ handle }: { handle: ReadingHandle }) {
  useAwake();
  const { record, childName } = handle.reading!;
  const me = useMe();
  const go = useNavigate();
  const { data: settings } = useData('settings');
  const { data: child } = useData('child', { params: { id: record.child } });
  const { marking } = handle;
  const [quiet, setQuiet] = useState(false);
  const screen = useSecondScreen({ reading: { title: record.title, text: record.text } });
  const live = useLive(handle, me.colleague.id);
  const { recorder, running, begun, phase, place, size, marks, chosen, target, saidFor, asking, setAsking } = live;
  const { start, stop, finish, along, onKind, onWord } = live;

  return (
    <main
      className="flex h-dvh flex-col bg-[#fbfaf3]"
      // a button that was touched gives the keys back: Enter starts and stops, whatever was pressed last
      onClickCapture={(event) => {
        if (event.detail > 0 && event.target instanceof Element) event.target.closest('button')?.blur();
      }}
    >
      <title>{`${childName} reads · Keen Sapling`}</title>
      <h1 className="sr-only">
        {childName} reads “{record.title}”
      </h1>
      <div className="flex min-h-0 flex-1">
        <div className="min-h-0 flex-1 overflow-y-auto px-10 py-6" data-running={running || undefined}>
          <h2 className="mb-4 font-child text-2xl font-bold">{record.title}</h2>
          <TextLines
            text={record.text}
            marks={marks}
            {...(place >= 0 ? { place } : {})}
            chosen={chosen}
            lastWord={running ? null : (marking?.lastWord ?? null)}
            quiet={quiet}
            onWord={onWord}
            size={size}
          />
        </div>
        <Figures
          marking={marking}
          words={record.words}
          score={(now) => (marking ? scoreMarking(record.words, marking, settings, now) : null)}
          timing={settings?.timing ?? 'accurate readings'}
          withHelp={settings?.readWithHelp ?? 0.9}
          quiet={quiet}
          lastWord={marking ? lastWordOf(marking) : -1}
        />
      </div>
      {asking && saidFor && (
        <SaidBar
          key={saidFor.id}
          word={record.words[saidFor.word]!}
          said={saidFor.said ?? ''}
          onSaid={(said) => {
            handle.steps({ what: 'change', of: saidFor.id, said });
            setAsking(false);
          }}
          onClose={() => setAsking(false)}
        />
      )}
      <div className="border-t border-rule bg-sheet px-4 pt-2 pb-3">
        <LiveStrip
          childName={childName}
          word={begun ? record.words[target]! : null}
          canSay={saidFor !== null && !asking}
          onSay={() => setAsking(true)}
          canUndo={(marking?.undoable.length ?? 0) > 0}
          onUndo={() => handle.undo()}
          quiet={quiet}
          onQuiet={() => setQuiet(!quiet)}
          screen={screen}
          recorder={recorder}
          consent={child?.recordingConsent ?? false}
          recorded={recorder.before || Boolean(handle.remote?.recording)}
          demo={me.school.demo}
          begun={begun}
          onLeave={() => void go(`/check/reading?child=${record.child}`)}
        />
        <MarkBar
          phase={phase}
          lastSaid={marking?.lastWord ?? null}
          onStart={start}
          onStop={() => stop(clock.ms())}
          onAlong={() => along(clock.ms())}
          onKind={(kind) => onKind(kind, clock.ms())}
          onLast={() => handle.steps({ what: 'last', word: target })}
          onWhole={() => void finish(true)}
          onDone={() => void finish()}
          onGoOn={start}
        />
      </div>
    </main>
  );
}
