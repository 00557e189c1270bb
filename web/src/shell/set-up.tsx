import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { call, Problem, sentenceOf } from '../api/client.js';
import { FileButton } from '../ui/file-button.js';
import { TextField, Trouble } from '../ui/form.js';
import { Front } from './front.js';

interface Values {
  school: string;
  name: string;
  email: string;
  password: string;
  repeat: string;
}

/** First start of an empty installation: the first lead's account. */
export function SetUp({ onDone }: { onDone: () => Promise<unknown> }) {
  const { register, handleSubmit, formState, setError, getValues } = useForm<Values>();
  const [trouble, setTrouble] = useState<unknown>(null);
  const submit = handleSubmit(async ({ school, name, email, password }) => {
    setTrouble(null);
    try {
      await call('setUp', {
        body: { school, name, email, password, timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone },
      });
      await onDone();
    } catch (error) {
      if (error instanceof Problem)
        for (const key of ['school', 'name', 'email', 'password'] as const) {
          const message = error.field(key);
          if (message) setError(key, { message });
        }
      setTrouble(error);
    }
  });
  const { errors } = formState;
  return (
    <Front>
      <h1 className="text-2xl">Set up your school</h1>
      <p className="mt-1 mb-5 text-ink-2">
        This installation is empty. The first account is the lead’s: it can add colleagues and bring in class lists.
      </p>
      <form className="grid gap-4" onSubmit={(event) => void submit(event)} noValidate>
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        <TextField
          label="School"
          autoFocus
          {...register('school', { required: 'The school needs a name.' })}
          error={errors.school?.message}
        />
        <TextField
          label="Your name"
          autoComplete="name"
          {...register('name', { required: 'A name is needed.' })}
          error={errors.name?.message}
        />
        <TextField
          label="Email"
          type="email"
          autoComplete="username"
          {...register('email', { required: 'An email is needed to sign in.' })}
          error={errors.email?.message}
        />
        <TextField
          label="Password"
          type="password"
          autoComplete="new-password"
          hint="At least 10 characters. A few words in a row are easy to remember."
          {...register('password', { minLength: { value: 10, message: 'At least 10 characters.' }, required: 'A password is needed.' })}
          error={errors.password?.message}
        />
        <TextField
          label="Password once more"
          type="password"
          autoComplete="new-password"
          {...register('repeat', { validate: (value) => value === getValues('password') || 'The two are not the same.' })}
          error={errors.repeat?.message}
        />
        <button className="btn btn-main justify-self-start" disabled={formState.isSubmitting}>
          Make the lead’s account
        </button>
      </form>
      <ReadFile onDone={onDone} />
    </Front>
  );
}

/** A file of another installation instead: everything in it is here afterwards, and people sign in as they did there. */
function ReadFile({ onDone }: { onDone: () => Promise<unknown> }) {
  const [state, setState] = useState<'idle' | 'reading' | { trouble: string } | { rows: number }>('idle');
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    setState('reading');
    try {
      const { rows } = await call('readInstallation', { body: JSON.parse(await file.text()) as unknown });
      setState({ rows: Object.values(rows).reduce((sum, n) => sum + n, 0) });
      setTimeout(() => void onDone(), 1500);
    } catch (error) {
      const places = error instanceof Problem ? error.places().slice(0, 3).join('; ') : '';
      setState({
        trouble:
          error instanceof SyntaxError
            ? `“${file.name}” is no JSON file. Nothing was written.`
            : `${sentenceOf(error)}${places ? ` (${places})` : ''}`,
      });
    }
  };
  return (
    <section aria-label="From another installation" className="mt-8 border-t border-rule pt-4">
      <h2 className="text-lg">Or go on from another installation</h2>
      <p className="mt-1 mb-3 text-sm text-ink-2">
        Its lead makes the file under Team, “The whole installation”. Everybody then signs in as they did there.
      </p>
      <Trouble>{typeof state === 'object' && 'trouble' in state ? state.trouble : null}</Trouble>
      {state === 'reading' && <p role="status">Reading the file…</p>}
      {typeof state === 'object' && 'rows' in state && <p role="status">{state.rows} records read. Sign in to go on.</p>}
      <FileButton label="Read the file of an installation" accept=".json,application/json" onFile={(file) => void read(file)} />
    </section>
  );
}
