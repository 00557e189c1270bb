import { ROLES, type Role } from '@sapling/contract';
import { useState, type FormEvent, type ReactNode } from 'react';
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
  mail,
  note,
  onDone,
}: {
  people: readonly DemoPerson[];
  /** Whether a link for a forgotten password can be mailed. */
  mail: boolean;
  /** Said above it. */
  note?: ReactNode;
  onDone: () => Promise<unknown>;
}) {
  const [trouble, setTrouble] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  /** What was right so far, where a code is asked for besides. */
  const [known, setKnown] = useState<Credentials | null>(null);
  const [forgot, setForgot] = useState(false);
  const attempt = async (work: () => Promise<unknown>): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      await work();
      await onDone();
    } catch (error) {
      // the code comes next: that is no fault
      if (!(error instanceof Problem && error.code === 'code-needed')) setTrouble(error);
      setBusy(false);
    }
  };
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const body = { email: String(form.get('email')), password: String(form.get('password')) };
    void attempt(async () => {
      try {
        await call('signIn', { body });
      } catch (error) {
        if (error instanceof Problem && error.code === 'code-needed') setKnown(body);
        throw error;
      }
    });
  };
  const field = trouble instanceof Problem && trouble.code === 'bad-input' ? trouble : null;
  if (known) return <CodeForm attempt={attempt} known={known} busy={busy} trouble={trouble} onBack={() => setKnown(null)} />;
  if (forgot) return <Forgotten onBack={() => setForgot(false)} />;
  return (
    <Front>
      {note}
      {people.length > 0 && (
        <DemoPeople people={people} busy={busy} onChoose={(id) => void attempt(() => call('demoSignIn', { body: { id } }))} />
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
          <div className="flex flex-wrap items-center gap-4">
            <button className={`btn ${people.length > 0 ? '' : 'btn-main'}`} disabled={busy}>
              Sign in
            </button>
            {mail ? (
              <button type="button" className="underline" onClick={() => setForgot(true)}>
                Forgotten your password?
              </button>
            ) : (
              people.length === 0 && <span className="text-sm text-ink-2">Forgotten your password? A lead gives you a link.</span>
            )}
          </div>
        </form>
      </section>
    </Front>
  );
}

interface Credentials {
  readonly email: string;
  readonly password: string;
}

/** The second step of who has a device for codes. */
function CodeForm({
  attempt,
  known,
  busy,
  trouble,
  onBack,
}: {
  attempt: (work: () => Promise<unknown>) => Promise<void>;
  known: Credentials;
  busy: boolean;
  trouble: unknown;
  onBack: () => void;
}) {
  const submitCode = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const code = String(new FormData(event.currentTarget).get('code'));
    void attempt(() => call('signIn', { body: { ...known, code } }));
  };
  return (
    <Front>
      <h2 className="mb-3 text-lg">Now the code from your device</h2>
      <form className="grid gap-4" onSubmit={submitCode} noValidate>
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        <TextField
          label="Code"
          name="code"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={20}
          autoFocus
          hint="Six digits, or one of your spare codes. Device and codes lost? A lead lets you in again."
        />
        <div className="flex gap-3">
          <button className="btn btn-main" disabled={busy}>
            Sign in
          </button>
          <button type="button" className="btn" onClick={() => onBack()}>
            Back
          </button>
        </div>
      </form>
    </Front>
  );
}

/** A link for a new password, by letter. */
function Forgotten({ onBack }: { onBack: () => void }) {
  const [trouble, setTrouble] = useState<unknown>(null);
  const [asked, setAsked] = useState(false);
  const askForLetter = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const email = String(new FormData(event.currentTarget).get('email'));
    setTrouble(null);
    call('forgotPassword', { body: { email } })
      .then(() => setAsked(true))
      .catch(setTrouble);
  };
  return (
    <Front>
      <h2 className="mb-3 text-lg">A new password</h2>
      {asked ? (
        <p className="mb-4">If somebody here has this address, a letter with a link is on its way. It works once, for a day.</p>
      ) : (
        <form className="mb-4 grid gap-4" onSubmit={askForLetter} noValidate>
          <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
          <TextField label="Email" name="email" type="email" autoComplete="username" required autoFocus />
          <button className="btn btn-main justify-self-start">Send me a link</button>
        </form>
      )}
      <button className="btn btn-quiet" onClick={() => onBack()}>
        Back to signing in
      </button>
    </Front>
  );
}

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
/** The made-up people of the demo school, whoever sees most first. */
function DemoPeople({ people, busy, onChoose }: { people: readonly DemoPerson[]; busy: boolean; onChoose: (id: string) => void }) {
  return (
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
                onClick={() => onChoose(person.id)}
              >
                <span className="w-40 shrink-0 font-semibold">{person.name}</span>
                <span className="w-40 shrink-0">{ROLE_WORDS[person.role]}</span>
                <span className="text-sm text-ink-2">sees {SEES[person.role]}</span>
              </button>
            </li>
          ))}
      </ul>
    </section>
  );
}
