/** Opens the made-up school beside this one, in a page of its own. */
import { FlaskConical } from 'lucide-react';
import { useState } from 'react';
import { call, sentenceOf } from '../api/client.js';
import { TRYING } from '../base.js';
import { useMe } from '../shell/me.js';

type State = 'not open' | 'being made' | 'open' | { readonly why: string };

export function OpenTryIt() {
  const { school } = useMe();
  const [state, setState] = useState<State>('not open');
  if (TRYING || school.demo) return null;
  const open = async (): Promise<void> => {
    setState('being made');
    try {
      await call('openTryIt');
      setState('open');
    } catch (error) {
      setState({ why: sentenceOf(error) });
    }
  };
  return (
    <div className="flex flex-wrap items-center gap-3" aria-live="polite">
      {state === 'open' ? (
        <a className="btn btn-main" href="/try/" target="_blank" rel="noreferrer">
          <FlaskConical size={17} aria-hidden /> Go into the made-up school
        </a>
      ) : (
        <button className="btn" disabled={state === 'being made'} aria-busy={state === 'being made'} onClick={() => void open()}>
          <FlaskConical size={17} aria-hidden /> {state === 'being made' ? 'Making it up…' : 'Open a made-up school'}
        </button>
      )}
      <span
        className={`text-sm ${typeof state === 'object' ? 'text-gap' : 'text-ink-2'}`}
        role={typeof state === 'object' ? 'alert' : undefined}
      >
        {typeof state === 'object'
          ? state.why
          : state === 'being made'
            ? 'This takes about half a minute, and nobody waits for it.'
            : state === 'open'
              ? 'It opens beside this one. Sign in there as whomever you like.'
              : 'With a year of checks, groups and sessions, to try things in. It stands beside yours, touches nothing of it, and is thrown away.'}
      </span>
    </div>
  );
}
