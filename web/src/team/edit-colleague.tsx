/** What a lead changes of a colleague: name, address, part and classes, a way back in, and the end. */
import type { Colleague, Role } from '@sapling/contract';
import { useState } from 'react';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMe } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { TextField, Trouble } from '../ui/form.js';
import { timeWords } from '../ui/dates.js';
import { CopyLink, passwordUrl } from './copy-link.js';
import { ClassBoxes, needsClasses, RoleField } from './colleague-fields.js';

export function EditColleague({ colleague, onClose }: { colleague: Colleague; onClose: () => void }) {
  const me = useMe();
  const [name, setName] = useState(colleague.name);
  const [email, setEmail] = useState(colleague.email);
  const [role, setRole] = useState<Role>(colleague.role);
  const [classIds, setClassIds] = useState<string[]>(colleague.classIds);
  const [trouble, setTrouble] = useState<unknown>(null);
  const [link, setLink] = useState<{ url: string; endsAt: string } | null>(null);
  const field = (path: string): string | undefined => (trouble instanceof Problem ? trouble.field(path) : undefined);
  const save = async (change: { active?: boolean } = {}): Promise<void> => {
    try {
      await call('updateColleague', {
        params: { id: colleague.id },
        body: { name, email, role, classIds: needsClasses(role) ? classIds : [], ...change, version: colleague.version },
      });
      await refresh('team');
      onClose();
    } catch (error) {
      setTrouble(error);
    }
  };
  const makeLink = async (): Promise<void> => {
    try {
      const { secret, endsAt } = await call('addPasswordLink', { params: { id: colleague.id } });
      setLink({ url: passwordUrl(secret), endsAt });
    } catch (error) {
      setTrouble(error);
    }
  };
  return (
    <Dialog open onClose={onClose} title={colleague.name}>
      <div className="grid gap-4">
        <Trouble>{trouble && !field('email') && !field('name') ? sentenceOf(trouble) : null}</Trouble>
        <TextField label="Name" value={name} maxLength={80} onChange={(e) => setName(e.target.value)} error={field('name')} />
        <TextField label="Email" type="email" value={email} onChange={(e) => setEmail(e.target.value)} error={field('email')} />
        <RoleField value={role} onChange={setRole} />
        {needsClasses(role) && <ClassBoxes value={classIds} onChange={setClassIds} />}
        <div className="flex flex-wrap gap-3">
          <button className="btn btn-main" onClick={() => void save()}>
            Keep
          </button>
          {colleague.id !== me.colleague.id && (
            <button className="btn" onClick={() => void save({ active: !colleague.active })}>
              {colleague.active ? 'Stop them signing in' : 'Let them sign in again'}
            </button>
          )}
        </div>
        {colleague.active && <p className="text-sm text-ink-2">What they marked and wrote stays, whatever you choose.</p>}
        {colleague.active && !me.school.demo && (
          <section aria-label="Forgotten password" className="border-t border-rule-2 pt-4">
            {link ? (
              <>
                <p className="mb-2">
                  Give {colleague.name} this link yourself. It works once, until {timeWords(link.endsAt)}; you see it only now.
                </p>
                <CopyLink url={link.url} label="Link to set a password" />
              </>
            ) : (
              <button className="btn" onClick={() => void makeLink()}>
                {colleague.invited ? 'Another invitation link' : 'They forgot their password'}
              </button>
            )}
            {colleague.secondFactor && colleague.id !== me.colleague.id && <LostDevice colleague={colleague} />}
          </section>
        )}
      </div>
    </Dialog>
  );
}

/** They lost the device that makes codes, and the spare ones: a lead who knows that it is them lets them in with the password alone. */
function LostDevice({ colleague }: { colleague: Colleague }) {
  const [open, setOpen] = useState(false);
  const [trouble, setTrouble] = useState<unknown>(null);
  if (!open)
    return (
      <button className="btn mt-3" onClick={() => setOpen(true)}>
        They lost the device with their codes
      </button>
    );
  return (
    <form
      className="mt-4 grid gap-3"
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        const password = String(new FormData(event.currentTarget).get('password'));
        call('clearSecondFactor', { params: { id: colleague.id }, body: { password } })
          .then(() => refresh('team'))
          .catch(setTrouble);
      }}
    >
      <p>Only if you are sure that it is {colleague.name} who asks: from then on their password alone opens their account.</p>
      <TextField
        label="Your own password"
        name="password"
        type="password"
        autoComplete="current-password"
        autoFocus
        error={trouble ? sentenceOf(trouble) : undefined}
      />
      <button className="btn justify-self-start">No code any more</button>
    </form>
  );
}
