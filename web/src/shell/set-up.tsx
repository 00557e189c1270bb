import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { call, Problem, sentenceOf } from '../api/client.js';
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
      await call('setUp', { body: { school, name, email, password } });
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
    </Front>
  );
}
