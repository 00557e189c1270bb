import { ROLES, type Role } from '@sapling/contract';
import { useState, type FormEvent } from 'react';
import { call, Problem, sentenceOf } from '../api/client.js';
import { TextField, Trouble } from '../ui/form.js';
import { Front } from './front.js';
import { ROLE_WORDS } from './me.js';
import { say } from '../wording/say.js';

const SEES: Record<Role, string> = {
  lead: 'every class and the team',
  teacher: say('their classes and groups'),
  tutor: say('the groups given to them'),
  'class teacher': say('their own class'),
};

export function SignIn({
  people,
  onDone,
}: {
  people: readonly { id: string; name: string; role: Role }[];
  onDone: () => Promise<unknown>;
}) {
  const [trouble, setTrouble] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      await work();
      await onDone();
    } catch (error) {
      setTrouble(error);
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    void attempt(() => call('signIn', { body: { email: String(form.get('email')), password: String(form.get('password')) } }));
  };
  const field = trouble instanceof Problem && trouble.code === 'bad-input' ? trouble : null;
  return (
    <Front>
      {people.length > 0 && (
        <section aria-labelledby="demo-people" className="mb-8">
          <h2 id="demo-people" className="text-lg">
            Demo school: sign in as
          </h2>
          <p className="mb-3 text-sm text-ink-2">All of it is made up: the school, the people and the children.</p>
          <ul className="sheet ruled">
            {[...people]
              .sort((a, b) => ROLES.indexOf(a.role) - ROLES.indexOf(b.role))
              .map((person) => (
                <li key={person.id}>
                  <button
                    className="flex w-full items-baseline gap-3 px-4 py-2.5 text-left hover:bg-leaf-wash"
                    disabled={busy}
                    onClick={() => void attempt(() => call('demoSignIn', { body: { id: person.id } }))}
                  >
                    <span className="w-40 shrink-0 font-semibold">{person.name}</span>
                    <span className="w-40 shrink-0">{ROLE_WORDS[person.role]}</span>
                    <span className="text-sm text-ink-2">sees {SEES[person.role]}</span>
                  </button>
                </li>
              ))}
          </ul>
        </section>
      )}
      <section aria-labelledby="sign-in">
        <h2 id="sign-in" className="mb-3 text-lg">
          {people.length > 0 ? 'Or with email and password' : 'Sign in'}
        </h2>
        <form className="grid gap-4" onSubmit={submit} noValidate>
          <Trouble>{trouble && !field ? sentenceOf(trouble) : null}</Trouble>
          <TextField
            label="Email"
            name="email"
            type="email"
            autoComplete="username"
            required
            error={field?.field('email')}
            autoFocus={people.length === 0}
          />
          <TextField label="Password" name="password" type="password" autoComplete="current-password" required />
          <button className={`btn ${people.length > 0 ? '' : 'btn-main'} justify-self-start`} disabled={busy}>
            Sign in
          </button>
        </form>
      </section>
    </Front>
  );
}
