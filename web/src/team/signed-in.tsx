/** Where else one is signed in, and the end of it. */
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { useData } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { TextField, Trouble } from '../ui/form.js';

export function SignedInElsewhere() {
  const { data, mutate } = useData('ownSignIns');
  const [asking, setAsking] = useState(false);
  const [trouble, setTrouble] = useState<unknown>(null);
  if (!data) return null;
  const others = data.filter((s) => !s.here);
  const field = trouble instanceof Problem ? trouble.field('password') : undefined;
  return (
    <section aria-labelledby="signed-in" className="mt-8 max-w-sm">
      <h3 id="signed-in" className="mb-1 font-semibold">
        Signed in
      </h3>
      {others.length === 0 ? (
        <p className="text-ink-2">On this device and nowhere else.</p>
      ) : (
        <>
          <p className="mb-2 text-ink-2">On this device, and on {others.length === 1 ? 'one other' : `${others.length} others`}:</p>
          <ul className="ruled mb-3">
            {others.map((s) => (
              <li key={s.since} className="py-1.5">
                since {timeWords(s.since)}, until {timeWords(s.until)}
              </li>
            ))}
          </ul>
          {asking ? (
            <form
              className="grid gap-3"
              noValidate
              onSubmit={(event) => {
                event.preventDefault();
                setTrouble(null);
                call('endOtherSignIns', { body: { password: String(new FormData(event.currentTarget).get('password')) } })
                  .then(async () => {
                    setAsking(false);
                    await mutate();
                    toast.success('Signed out everywhere but here.');
                  })
                  .catch(setTrouble);
              }}
            >
              <Trouble>{trouble && !field ? sentenceOf(trouble) : null}</Trouble>
              <TextField label="Your password" name="password" type="password" autoComplete="current-password" autoFocus error={field} />
              <button className="btn justify-self-start">Sign out there</button>
            </form>
          ) : (
            <button className="btn" onClick={() => setAsking(true)}>
              Sign out everywhere but here
            </button>
          )}
        </>
      )}
    </section>
  );
}
