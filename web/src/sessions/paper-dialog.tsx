/** Choosing what of a session, or of a week of them, goes on paper: one PDF, made by the server. */
import { useState } from 'react';
import { useData } from '../api/data.js';
import { Dialog } from '../ui/dialog.js';
import { MakePdf } from './make-pdf.js';
import { say } from '../wording/say.js';
import { keepHere, keptAs, keptHere } from '../base.js';

const SHEETS: readonly { kind: string; name: string; what: string; adult: boolean }[] = [
  { kind: 'plan', name: 'The plan', what: 'one page, with all words', adult: true },
  { kind: 'cover', name: 'A cover sheet', what: say('for somebody who has never met the group'), adult: true },
  { kind: 'record', name: 'A record sheet', what: 'a box for each child and item', adult: true },
  { kind: 'cards', name: 'Cards to cut', what: say('graphemes and words'), adult: false },
  { kind: 'words', name: 'Word list', what: say('with marks under graphemes'), adult: false },
  { kind: 'boxes', name: 'Boxes for sounds', what: 'one row a word', adult: false },
  { kind: 'chain', name: 'Word chain', what: 'boxes, the first word given', adult: false },
  { kind: 'sort', name: 'Spellings to sort', what: 'with words to cut', adult: false },
  { kind: 'dictation', name: 'Lines to write on', what: 'for words and the sentence', adult: false },
  { kind: 'letters', name: 'Letters', what: 'to trace and write', adult: false },
  { kind: 'pictures', name: 'Pictures', what: 'to spell, sort or match', adult: false },
  { kind: 'text', name: 'The text', what: 'large, with its questions; yes-or-no lines', adult: false },
];
const LAST = keptAs('sapling-paper');

interface Choice {
  readonly what: readonly string[];
  /** Null for what the school prints on. */
  readonly size: 'A4' | 'Letter' | null;
  readonly names: 'full' | 'initials';
}
function last(): Choice {
  try {
    const old = JSON.parse(keptHere(LAST) ?? 'null') as Choice | null;
    if (old && Array.isArray(old.what)) return old;
  } catch {
    // what stands there is of another time
  }
  return { what: ['plan'], size: null, names: 'full' };
}

export function PaperDialog({ of, onClose }: { of: string; onClose: () => void }) {
  const [choice, setChoice] = useState(last);
  const { data: settings } = useData('settings');
  const toggle = (kind: string): void =>
    setChoice({ ...choice, what: choice.what.includes(kind) ? choice.what.filter((w) => w !== kind) : [...choice.what, kind] });
  const address = `${of}${of.includes('?') ? '&' : '?'}${new URLSearchParams({ what: choice.what.join(','), ...(choice.size ? { size: choice.size } : {}), names: choice.names }).toString()}`;
  const list = (adult: boolean) => (
    <fieldset>
      <legend className="mb-1 font-semibold">{adult ? 'For the adult' : 'For the children'}</legend>
      <ul className="grid gap-1">
        {SHEETS.filter((s) => s.adult === adult).map((s) => (
          <li key={s.kind}>
            <label className="flex items-baseline gap-2">
              <input type="checkbox" className="size-4 shrink-0" checked={choice.what.includes(s.kind)} onChange={() => toggle(s.kind)} />
              <span>
                {s.name} <span className="text-sm text-ink-2">{s.what}</span>
              </span>
            </label>
          </li>
        ))}
      </ul>
    </fieldset>
  );
  return (
    <Dialog open onClose={onClose} title="On paper" lead="Sheets for which the plan has nothing are left out. Black and white.">
      <div className="grid gap-5">
        {list(true)}
        {list(false)}
        <div className="flex flex-wrap gap-6">
          <label className="flex items-center gap-2">
            Paper
            <select
              className="field !w-auto"
              value={choice.size ?? settings?.paper ?? 'A4'}
              onChange={(event) => setChoice({ ...choice, size: event.target.value === 'Letter' ? 'Letter' : 'A4' })}
            >
              <option>A4</option>
              <option>Letter</option>
            </select>
          </label>
          <label className="flex items-center gap-2">
            Names
            <select
              className="field !w-auto"
              value={choice.names}
              onChange={(event) => setChoice({ ...choice, names: event.target.value === 'initials' ? 'initials' : 'full' })}
            >
              <option value="full">given name and a letter</option>
              <option value="initials">initials only</option>
            </select>
          </label>
        </div>
        <MakePdf
          address={choice.what.length === 0 ? null : address}
          onMake={() => void keepHere(LAST, JSON.stringify(choice))}
          key={address}
        />
      </div>
    </Dialog>
  );
}
