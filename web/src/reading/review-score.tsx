/** A reading in figures: right words a minute where the text was not too hard, how much was right, how long it took. */
import type { SchoolSettings } from '@sapling/contract';
import { scoreMarking, secondsOf, type Marking } from '@sapling/core/reading';
import { percent } from './figures.js';

type Rules = Pick<SchoolSettings, 'readAlone' | 'readWithHelp' | 'timing' | 'selfCorrectionIsRight'>;

/** Whether a text can be read, in words; nothing where nothing was read. */
export function levelWords(accuracy: unknown, settings: Partial<Rules> | undefined): string {
  if (typeof accuracy !== 'number') return '';
  if (accuracy >= (settings?.readAlone ?? 0.95)) return 'right for reading alone';
  return accuracy >= (settings?.readWithHelp ?? 0.9) ? 'right with help' : 'too hard to read, even with help';
}

interface Props {
  words: readonly string[];
  marking: Marking;
  settings: SchoolSettings | undefined;
  editable: boolean;
  onSeconds: (seconds: number) => void;
}

export function ReviewScore({ words, marking, settings, editable, onSeconds }: Props) {
  const score = scoreMarking(words, marking, settings);
  const withHelp = settings?.readWithHelp ?? 0.9;
  const accurate = typeof score.accuracy === 'number' && score.accuracy >= withHelp;
  const speed = typeof score.wcpm === 'number' && (accurate || settings?.timing === 'every reading');
  return (
    <>
      <div className="mb-4 flex flex-wrap items-baseline gap-x-8 gap-y-2">
        <Big value={speed ? String(Math.round(score.wcpm!)) : '–'} label="right words a minute" />
        <Big value={percent(score.accuracy)} label={`read right, ${levelWords(score.accuracy, settings)}`} />
        <Big value={`${score.correct} of ${score.attempted}`} label="words" small />
        <Time
          key={`${marking.id} ${marking.setSeconds} ${marking.clockedMs}`}
          seconds={secondsOf(marking)}
          editable={editable}
          onSet={onSeconds}
        />
        {score.selfCorrections > 0 && (
          <Big value={`${score.selfCorrections}`} label={`put right, ${percent(score.selfCorrectionShare)} of slips`} small />
        )}
      </div>
      {!speed && typeof score.wcpm === 'number' && (
        <p className="mb-3 text-sm text-ink-2">
          Speed is not shown below {percent(withHelp)} read right (Team): this text is too hard for it to mean anything.
        </p>
      )}
    </>
  );
}

function Big({ value, label, small = false }: { value: string; label: string; small?: boolean }) {
  return (
    <p className="flex flex-col">
      <span className={`font-serif font-semibold ${small ? 'text-xl' : 'text-3xl'}`}>{value}</span>
      <span className="text-sm text-ink-2">{label}</span>
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
