/** Asking for a child's records to be erased for good, and doing it. */
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMe } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { TextField, Trouble } from '../ui/form.js';

type What = { readonly ask: string } | { readonly confirm: string };

export function EraseDialog({ what, name, onClose }: { what: What | null; name: string; onClose: () => void }) {
  const me = useMe();
  const [trouble, setTrouble] = useState<unknown>(null);
  const close = (): void => {
    setTrouble(null);
    onClose();
  };
  const asking = what !== null && 'ask' in what;
  const submit = async (password: string): Promise<void> => {
    try {
      if (asking) {
        await call('askErasure', { params: { id: what.ask }, body: { password } });
        toast('Asked for. A second lead can erase it now, you can from tomorrow: Children, Who left.');
      } else if (what) {
        await call('confirmErasure', { params: { id: what.confirm }, body: { password } });
        toast(`Everything about ${name} is erased. The receipt stands in Children, Who left.`);
      }
      await refresh('children', 'classes', 'groups', 'sessions');
      close();
    } catch (error) {
      setTrouble(error);
    }
  };
  return (
    <Dialog
      open={what !== null}
      onClose={close}
      title={asking ? `Ask for ${name} to be erased?` : `Erase everything about ${name} now?`}
      lead={
        asking
          ? 'Nothing happens yet. A second lead can then erase the records, or you yourself after a day.'
          : 'Answers, checks, readings, recordings and notes go, and the name goes from notes and logs of the groups. This cannot be undone.'
      }
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          void submit(String(new FormData(event.currentTarget).get('password') ?? ''));
        }}
      >
        <Trouble>{trouble && !(trouble instanceof Problem && trouble.field('password')) ? sentenceOf(trouble) : null}</Trouble>
        <p>
          For a child who has left, taking them off the lists is enough: the school’s days for leavers then run. Erasing is for a family who
          asks for it. If they may want the records, take everything out first.
        </p>
        {me.school.demo ? (
          <p className="text-ink-2">In the demo no password is asked.</p>
        ) : (
          <TextField
            label="Your password"
            name="password"
            type="password"
            autoComplete="current-password"
            required
            error={trouble instanceof Problem ? trouble.field('password') : undefined}
          />
        )}
        <div className="flex gap-3">
          <button className="btn btn-main">{asking ? 'Ask for it' : 'Erase it for good'}</button>
          <button type="button" className="btn" onClick={close}>
            Leave it
          </button>
        </div>
      </form>
    </Dialog>
  );
}
