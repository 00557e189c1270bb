/** What stands over every page of the made-up school: that it is one, the way back, and the way to be rid of it. */
import { useState } from 'react';
import { TRYING } from '../base.js';
import { Dialog } from '../ui/dialog.js';

/** Asks the real school, whose sign-in this browser has as well, to throw this one away. */
async function throwAway(): Promise<void> {
  const state = (await (await fetch('/api/auth/state')).json()) as { me: { csrf: string } | null };
  await fetch('/api/try-it', { method: 'DELETE', headers: { 'x-csrf-token': state.me?.csrf ?? '' } });
  location.assign('/');
}

export function Trying() {
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  if (!TRYING) return null;
  return (
    <>
      {' '}
      <a className="underline underline-offset-4" href="/">
        Back to your school
      </a>{' '}
      <button className="ml-3 underline underline-offset-4" onClick={() => setAsking(true)}>
        Throw this one away
      </button>
      <Dialog open={asking} onClose={() => setAsking(false)} title="Throw the made-up school away?">
        <p>All that was tried in it goes, for every colleague who is in it. Nothing of your own school is touched.</p>
        <div className="mt-5 flex justify-end gap-3">
          <button className="btn" onClick={() => setAsking(false)}>
            Keep it
          </button>
          <button
            className="btn btn-main"
            disabled={busy}
            onClick={() => {
              setBusy(true);
              void throwAway().finally(() => setBusy(false));
            }}
          >
            Throw it away
          </button>
        </div>
      </Dialog>
    </>
  );
}
