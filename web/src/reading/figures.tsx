/** The adult's figures beside the text: time, words a minute, accuracy, counts. Nothing of it shows when the child looks at this screen. */
import type { Marking, ReadingScore } from '@sapling/core/reading';
import { useEffect, useState } from 'react';
import { MARK_KINDS } from './mark-kinds.js';
import { clock } from '../clock.js';

const minutes = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
export const percent = (share: number | null): string => (share === null ? '–' : `${Math.floor(share * 100 + 1e-9)} %`);

export function Figures({
  marking,
  words,
  score,
  timing,
  withHelp,
  quiet,
  lastWord,
}: {
  marking: Marking | undefined;
  words: readonly string[];
  score: (now?: string) => ReadingScore | null;
  timing: 'accurate readings' | 'every reading';
  withHelp: number;
  quiet: boolean;
  lastWord: number;
}) {
  const [now, setNow] = useState(() => clock.now());
  const running = typeof marking?.runningSince === 'string';
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setNow(clock.now()), 500);
    return () => clearInterval(timer);
  }, [running]);
  if (quiet) return null;
  const found = score(running ? now : undefined);
  const elapsed = marking
    ? marking.clockedMs / 1000 + (running ? Math.max(0, Date.parse(now) - Date.parse(marking.runningSince!)) / 1000 : 0)
    : 0;
  const seconds = marking?.setSeconds ?? elapsed;
  const tooHard =
    timing === 'accurate readings' && found !== null && found.accuracy !== null && found.attempted >= 20 && found.accuracy < withHelp;
  return (
    <aside aria-label="Figures" className="w-52 shrink-0 border-l border-rule bg-sheet px-5 py-6">
      <p className="font-serif text-4xl font-semibold" role="timer" aria-label="Time">
        {minutes(seconds)}
      </p>
      <dl className="mt-4 grid gap-3">
        <Figure
          label="right words a minute"
          value={typeof found?.wcpm !== 'number' || tooHard ? '–' : Math.round(found.wcpm).toString()}
          big
        />
        <Figure label="read right" value={percent(found?.accuracy ?? null)} big />
        <Figure label={`of ${words.length} words reached`} value={String(lastWord + 1)} />
      </dl>
      {tooHard && (
        <p className="mt-3 text-sm text-ink-2">
          Below {percent(withHelp)}: speed is not shown, the text is too hard for it to mean anything.
        </p>
      )}
      {found && (
        <ul className="mt-5 grid gap-0.5 text-sm">
          {MARK_KINDS.filter((m) => found.byKind[m.kind] > 0).map((m) => (
            <li key={m.kind} className="flex justify-between">
              <span>{m.name}</span>
              <span className="font-semibold">{found.byKind[m.kind]}</span>
            </li>
          ))}
        </ul>
      )}
    </aside>
  );
}

function Figure({ label, value, big = false }: { label: string; value: string; big?: boolean }) {
  return (
    <div className="flex flex-col-reverse">
      <dt className="text-sm text-ink-2">{label}</dt>
      <dd className={big ? 'font-serif text-3xl font-semibold' : 'text-xl'}>{value}</dd>
    </div>
  );
}
