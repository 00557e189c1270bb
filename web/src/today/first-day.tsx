/** What is left of setting up, in the order of the work: each line goes when it is done, and the whole when nothing is left. */
import { Check } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { hasPractised } from './first-day-kept.js';
import { keepHere, keptAs, keptHere } from '../base.js';
import { OpenTryIt } from '../try-it/open-try-it.js';

const KEPT = keptAs('sapling-first-day');

interface Step {
  readonly name: string;
  readonly why: string;
  readonly to: string;
  readonly press: string;
  readonly done: boolean;
}

/** The steps of the first day, as this school has them; undefined while they are read. */
export function useFirstDay(): readonly Step[] | undefined {
  const lead = useMay('manage team');
  const { data: classes } = useData('classes');
  const { data: children } = useData('children');
  const { data: team } = useData('team');
  const { data: groups } = useData('groups');
  const { data: settings } = useData('settings');
  if (!classes || !children || !team || !groups) return undefined;
  return [
    ...(lead
      ? [
          {
            name: 'Choose a teaching order',
            why: 'Two questions find the one that is nearest to how you work. It can be changed to fit.',
            to: '/library/orders?find',
            press: 'Choose',
            done: settings !== undefined && (settings.newClassOrder !== '' || classes.some((c) => c.taughtSteps > 0)),
          },
        ]
      : []),
    {
      name: 'Bring in a class list',
      why: 'First names and a class are enough; Excel or CSV.',
      to: '/children/import',
      press: 'Bring in',
      done: children.length > 0,
    },
    {
      name: 'Say how far each class was taught',
      why: 'Only what has been taught can be a gap.',
      to: '/children/classes',
      press: 'Set it',
      done: classes.length > 0 && classes.every((c) => c.taughtSteps > 0),
    },
    ...(lead
      ? [
          {
            name: 'Invite colleagues',
            why: 'Each sees the children they teach, and nobody else’s.',
            to: '/team',
            press: 'Invite',
            done: team.length > 1,
          },
        ]
      : []),
    {
      name: 'Try a check with nobody',
      why: 'A practice child answers ten cards; you mark them, and nothing is kept. Two minutes.',
      to: '/check/practice',
      press: 'Try it',
      done: hasPractised() || children.some((c) => c.lastCheck !== null),
    },
    {
      name: 'Check the first child',
      why: 'The quick check takes about three minutes and can stop at any card.',
      to: '/check',
      press: 'Check',
      done: children.some((c) => c.lastCheck !== null),
    },
    {
      name: 'Make the first groups',
      why: 'When some children are checked: who is stuck on the same things, and can sit together?',
      to: '/groups',
      press: 'Groups',
      done: groups.length > 0,
    },
  ];
}

export function FirstDay({ steps }: { steps: readonly Step[] }) {
  const [away, setAway] = useState(() => keptHere(KEPT) === 'away');
  const next = steps.find((s) => !s.done);
  if (!next) return null;
  if (away)
    return (
      <p className="mb-6 text-sm text-ink-2">
        Setting up: {steps.filter((s) => !s.done).length} of {steps.length} steps are left.{' '}
        <button
          className="underline underline-offset-4"
          onClick={() => {
            keepHere(KEPT, null);
            setAway(false);
          }}
        >
          Show them
        </button>
      </p>
    );
  return (
    <section aria-labelledby="first-day" className="sheet mb-8 max-w-3xl p-5">
      <div className="mb-3 flex items-baseline gap-4">
        <h2 id="first-day" className="flex-1 text-lg">
          To begin with, {steps.filter((s) => s.done).length} of {steps.length} done
        </h2>
        <Link className="text-sm underline underline-offset-4" to="/help/first-day">
          How it goes
        </Link>
        <button
          className="text-sm underline underline-offset-4"
          onClick={() => {
            keepHere(KEPT, 'away');
            setAway(true);
          }}
        >
          Later
        </button>
      </div>
      <ol className="grid gap-1">
        {steps.map((step, k) => (
          <li key={step.name} className={`flex items-center gap-3 rounded-m px-2 py-2 ${step === next ? 'bg-leaf-wash' : ''}`}>
            <span
              aria-hidden
              className={`grid size-6 shrink-0 place-items-center rounded-full border text-sm ${step.done ? 'border-leaf text-leaf' : 'border-ink-2'}`}
            >
              {step.done ? <Check size={14} /> : k + 1}
            </span>
            <span className={`flex-1 ${step.done ? 'text-ink-2' : ''}`}>
              <b className={step.done ? 'font-normal' : ''}>{step.name}</b>
              {step.done && <span className="sr-only">, done</span>}
              {step === next && <span className="block text-sm text-ink-2">{step.why}</span>}
            </span>
            {!step.done && (
              <Link className={`btn btn-small ${step === next ? 'btn-main' : ''}`} to={step.to} aria-label={step.name}>
                {step.press}
              </Link>
            )}
          </li>
        ))}
      </ol>
      <div className="mt-4 border-t border-rule pt-4">
        <OpenTryIt />
      </div>
    </section>
  );
}
