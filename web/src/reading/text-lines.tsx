/** The text as a child reads it: lines that stay put, one touch target a word, marks in the space below their line. */
import { lineUp, type Line, type MarkMade } from '@sapling/core/reading';
import { memo, useCallback, useEffect, useMemo, useRef } from 'react';
import { markKind } from './mark-kinds.js';

interface Props {
  readonly text: string;
  readonly marks?: readonly MarkMade[];
  /** The word the child is at. */
  readonly place?: number;
  /** The word that keys mark now. */
  readonly chosen?: number | null;
  readonly lastWord?: number | null;
  /** Marked words that differ between two markings, or are slow: pointed out by a frame. */
  readonly framed?: ReadonlySet<number>;
  /** Marks show only that there is one: the child looks at this screen. */
  readonly quiet?: boolean;
  readonly onWord?: ((word: number) => void) | undefined;
  /** Size of the letters, in pixels. */
  readonly size: number;
}

export function TextLines({ text, marks = [], place, chosen, lastWord, framed, quiet = false, onWord, size }: Props) {
  const lines = useMemo(() => lineUp(text), [text]);
  const box = useRef<HTMLDivElement>(null);
  // one function for all lines and all key presses: a line is drawn again only when something on it changed
  const latest = useRef(onWord);
  useEffect(() => {
    latest.current = onWord;
  });
  const pressed = useCallback((word: number): void => latest.current?.(word), []);
  const press = onWord ? pressed : undefined;
  const now = chosen ?? place;
  const at = now === undefined || now === null ? -1 : lines.findIndex((l) => l.words.includes(now));
  useEffect(() => {
    // the line that is read stays in sight, with the next ones below it
    const line = at < 0 ? null : box.current?.children[at];
    line?.scrollIntoView?.({ block: 'center' });
  }, [at]);
  return (
    <div ref={box} className="font-child text-[#1b1d1a]" style={{ fontSize: size }}>
      {lines.map((line, k) => (
        <TextLine
          key={k}
          line={line}
          marks={marks.some((m) => line.words.includes(m.word)) ? marks.filter((m) => line.words.includes(m.word)) : NONE}
          place={place !== undefined && line.words.includes(place) ? place : undefined}
          chosen={chosen !== undefined && chosen !== null && line.words.includes(chosen) ? chosen : undefined}
          lastWord={lastWord !== undefined && lastWord !== null ? lastWord : undefined}
          framed={framed}
          quiet={quiet}
          onWord={press}
        />
      ))}
    </div>
  );
}
const NONE: readonly MarkMade[] = [];

const TextLine = memo(function TextLine({
  line,
  marks,
  place,
  chosen,
  lastWord,
  framed,
  quiet,
  onWord,
}: {
  line: Line;
  marks: readonly MarkMade[];
  place: number | undefined;
  chosen: number | undefined;
  lastWord: number | undefined;
  framed: ReadonlySet<number> | undefined;
  quiet: boolean;
  onWord: ((word: number) => void) | undefined;
}) {
  return (
    <div className={`relative whitespace-pre max-sm:whitespace-pre-wrap leading-[1.5] pb-[0.62em] ${line.gap ? 'mt-[0.6em]' : ''}`}>
      {/* eslint-disable-next-line complexity -- one word with all that can stand at it */}
      {line.parts.map((part, k) => {
        if (part.word === null) {
          const before = line.parts[k - 1]?.word ?? line.words[0] ?? 0;
          return (
            <span key={k} className={lastWord !== undefined && before > lastWord ? 'text-[#666d66]' : ''}>
              {part.text}
            </span>
          );
        }
        const word = part.word;
        const own = marks.filter((m) => m.word === word);
        const error = own.some((m) => markKind(m.kind).error);
        const look = [
          'relative inline-block rounded-s px-[0.08em] -mx-[0.08em]',
          place === word ? 'bg-leaf-wash' : '',
          chosen === word ? 'outline-2 outline-pine' : '',
          framed?.has(word) ? 'outline-2 outline-dashed outline-wobbly' : '',
          !quiet && error ? 'decoration-gap decoration-[0.09em] underline underline-offset-[0.18em]' : '',
          !quiet && own.length > 0 && !error
            ? 'decoration-ink-2 decoration-dotted decoration-[0.07em] underline underline-offset-[0.18em]'
            : '',
          lastWord !== undefined && word > lastWord ? 'text-[#666d66]' : '',
        ].join(' ');
        const inner = (
          <>
            {part.text}
            {own.length > 0 && <Captions marks={own} quiet={quiet} />}
            {lastWord === word && (
              <span aria-hidden className="absolute top-[0.15em] -right-[0.2em] h-[1.2em] w-[0.09em] bg-pine" title="Read to here" />
            )}
          </>
        );
        return onWord ? (
          <button
            key={k}
            type="button"
            data-word={word}
            tabIndex={-1}
            className={look}
            aria-label={`${part.text}${own.map((m) => `, ${markKind(m.kind).name.toLowerCase()}${m.said ? ` ${m.said}` : ''}`).join('')}`}
            onClick={() => onWord(word)}
          >
            {inner}
          </button>
        ) : (
          <span key={k} className={look} data-word={word}>
            {inner}
          </span>
        );
      })}
    </div>
  );
});

function Captions({ marks, quiet }: { marks: readonly MarkMade[]; quiet: boolean }) {
  if (quiet) return <span aria-hidden className="absolute top-[1.42em] left-1/2 size-[0.16em] -translate-x-1/2 rounded-full bg-ink-2" />;
  return (
    <span aria-hidden className="absolute top-[1.34em] left-0 z-10 no-underline">
      <span className="flex gap-1 font-sans text-[max(0.46em,11px)] leading-[1.2]">
        {marks.map((m) => (
          <span
            key={m.id}
            className={`inline-flex gap-1 whitespace-nowrap ${markKind(m.kind).error ? 'font-semibold text-gap' : 'text-ink-2'}`}
          >
            <span className="rounded-[2px] border border-current px-[0.25em] leading-[1.1] uppercase">{markKind(m.kind).key}</span>
            {m.said && <span className="bg-sheet/80">{m.said}</span>}
          </span>
        ))}
      </span>
    </span>
  );
}
