/** A recording as bars from start to end, with the marks where they were made; pressed anywhere it goes there. */
import { useMemo } from 'react';
import type { MarkMade } from '@sapling/core/reading';
import { markKind } from './mark-kinds.js';
import { barsOf, type Sound } from './recording.js';
import type { Player } from './use-sound.js';

const BARS = 320;
/** A mark is heard with so much before it, milliseconds. */
const BEFORE_MARK_MS = 1200;

interface Props {
  sound: Sound;
  player: Player;
  words: readonly string[];
  /** Marks with the moment of each, milliseconds from the start. */
  marks: readonly (MarkMade & { readonly ms: number })[];
  onWord: (word: number) => void;
}

export function Waveform({ sound, player: { at, seek, toggle }, words, marks, onWord }: Props) {
  const bars = useMemo(() => barsOf(sound.loud, BARS), [sound]);
  return (
    <div className="relative">
      <svg
        viewBox={`0 0 ${BARS} 60`}
        preserveAspectRatio="none"
        className="h-20 w-full cursor-pointer"
        role="slider"
        tabIndex={0}
        aria-label="Place in the recording"
        aria-valuemin={0}
        aria-valuemax={Math.round(sound.ms / 1000)}
        aria-valuenow={Math.round(at / 1000)}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect();
          seek(((event.clientX - box.left) / box.width) * sound.ms);
        }}
        onKeyDown={(event) => {
          if (event.key === 'ArrowRight') seek(at + 1000);
          else if (event.key === 'ArrowLeft') seek(at - 1000);
          else if (event.key === ' ' || event.key === 'Enter') toggle();
          else return;
          event.preventDefault();
        }}
      >
        {bars.map((bar, k) => (
          <rect
            key={k}
            x={k + 0.15}
            width={0.7}
            y={30 - 27 * bar - 0.5}
            height={54 * bar + 1}
            fill={(k / BARS) * sound.ms <= at ? '#4f6f2c' : '#93a09a'}
          />
        ))}
      </svg>
      {marks.map((m) => (
        <button
          key={m.id}
          className="absolute -top-1 h-24 w-3 -translate-x-1/2"
          style={{ left: `${Math.min(100, (m.ms / sound.ms) * 100)}%` }}
          aria-label={`${words[m.word]}, ${markKind(m.kind).name.toLowerCase()}, at ${(m.ms / 1000).toFixed(1)} seconds`}
          onClick={() => {
            seek(m.ms - BEFORE_MARK_MS);
            onWord(m.word);
          }}
        >
          <span className={`mx-auto block h-full w-px ${markKind(m.kind).error ? 'bg-gap' : 'bg-ink-2'}`} />
          <span
            className={`absolute top-0 left-1/2 -translate-x-1/2 bg-sheet px-0.5 text-[11px] leading-3 uppercase ${markKind(m.kind).error ? 'font-semibold text-gap' : 'text-ink-2'}`}
          >
            {markKind(m.kind).key}
          </span>
        </button>
      ))}
    </div>
  );
}
