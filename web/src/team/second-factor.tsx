/** A code from a device besides the password: set up, spare codes for the day the device is lost, and its end. */
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { encode } from 'uqr';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMe } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { TextField, Trouble } from '../ui/form.js';

type Step =
  { what: 'password' } | { what: 'device'; secret: string; uri: string } | { what: 'spare'; codes: readonly string[] } | { what: 'end' };

export function SecondFactor() {
  const me = useMe();
  const [step, setStep] = useState<Step | null>(null);
  const on = me.colleague.secondFactor;
  return (
    <section aria-labelledby="second-factor" className="mt-8 max-w-sm">
      <h3 id="second-factor" className="mb-1 font-semibold">
        A code besides the password
      </h3>
      <p className="mb-3 text-ink-2">
        {on
          ? 'Signing in asks for a code from your device as well.'
          : 'With an app for one-time codes on your phone, your password alone opens nothing. It is your choice; for leads it is worth it.'}
      </p>
      <button className="btn" onClick={() => setStep({ what: on ? 'end' : 'password' })}>
        {on ? 'End it' : 'Set it up'}
      </button>
      {step && <SetUp step={step} go={setStep} />}
    </section>
  );
}

const TITLES: Readonly<Record<Step['what'], string>> = {
  password: 'A code besides the password',
  device: 'Show it to your app',
  spare: 'Spare codes',
  end: 'No code any more',
};

function SetUp({ step, go }: { step: Step; go: (step: Step | null) => void }) {
  const me = useMe();
  const [trouble, setTrouble] = useState<unknown>(null);
  const field = (path: string): string | undefined => (trouble instanceof Problem ? trouble.field(path) : undefined);
  const done = async (): Promise<void> => {
    go(null);
    await me.again();
    await refresh('team');
  };
  const attempt = (work: (form: FormData) => Promise<void>) => (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setTrouble(null);
    work(new FormData(event.currentTarget)).catch(setTrouble);
  };
  return (
    <Dialog open onClose={() => (step.what === 'spare' ? void done() : go(null))} title={TITLES[step.what]}>
      {step.what !== 'spare' && <Trouble>{trouble && !field('password') && !field('code') ? sentenceOf(trouble) : null}</Trouble>}
      {(step.what === 'password' || step.what === 'end') && (
        <form
          className="grid gap-4"
          noValidate
          onSubmit={attempt(async (form) => {
            const password = String(form.get('password'));
            if (step.what === 'password') return go({ what: 'device', ...(await call('beginSecondFactor', { body: { password } })) });
            await call('endSecondFactor', { body: { password } });
            toast.success('Your password alone opens your account again.');
            await done();
          })}
        >
          <TextField
            label="Your password"
            name="password"
            type="password"
            autoComplete="current-password"
            autoFocus
            error={field('password')}
          />
          <button className="btn btn-main justify-self-start">{step.what === 'end' ? 'End it' : 'Go on'}</button>
        </form>
      )}
      {step.what === 'device' && (
        <form
          className="grid gap-4"
          noValidate
          onSubmit={attempt(async (form) => {
            const { spare } = await call('confirmSecondFactor', { body: { code: String(form.get('code')) } });
            go({ what: 'spare', codes: spare });
          })}
        >
          <div className="flex flex-wrap items-center gap-5">
            <QrCode text={step.uri} />
            <p className="max-w-52 text-sm text-ink-2">
              Take it up with an app for one-time codes. Or type this in there:
              <span className="mt-1 block font-mono text-base text-ink select-all">{step.secret.replace(/(.{4})/g, '$1 ')}</span>
            </p>
          </div>
          <TextField
            label="The code it shows now"
            name="code"
            inputMode="numeric"
            autoComplete="one-time-code"
            maxLength={8}
            autoFocus
            error={field('code')}
          />
          <button className="btn btn-main justify-self-start">Set it up</button>
        </form>
      )}
      {step.what === 'spare' && (
        <>
          <p className="mb-3">
            From now on signing in asks for a code. Each of these opens once in place of one, for the day your phone is lost. Print them or
            write them down; you see them only now.
          </p>
          <ul className="sheet mb-4 grid grid-cols-2 gap-x-6 gap-y-1 p-4 font-mono text-lg" aria-label="Spare codes">
            {step.codes.map((code) => (
              <li key={code}>{code}</li>
            ))}
          </ul>
          <button className="btn btn-main" onClick={() => void done()}>
            I have kept them
          </button>
        </>
      )}
    </Dialog>
  );
}

/** ISO/IEC 18004, drawn as one path; the package uqr works out which squares are dark. */
function QrCode({ text }: { text: string }) {
  const { data, size } = encode(text, { ecc: 'M', border: 2 });
  const squares = data.flatMap((row, y) => row.flatMap((dark, x) => (dark ? [`M${x} ${y}h1v1h-1z`] : [])));
  return (
    <svg viewBox={`0 0 ${size} ${size}`} width={176} height={176} className="rounded bg-white" role="img" aria-label="Code for an app">
      <path d={squares.join('')} fill="#000" shapeRendering="crispEdges" />
    </svg>
  );
}
