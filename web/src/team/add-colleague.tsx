/** A colleague is added: by a link with which they set their own password, or with a first password that the lead tells them. */
import type { Role } from '@sapling/contract';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { TextField, Trouble } from '../ui/form.js';
import { ClassBoxes, needsClasses, RoleField } from './colleague-fields.js';
import { CopyLink, passwordUrl } from './copy-link.js';

export function AddColleague({ onClose }: { onClose: () => void }) {
  const [role, setRole] = useState<Role>('tutor');
  const [classIds, setClassIds] = useState<string[]>([]);
  const [by, setBy] = useState<'link' | 'password'>('link');
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<unknown>(null);
  const [invited, setInvited] = useState<{ name: string; email: string; url: string; endsAt: string; mailed: boolean } | null>(null);
  const problem = trouble instanceof Problem ? trouble : null;
  const add = async (form: FormData): Promise<void> => {
    const body = {
      name: String(form.get('name')),
      email: String(form.get('email')),
      role,
      classIds: needsClasses(role) ? classIds : [],
    };
    setBusy(true);
    try {
      if (by === 'link') {
        const { secret, endsAt, colleague, mailed } = await call('inviteColleague', { body });
        setInvited({ name: colleague.name, email: colleague.email, url: passwordUrl(secret), endsAt, mailed });
        await refresh('team');
      } else {
        const made = await call('addColleague', { body: { ...body, password: String(form.get('password')) } });
        await refresh('team');
        toast.success(`${made.name} can sign in now. Tell them the first password yourself.`);
        onClose();
      }
    } catch (error) {
      setTrouble(error);
    }
    setBusy(false);
  };
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    void add(new FormData(event.currentTarget));
  };
  if (invited)
    return (
      <Dialog open onClose={onClose} title={`${invited.name} is invited`}>
        {invited.mailed && <p className="mb-3 font-semibold">A letter with the link is on its way to {invited.email}.</p>}
        <p className="mb-3">
          Give {invited.name} this link yourself, by mail or on paper. With it they set a password and sign in as {invited.email}. It works
          once, until {timeWords(invited.endsAt)}; you see it only now, and can make another under <i>Change</i>.
        </p>
        <CopyLink url={invited.url} label="Invitation link" />
        <button className="btn btn-main mt-5" onClick={onClose}>
          Done
        </button>
      </Dialog>
    );
  return (
    <Dialog open onClose={onClose} title="Add a colleague">
      <form className="grid gap-4" onSubmit={submit} noValidate>
        <Trouble>{trouble && !problem?.data.errors?.length ? sentenceOf(trouble) : null}</Trouble>
        <TextField label="Name" name="name" autoFocus error={problem?.field('name')} />
        <TextField label="Email" name="email" type="email" error={problem?.field('email')} />
        <RoleField value={role} onChange={setRole} />
        {needsClasses(role) && <ClassBoxes value={classIds} onChange={setClassIds} />}
        <fieldset>
          <legend className="mb-1 font-semibold">How they come in</legend>
          <label className="flex items-center gap-2">
            <input type="radio" name="by" checked={by === 'link'} onChange={() => setBy('link')} /> with a link, and set a password of their
            own
          </label>
          <label className="flex items-center gap-2">
            <input type="radio" name="by" checked={by === 'password'} onChange={() => setBy('password')} /> with a first password that I
            tell them
          </label>
        </fieldset>
        {by === 'password' && (
          <TextField
            label="First password"
            name="password"
            type="text"
            autoComplete="off"
            hint="At least 10 characters. They can change it under Team."
            error={problem?.field('password')}
          />
        )}
        <button className="btn btn-main justify-self-start" disabled={busy}>
          {by === 'link' ? 'Make the invitation' : 'Add'}
        </button>
      </form>
    </Dialog>
  );
}
