/** The strip above the marks: who reads, what a key would mark, the way back, the child's screen, the recording. */
import { Eye, EyeOff, Mic, MicOff, Monitor, Undo2 } from 'lucide-react';
import { ScreenChip, SentLine } from '../check/screen-chip.js';
import type { SecondScreen } from '../check/second-screen.js';
import type { Recorder } from './recorder.js';

export function LiveStrip({
  childName,
  word,
  canSay,
  onSay,
  canUndo,
  onUndo,
  quiet,
  onQuiet,
  screen,
  recorder,
  consent,
  recorded,
  demo,
  begun,
  onLeave,
}: {
  childName: string;
  /** The word that a key would mark. */
  word: string | null;
  canSay: boolean;
  onSay: () => void;
  canUndo: boolean;
  onUndo: () => void;
  quiet: boolean;
  onQuiet: () => void;
  screen: SecondScreen;
  recorder: Recorder;
  consent: boolean;
  /** There is sound of this reading already. */
  recorded: boolean;
  demo: boolean;
  begun: boolean;
  onLeave: () => void;
}) {
  return (
    <div className="mb-2 flex min-h-8 flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <span className="font-semibold">{childName}</span>
      {word !== null && (
        <span className="text-ink-2">
          marks go to <span className="font-child text-base text-ink">{word}</span>
        </span>
      )}
      <SentLine />
      <ScreenChip screen={screen} />
      {recorder.trouble && <span className="text-gap">{recorder.trouble}</span>}
      <span className="ml-auto flex items-center gap-1">
        {canSay && (
          <button className="btn btn-quiet btn-small" onClick={onSay}>
            What did they say? <span className="kbd">E</span>
          </button>
        )}
        <button className="btn btn-quiet btn-small" onClick={onUndo} disabled={!canUndo}>
          <Undo2 size={15} aria-hidden /> Take back <span className="kbd">Z</span>
        </button>
        <button
          className="btn btn-quiet btn-small"
          aria-pressed={quiet}
          onClick={onQuiet}
          title="The child looks at this screen: marks are dots, no figures"
        >
          {quiet ? <EyeOff size={15} aria-hidden /> : <Eye size={15} aria-hidden />} {quiet ? 'Child looks here' : 'Only I look here'}
        </button>
        {!screen.code && (
          <button
            className="btn btn-quiet btn-small"
            onClick={() => screen.open()}
            title="Show the text on another window or device, for the child"
          >
            <Monitor size={15} aria-hidden /> Second screen
          </button>
        )}
        {recorder.state === 'recording' || recorder.state === 'standing' ? (
          <span className="flex items-center gap-1.5 px-2 font-semibold text-gap">
            <Mic size={15} aria-hidden /> {recorder.state === 'recording' ? 'Recording' : 'Recording stands'}
          </span>
        ) : recorder.state === 'ready' ? (
          <button className="btn btn-quiet btn-small" onClick={() => recorder.disarm()}>
            <Mic size={15} aria-hidden /> Will record
          </button>
        ) : recorder.state === 'off' && recorded ? (
          <span
            className="flex items-center gap-1.5 px-2 text-ink-2"
            title="What was recorded until this page was left is kept. A recording does not go on once it has stopped."
          >
            <MicOff size={15} aria-hidden /> Recorded in part
          </span>
        ) : consent && !begun ? (
          <>
            <button className="btn btn-quiet btn-small" onClick={() => void recorder.arm('microphone')}>
              <MicOff size={15} aria-hidden /> Record
            </button>
            {demo && (
              <button
                className="btn btn-quiet btn-small"
                onClick={() => void recorder.arm('made-up voice')}
                title="A made-up voice stands in for the child, for trying out"
              >
                Record a made-up voice
              </button>
            )}
          </>
        ) : null}
        <button className="btn btn-quiet btn-small" onClick={onLeave}>
          Leave
        </button>
      </span>
    </div>
  );
}
