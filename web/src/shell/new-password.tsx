/** Setting a new password with a link: the secret stands behind the # and is sent only here. */
import { useState, type FormEvent } from 'react';
import { call, sentenceOf } from '../api/client.js';
import { TextField, Trouble } from '../ui/form.js';
import { Front } from './front.js';
import { under } from '../base.js';

export function NewPassword() {
  const [secret] = useState(() => location.hash.slice(1));
  const [email, setEmail] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<unknown>(null);
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    if (form.get('password') !== form.get('again')) return setTrouble(new Error('The two are not the same.'));
    call('setPassword', { body: { secret, password: String(form.get('password')) } })
      .then((done) => {
        history.replaceState(null, '', '/');
        setEmail(done.email);
      })
      .catch(setTrouble);
  };
  return (
    <Front>
      <h2 className="mb-3 text-lg">A new password</h2>
      {email !== null ? (
        <>
          <p className="mb-4">It is set for {email}. Every device of yours is signed out.</p>
          <a className="btn btn-main" href={under('/')}>
            Sign in
          </a>
        </>
      ) : (
        <form className="grid gap-4" onSubmit={submit}>
          <Trouble>
            {trouble ? (trouble instanceof Error && trouble.constructor === Error ? trouble.message : sentenceOf(trouble)) : null}
          </Trouble>
          <TextField
            label="New password"
            name="password"
            type="password"
            autoComplete="new-password"
            required
            hint="At least 10 characters."
          />
          <TextField label="Once more" name="again" type="password" autoComplete="new-password" required />
          <button className="btn btn-main justify-self-start">Set it</button>
        </form>
      )}
    </Front>
  );
}
