/** What was marked under the wrong name goes to the right child, with a way back. */
import { fullName } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { forgetLocal } from '../outbox/store.js';
import { useMe } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, Trouble } from '../ui/form.js';
import { useGoOn } from '../shell/go-on.js';

type What = 'check' | 'reading' | 'mark';
const MOVES = { check: 'moveCheck', reading: 'moveReading', mark: 'moveMark' } as const;

interface Props {
  readonly what: What;
  readonly id: string;
  /** Who marked it. */
  readonly by: string;
  readonly child: string;
  /** Small, beside a single mark. */
  readonly small?: boolean;
  /** Where to go once it is moved; stays where it is if left out. */
  readonly goTo?: (child: string) => string;
}

export function OtherChild({ what, id, by, child, small, goTo }: Props) {
  const me = useMe();
  const goOn = useGoOn();
  const { data: children } = useData('children');
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState('');
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  if (me.colleague.role !== 'lead' && by !== me.colleague.id) return null;
  const nameOf = (of: string): string => {
    const found = children?.find((c) => c.id === of);
    return found ? fullName(found) : 'this child';
  };
  const place = children?.find((c) => c.id === child)?.classId;
  // a slip of the finger is most often to somebody of the same class
  const others = (children ?? [])
    .filter((c) => c.id !== child)
    .sort((a, b) => Number(b.classId === place) - Number(a.classId === place) || (nameOf(a.id) < nameOf(b.id) ? -1 : 1));
  const put = async (to: string): Promise<void> => {
    await call(MOVES[what], { params: { id }, body: { child: to } });
    // the copy on this device still names the other child
    if (what !== 'mark') await forgetLocal(what === 'check' ? 'checks' : 'readings', id);
    await refresh('children', 'checks', 'readings');
  };
  const move = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      await put(chosen);
      setOpen(false);
      toast.success(`The ${what} is ${nameOf(chosen)}’s now.`, {
        action: {
          label: 'Undo',
          onClick: () => void put(child).catch((problem: unknown) => toast.error(sentenceOf(problem))),
        },
      });
      if (goTo) await goOn(goTo(chosen));
    } catch (problem) {
      setTrouble(sentenceOf(problem));
    }
    setBusy(false);
  };
  return (
    <>
      <button className={small ? 'text-sm underline underline-offset-4' : 'btn btn-quiet'} onClick={() => setOpen(true)}>
        {small ? 'Another child’s' : 'This was another child'}
      </button>
      {open && (
        <Dialog
          open
          onClose={() => setOpen(false)}
          title={`Whose ${what} is it?`}
          lead={`It stands under ${nameOf(child)}. Moved, it counts for the other child alone, from the day it was marked.`}
        >
          <form
            className="grid gap-4"
            onSubmit={(event) => {
              event.preventDefault();
              if (chosen !== '') void move();
            }}
          >
            <SelectField label="Child" value={chosen} onChange={(event) => setChosen(event.target.value)} autoFocus>
              <option value="">Choose a child</option>
              {others.map((c) => (
                <option key={c.id} value={c.id}>
                  {nameOf(c.id)}
                </option>
              ))}
            </SelectField>
            <Trouble>{trouble}</Trouble>
            <button className="btn btn-main justify-self-start" disabled={busy || chosen === ''}>
              {busy ? 'Moving…' : chosen === '' ? 'Move it' : `Move it to ${nameOf(chosen)}`}
            </button>
          </form>
        </Dialog>
      )}
    </>
  );
}
