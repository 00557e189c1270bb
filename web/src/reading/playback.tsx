/** The recording played back: as a waveform, slower and faster, the marks at their times, the word that is said followed in the text. */
import { lastWordOf, type Marking } from '@sapling/core/reading';
import { parseISO } from 'date-fns';
import { Pause, Play, Trash2 } from 'lucide-react';
import { useEffect, useMemo } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { wordsInSound } from './recording.js';
import type { ReadingHandle } from './use-reading.js';
import { usePlayer, useSound } from './use-sound.js';
import { Waveform } from './waveform.js';
import { dateText } from '../wording/date-text.js';

const SPEEDS = [0.5, 0.75, 1, 1.25, 1.5] as const;

// eslint-disable-next-line complexity -- a page of parts that are each there or not
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
  const { sound, trouble, waiting, forget, again } = useSound(record.id, recorded?.parts ?? 0);
  const player = usePlayer(sound);
  const { audio, playing, at, speed, onPlaying, toggle, setSpeed } = player;
  const reached = marking?.reached;
  const order = useMemo(() => [...(reached ?? [])].sort((a, b) => a[1] - b[1]), [reached]);
  const word = playing || at > 0 ? (order.findLast(([, ms]) => ms <= at)?.[0] ?? null) : null;
  useEffect(() => onPlace(word), [word, onPlace]);

  if (!recorded && waiting === 0) return null;
  const deleteNow = async (): Promise<void> => {
    if (!confirm('Delete this recording for good? The marks stay.')) return;
    try {
      await call('deleteRecording', { params: { id: record.id } });
      forget();
      await refresh('readings');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
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
          <button className="btn btn-quiet btn-small ml-auto" onClick={() => void deleteNow()}>
            <Trash2 size={15} aria-hidden /> Delete now
          </button>
        )}
      </div>
      {waiting > 0 && (
        <p className="text-sm text-ink-2">Some of the sound is still on this device; it is sent when the server is in reach.</p>
      )}
      {trouble && (
        <p className="border-l-4 border-gap py-1 pl-4">
          {trouble}{' '}
          <button className="btn btn-small ml-2" onClick={again}>
            Try again
          </button>
        </p>
      )}
      {sound && (
        <div className="sheet px-4 py-3">
          <audio
            ref={audio}
            src={sound.url}
            onPlay={() => onPlaying(true)}
            onPause={() => onPlaying(false)}
            onEnded={() => onPlaying(false)}
            onLoadedMetadata={(event) => (event.currentTarget.playbackRate = speed)}
          />
          <Waveform sound={sound} player={player} words={record.words} marks={marks} onWord={onWord} />
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
                  onClick={() => setSpeed(s)}
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
