/** One's own name and password. */
import { OWN_KEYS, type OwnDates, type OwnKeys } from '@sapling/contract';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { KEY_SETS } from '../check/own-keys.js';
import { useMe } from '../shell/me.js';
import { TextField, Trouble } from '../ui/form.js';
import { SecondFactor } from './second-factor.js';
import { SignedInElsewhere } from './signed-in.js';

export function OwnAccount() {
  return (
    <section aria-labelledby="password">
      <h2 id="password" className="mb-2 text-lg">
        You
      </h2>
      <OwnName />
      <OwnDatesChoice />
      <OwnKeysChoice />
      <OwnPassword />
    </section>
  );
}

function OwnName() {
  const me = useMe();
  const [name, setName] = useState(me.colleague.name);
  const [trouble, setTrouble] = useState<unknown>(null);
  const save = async (): Promise<void> => {
    try {
      await call('renameSelf', { body: { name, version: me.colleague.version } });
      setTrouble(null);
      await me.again();
      await refresh('team');
      toast.success('Your name is changed wherever it stands.');
    } catch (error) {
      setTrouble(error);
    }
  };
  const changed = name.trim() !== '' && name.trim() !== me.colleague.name;
  return (
    <form
      className="mb-6 flex max-w-sm items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        if (changed) void save();
      }}
    >
      <div className="flex-1">
        <TextField
          label="Your name, as colleagues read it"
          value={name}
          maxLength={80}
          autoComplete="name"
          onChange={(e) => setName(e.target.value)}
          error={trouble ? sentenceOf(trouble) : undefined}
        />
      </div>
      {changed && <button className="btn">Keep</button>}
    </form>
  );
}

/** The names of languages are their own: whoever reads dates in one knows it by that. */
const LANGUAGES: readonly (readonly [OwnDates, string])[] = [
  ['24 Nov', '24 November'],
  ['Nov 24', 'November 24'],
  ['ar', 'العربية'],
  ['bn', 'বাংলা'],
  ['cy', 'Cymraeg'],
  ['de', 'Deutsch'],
  ['es', 'Español'],
  ['fr', 'Français'],
  ['pl', 'Polski'],
  ['pt', 'Português'],
  ['ro', 'Română'],
  ['tr', 'Türkçe'],
  ['uk', 'Українська'],
];

function OwnDatesChoice() {
  const me = useMe();
  const choose = async (dates: OwnDates | null): Promise<void> => {
    try {
      await call('setOwnDates', { body: { dates } });
      // the page is opened anew with other dates
      await me.again();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <label className="mb-6 grid max-w-sm gap-1">
      <span className="font-semibold">Dates, as you read them</span>
      <select className="field" value={me.dates ?? ''} onChange={(e) => void choose((e.target.value || null) as OwnDates | null)}>
        <option value="">as the school writes them</option>
        {LANGUAGES.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}

const HANDS: Readonly<Record<OwnKeys, string>> = {
  numbers: 'the numbers alone',
  'right hand': 'numbers, and the right hand:',
  'left hand': 'numbers, and the left hand:',
};

function OwnKeysChoice() {
  const me = useMe();
  const [chosen, setChosen] = useState(me.keys);
  const choose = async (keys: OwnKeys): Promise<void> => {
    setChosen(keys);
    try {
      await call('setOwnKeys', { body: { keys } });
      await me.again();
      toast.success('Your keys are these on every device where you sign in.');
    } catch (error) {
      setChosen(me.keys);
      toast.error(sentenceOf(error));
    }
  };
  return (
    <fieldset className="mb-6 grid max-w-sm gap-1">
      <legend className="font-semibold">Keys you mark with in a check</legend>
      {OWN_KEYS.map((keys) => (
        <label key={keys} className="flex items-baseline gap-2">
          <input type="radio" name="keys" checked={chosen === keys} onChange={() => void choose(keys)} />
          <span>
            {HANDS[keys]}{' '}
            {keys !== 'numbers' &&
              KEY_SETS[keys].slice(0, 5).map((key) => (
                <span key={key} className="kbd mr-1">
                  {key.toUpperCase()}
                </span>
              ))}
          </span>
        </label>
      ))}
    </fieldset>
  );
}

function OwnPassword() {
  const me = useMe();
  const [trouble, setTrouble] = useState<unknown>(null);
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    call('changePassword', { body: { current: String(form.get('current')), next: String(form.get('next')) } })
      .then(async () => {
        setTrouble(null);
        target.reset();
        await me.again();
        toast.success('Password changed. Other devices are signed out.');
      })
      .catch(setTrouble);
  };
  if (me.school.demo) return <p className="text-ink-2">In the demo, people are signed in by one press and have no password to change.</p>;
  return (
    <>
      <form className="grid max-w-sm gap-4" onSubmit={submit} noValidate>
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        <TextField label="Present password" name="current" type="password" autoComplete="current-password" />
        <TextField label="New password" name="next" type="password" autoComplete="new-password" hint="At least 10 characters." />
        <button className="btn justify-self-start">Change it</button>
      </form>
      <SecondFactor />
      <SignedInElsewhere />
    </>
  );
}
