/** The recording played back: as a waveform, slower and faster, the marks at their times, the word that is said followed in the text. */
import { lastWordOf, type Marking } from '@sapling/core/reading';
import { parseISO } from 'date-fns';
import { Pause, Play, Trash2 } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { markKind } from './mark-kinds.js';
import { barsOf, readSound, wordsInSound, type Sound } from './recording.js';
import { soundWaiting } from '../outbox/store.js';
import type { ReadingHandle } from './use-reading.js';
import { dateText } from '../wording/date-text.js';

const SPEEDS = [0.5, 0.75, 1, 1.25, 1.5] as const;
const BARS = 320;

export function Playback({
  handle,
  marking,
  editable,
  onPlace,
  onWord,
}: {
  handle: ReadingHandle;
  marking: Marking | undefined;
  editable: boolean;
  onPlace: (word: number | null) => void;
  onWord: (word: number) => void;
}) {
  const { record } = handle.reading!;
  const recorded = handle.remote?.recording;
  const parts = recorded?.parts ?? 0;
  const [sound, setSound] = useState<Sound | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [waiting, setWaiting] = useState(0);
  const [speed, setSpeed] = useState(1);
  const [playing, setPlaying] = useState(false);
  const [at, setAt] = useState(0);
  const audio = useRef<HTMLAudioElement>(null);

  useEffect(() => {
    const look = (): void => void soundWaiting(record.id).then(setWaiting);
    look();
    const timer = setInterval(look, 3000);
    return () => clearInterval(timer);
  }, [record.id]);
  useEffect(() => {
    if (parts === 0 || waiting > 0) return;
    let gone = false;
    let url: string | undefined;
    readSound(record.id).then(
      (found) => {
        url = found?.url;
        if (gone && url) URL.revokeObjectURL(url);
        else setSound(found);
      },
      (error: unknown) => !gone && setTrouble(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      gone = true;
      if (url) URL.revokeObjectURL(url);
    };
  }, [record.id, parts, waiting]);
  useEffect(() => {
    if (!playing) return;
    let frame = 0;
    const follow = (): void => {
      setAt((audio.current?.currentTime ?? 0) * 1000);
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [playing]);
  const reached = marking?.reached;
  const order = useMemo(() => [...(reached ?? [])].sort((a, b) => a[1] - b[1]), [reached]);
  const word = playing || at > 0 ? (order.findLast(([, ms]) => ms <= at)?.[0] ?? null) : null;
  useEffect(() => onPlace(word), [word, onPlace]);
  const bars = useMemo(() => (sound ? barsOf(sound.loud, BARS) : []), [sound]);

  if (!recorded && waiting === 0) return null;
  const toggle = (): void => {
    const player = audio.current;
    if (!player) return;
    if (player.paused) void player.play();
    else player.pause();
  };
  const seek = (ms: number): void => {
    if (!audio.current || !sound) return;
    audio.current.currentTime = Math.min(sound.ms, Math.max(0, ms)) / 1000;
    setAt(Math.min(sound.ms, Math.max(0, ms)));
  };
  const findWords = (): void => {
    if (!sound || !marking) return;
    const found = wordsInSound(sound, record.text, record.words, lastWordOf(marking));
    if (found.size === 0) {
      toast('No speech stands out in this recording, so no word was found.');
      return;
    }
    handle.steps({ what: 'along', taps: [...found].map(([w, ms]) => [w, ms] as const) });
    toast(`${found.size} words laid along the sound. It hears no words: where it is wrong, follow along by hand.`);
  };
  const marks = (marking?.marks ?? []).flatMap((m) => {
    const ms = m.ms ?? reached?.get(m.word);
    return ms === undefined ? [] : [{ ...m, ms }];
  });
  return (
    <section aria-label="Recording" className="mt-6">
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <h2 className="text-lg">Recording</h2>
        {recorded && (
          <span className="text-sm text-ink-2">
            kept in this school’s own data, deleted on {dateText(parseISO(recorded.deleteOn), 'd MMMM')}
          </span>
        )}
        {recorded && (
          <button
            className="btn btn-quiet btn-small ml-auto"
            onClick={() => {
              if (!confirm('Delete this recording for good? The marks stay.')) return;
              call('deleteRecording', { params: { id: record.id } }).then(
                () => {
                  setSound(null);
                  void refresh('readings');
                },
                (error: unknown) => toast.error(sentenceOf(error)),
              );
            }}
          >
            <Trash2 size={15} aria-hidden /> Delete now
          </button>
        )}
      </div>
      {waiting > 0 && (
        <p className="text-sm text-ink-2">Some of the sound is still on this device; it is sent when the server is in reach.</p>
      )}
      {trouble && <p className="border-l-4 border-gap py-1 pl-4">{trouble}</p>}
      {sound && (
        <div className="sheet px-4 py-3">
          <audio
            ref={audio}
            src={sound.url}
            onPlay={() => setPlaying(true)}
            onPause={() => setPlaying(false)}
            onEnded={() => setPlaying(false)}
            onLoadedMetadata={(event) => (event.currentTarget.playbackRate = speed)}
          />
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
                aria-label={`${record.words[m.word]}, ${markKind(m.kind).name.toLowerCase()}, at ${(m.ms / 1000).toFixed(1)} seconds`}
                onClick={() => {
                  seek(m.ms - 1200);
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
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <button className="btn btn-main" onClick={toggle}>
              {playing ? <Pause size={16} aria-hidden /> : <Play size={16} aria-hidden />} {playing ? 'Stop' : 'Play'}
            </button>
            <span className="text-sm">
              {(at / 1000).toFixed(1)} of {(sound.ms / 1000).toFixed(1)} s
            </span>
            <span className="flex gap-1" role="group" aria-label="Speed">
              {SPEEDS.map((s) => (
                <button
                  key={s}
                  className={`btn btn-small ${speed === s ? 'btn-main' : ''}`}
                  aria-pressed={speed === s}
                  onClick={() => {
                    setSpeed(s);
                    if (audio.current) audio.current.playbackRate = s;
                  }}
                >
                  ×{s}
                </button>
              ))}
            </span>
            {editable && marking && (
              <button className="btn btn-small ml-auto" onClick={findWords} title="Lays the words along the stretches of speech">
                Find the words in the sound
              </button>
            )}
          </div>
        </div>
      )}
    </section>
  );
}
