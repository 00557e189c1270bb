/** One sound: how it is made, its spellings side by side with words, and the school's own cue for each. */
import { soundNote, SOUNDS, type Spelling } from '@sapling/core/phonics';
import type { Cue } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { TextField, Trouble } from '../ui/form.js';
import { GraphemeChip, WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { CuePicture, CuePictureField } from './cue-picture.js';
import { useShelf } from './frame.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';

export function SoundPanel({ sound, spellings, onClose }: { sound: string | null; spellings: readonly Spelling[]; onClose: () => void }) {
  const info = sound ? SOUNDS.get(sound) : undefined;
  return (
    <Dialog open={sound !== null} onClose={onClose} side title={info ? `/${info.id}/ as in ${info.keyWord}` : ''}>
      {sound && <Inside key={sound} sound={sound} spellings={spellings} />}
    </Dialog>
  );
}

function Inside({ sound, spellings }: { sound: string; spellings: readonly Spelling[] }) {
  const { taught, className } = useShelf();
  const note = soundNote(sound);
  const { data: cues } = useData('cues');
  const may = useMay('shape library');
  const [editing, setEditing] = useState<string | null>(null);
  const { value: full } = useCore(
    () => core().alternativeSpellings({ sound, perSpelling: 5, taught }),
    [sound, taught],
    say('words with this sound'),
  );
  const known = new Set(taught.gpcs);
  const shown = (full ?? spellings).filter((s) => known.has(s.gpc) || s.share >= 0.01 || s.count > 30);
  return (
    <div>
      {note && (
        <dl className="mb-5 grid grid-cols-[6.5rem_1fr] gap-y-1">
          <dt className="text-ink-2">Mouth</dt>
          <dd>{note.mouth}</dd>
          <dt className="text-ink-2">Voice</dt>
          <dd>
            {note.voice}; {note.hold ? 'can be held' : 'over at once'}
          </dd>
          <dt className="text-ink-2">Cleanly</dt>
          <dd>{note.leaveOff}</dd>
        </dl>
      )}
      <h3 className="mb-1 font-semibold">Its spellings</h3>
      <ul className="ruled border-y border-rule-2">
        {shown.map((s) => {
          const cue = cues?.find((c) => c.gpc === s.gpc);
          return (
            <li key={s.gpc} className="py-2.5">
              <div className="flex items-baseline gap-3">
                <GraphemeChip gpc={s.gpc} className="text-xl" />
                <span className="text-sm text-ink-2">
                  {s.share >= 0.01 ? `${Math.round(s.share * 100)} in 100` : `${s.count} words`}
                  {`, ${placeWords(s)}`}
                </span>
                <span className={`ml-auto text-sm ${known.has(s.gpc) ? 'font-semibold text-leaf' : 'text-ink-2'}`}>
                  {known.has(s.gpc) ? 'taught' : 'not yet'}
                </span>
              </div>
              <p className="mt-1.5 flex flex-wrap gap-x-4 gap-y-1">
                {s.words.length > 0
                  ? s.words.map((w) => (
                      <WordMarks key={w.word} word={w.word} units={w.segmentation.units} focus={[s.gpc]} className="text-lg" />
                    ))
                  : full && <span className="text-sm text-ink-2">No word with it that {className} can read otherwise.</span>}
              </p>
              {cue && (cue.keyWord || cue.cue || cue.action || cue.picture || cue.story) && editing !== s.gpc && (
                <p className="mt-1.5 flex items-start gap-3 border-l-4 border-rule bg-note px-2 py-1 text-sm">
                  <CuePicture picture={cue.picture} size="2.5rem" />
                  {[
                    cue.keyWord && `Key word: ${cue.keyWord}`,
                    cue.cue && `Cue: ${cue.cue}`,
                    cue.action && `Action: ${cue.action}`,
                    cue.story,
                  ]
                    .filter(Boolean)
                    .join(' · ')}
                </p>
              )}
              {may &&
                (editing === s.gpc ? (
                  <CueForm gpc={s.gpc} cue={cue} onDone={() => setEditing(null)} />
                ) : (
                  <button className="mt-1 text-sm font-semibold text-leaf underline underline-offset-2" onClick={() => setEditing(s.gpc)}>
                    {cue ? 'Change our cue' : 'Add our cue'}
                    <span className="sr-only"> for {s.grapheme}</span>
                  </button>
                ))}
            </li>
          );
        })}
      </ul>
    </div>
  );
}

function placeWords({ first, middle, last }: Spelling): string {
  const most = Math.max(first, middle, last);
  const where = most === first ? 'at the start' : most === last ? 'at the end' : 'inside';
  return most > 0.9 ? `nearly always ${where}` : most > 0.6 ? `mostly ${where}` : 'anywhere';
}

function CueForm({ gpc, cue, onDone }: { gpc: string; cue: Cue | undefined; onDone: () => void }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [picture, setPicture] = useState(cue?.picture ?? '');
  return (
    <form
      className="mt-2 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const field = (name: string): string => String(form.get(name)).trim();
        call('saveCue', {
          params: { gpc },
          body: {
            keyWord: field('keyWord'),
            cue: field('cue'),
            action: field('action'),
            picture,
            story: field('story'),
            version: cue?.version ?? 0,
          },
        })
          .then(async () => {
            await refresh('library');
            toast('Kept, for everybody in the school.');
            onDone();
          })
          .catch(async (error: unknown) => {
            if (error instanceof Problem && error.code === 'newer-version') await refresh('library');
            setTrouble(
              error instanceof Problem && error.code === 'newer-version'
                ? `${(error.data.current as Cue).by} changed this just now: key word “${(error.data.current as Cue).keyWord}”, cue “${(error.data.current as Cue).cue}”, action “${(error.data.current as Cue).action}”. Save again to put yours in its place.`
                : sentenceOf(error),
            );
          });
      }}
    >
      <Trouble>{trouble}</Trouble>
      <TextField label="Key word" name="keyWord" defaultValue={cue?.keyWord} maxLength={200} autoFocus />
      <TextField label="Cue" name="cue" defaultValue={cue?.cue} maxLength={200} hint="What the adult says or shows." />
      <TextField label="Action" name="action" defaultValue={cue?.action} maxLength={200} hint="What the children do." />
      <CuePictureField value={picture} onChange={setPicture} />
      <label className="block">
        <span className="mb-1 block font-semibold">A short story</span>
        <textarea
          className="field"
          name="story"
          rows={3}
          maxLength={1000}
          defaultValue={cue?.story}
          placeholder="Told when the sound is new"
        />
      </label>
      <div className="flex gap-2">
        <button className="btn btn-main btn-small">Keep</button>
        <button type="button" className="btn btn-small" onClick={onDone}>
          Leave as it was
        </button>
      </div>
    </form>
  );
}
