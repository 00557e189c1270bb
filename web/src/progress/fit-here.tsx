/** Progress: can it be trusted here? The numbers behind what is foretold, fitted to this school: begun, used and put back by a lead. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { REFIT_DIRECTIONS, REFIT_FEWEST_ANSWERS, REFIT_FEWEST_CHILDREN } from '@sapling/core/judgement';
import { useEffect, useRef, useState } from 'react';
import { mutate } from 'swr';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { keyOf, onWork } from '../api/data.js';
import { dayOf } from '../clock.js';
import { dateWords } from '../ui/dates.js';

type Fit = ResponseOf<Endpoints['trust']>['fit'];
type Row = NonNullable<Fit['found']>;
type Direction = (typeof REFIT_DIRECTIONS)[number];

/** What a number says of the children here when it is larger, and when it is smaller, than the shipped one. */
const SAYS: Readonly<Record<Direction, readonly [more: string, less: string]>> = {
  known: ['Children here know more at first than is usual.', 'Children here know less at first than is usual.'],
  spread: ['Children differ more from one another.', 'Children differ less from one another.'],
  scatter: ['One pair tells less of others.', 'One pair tells more of others.'],
  days: ['Good and bad days differ more.', 'Good and bad days differ less.'],
  fading: ['What is not met fades faster.', 'What is not met fades more slowly.'],
  breaks: ['A holiday takes more away.', 'A holiday takes less away.'],
  teaching: ['Each meeting and each lesson adds more.', 'Each meeting and each lesson adds less.'],
  guesses: ['More comes right by chance.', 'Less comes right by chance.'],
  slips: ['What is known goes wrong more often.', 'What is known goes wrong less often.'],
  adults: ['Colleagues differ more in how they mark.', 'Colleagues differ less in how they mark.'],
};
/** Smaller moves are not worth a sentence. */
const WORTH_SAYING = 0.1;

type Going = { readonly done: number; readonly of: number } | null;

export function FitHere({ fit, mayFit }: { fit: Fit; mayFit: boolean }) {
  const [going, setGoing] = useState<Going>(null);
  const [said, setSaid] = useState<string | null>(null);
  const stop = useRef<AbortController | null>(null);
  useEffect(() => () => stop.current?.abort(), []);

  const keep = (next: Fit): Promise<unknown> =>
    mutate(keyOf('trust', {}), (now: ResponseOf<Endpoints['trust']> | undefined) => (now ? { ...now, fit: next } : now), {
      revalidate: false,
    });
  const begin = async (): Promise<void> => {
    const work = uuidv7();
    const gone = new AbortController();
    stop.current = gone;
    setSaid(null);
    setGoing({ done: 0, of: 0 });
    const ended = onWork(work, (done, of) => setGoing((now) => (now ? { done, of } : now)));
    try {
      const next = await call('fitJudgement', { query: { work }, signal: gone.signal });
      await keep(next);
      if (!next.found)
        setSaid(`There are too few answers: it needs ${REFIT_FEWEST_CHILDREN} children and ${REFIT_FEWEST_ANSWERS} answers.`);
    } catch (error) {
      setSaid(gone.signal.aborted ? 'Stopped. Nothing was changed.' : sentenceOf(error));
    } finally {
      ended();
      setGoing(null);
    }
  };
  const choose = async (use: 'fitted' | 'shipped' | 'nothing new', then: string): Promise<void> => {
    try {
      await keep(await call('chooseFit', { body: { use } }));
      setSaid(then);
      // what was foretold was foretold by other numbers
      if (use !== 'nothing new') void mutate(keyOf('trust', {}));
    } catch (error) {
      setSaid(sentenceOf(error));
    }
  };

  return (
    <section aria-label="The numbers behind it" className="mt-10 max-w-3xl border-t border-rule pt-5">
      <h2 className="text-lg">The numbers behind it</h2>
      <p className="mt-1">
        How fast what was learned fades, how often a right answer is luck, how much colleagues differ: these numbers were fitted on
        simulated children. They can be fitted to the answers of this school. That takes some minutes, and changes nothing until a lead says
        so.
      </p>
      {fit.used && (
        <div className="mt-4 border-l-4 border-leaf bg-leaf-wash px-4 py-3">
          <p>
            {fit.outdated
              ? 'Numbers fitted to this school are set aside: the tool has been brought up to date, and its own are used until they are fitted again.'
              : `In use: numbers fitted to this school ${by(fit.used)}.`}
          </p>
          <Moves row={fit.used} />
          {mayFit && (
            <button className="btn btn-small mt-3" onClick={() => void choose('shipped', 'The tool’s own numbers are used again.')}>
              Back to the tool’s own numbers
            </button>
          )}
        </div>
      )}
      {fit.found && (
        <div className="mt-4 border-l-4 border-wobbly bg-wobbly-wash px-4 py-3">
          <p>
            <b>{fit.found.better ? 'They would foretell better.' : 'They would foretell no better.'}</b> {found(fit.found)}
          </p>
          <Moves row={fit.found} />
          {mayFit && (
            <p className="mt-3 flex flex-wrap gap-2">
              {fit.found.better && (
                <button
                  className="btn btn-main btn-small"
                  onClick={() => void choose('fitted', 'They are used. States are worked out anew as they are looked at.')}
                >
                  Use these numbers
                </button>
              )}
              <button className="btn btn-small" onClick={() => void choose('nothing new', 'Let go. Nothing was changed.')}>
                Let them go
              </button>
            </p>
          )}
        </div>
      )}
      {!mayFit ? (
        <p className="mt-3 text-ink-2">A lead can have them fitted.</p>
      ) : (
        <div className="mt-4 flex flex-wrap items-center gap-3" aria-live="polite">
          <button className="btn" disabled={going !== null} aria-busy={going !== null} onClick={() => void begin()}>
            {going ? 'Fitting…' : 'Fit to this school’s answers'}
          </button>
          {going && (
            <>
              <progress {...(going.of > 0 ? { value: going.done, max: going.of } : {})} aria-label="Fitting" />
              {going.of > 0 && <span>{`${Math.round((100 * going.done) / going.of)} %`}</span>}
              <button className="btn btn-small" onClick={() => stop.current?.abort()}>
                Stop
              </button>
            </>
          )}
          {said && <span role="status">{said}</span>}
        </div>
      )}
    </section>
  );
}

const by = (row: Row): string =>
  `on ${dateWords(dayOf(row.at))}${row.by ? ` by ${row.by}` : ''}, from ${row.answers} answers of ${row.children} children`;

/** How much better, in words: children who were not fitted on were asked. */
function found(row: Row): string {
  const gain = (100 * (row.shipped - row.fitted)) / row.shipped;
  const surprise = `Half of the children were fitted on and the other half foretold, both ways: surprise at an answer ${
    gain > 0 ? `falls by ${gain.toFixed(1)} %` : 'does not fall'
  }`;
  return row.better
    ? `${surprise}, more than chance would give. From ${row.answers} answers of ${row.children} children.`
    : `${surprise}${gain > 0 ? ', no more than chance would give' : ''}. The numbers in use stay. From ${row.answers} answers of ${row.children} children.`;
}

/** So far from the usual, and from so many answers, is worth a sentence. */
const EAR_WORTH_SAYING = 1.35;
const EAR_FEWEST_ANSWERS = 150;
/** What an adult's marks tell here, where that is not the usual. */
export function earWords({ name, guess, lapse, answers }: Row['adults'][number]): string[] {
  if (answers < EAR_FEWEST_ANSWERS) return [];
  const far = (factor: number): 'more' | 'less' | null =>
    factor >= EAR_WORTH_SAYING ? 'more' : factor <= 1 / EAR_WORTH_SAYING ? 'less' : null;
  const [passes, marksDown] = [far(guess), far(lapse)];
  return [
    ...(passes
      ? [`A right answer marked by ${name} tells ${passes === 'more' ? 'less: more passes' : 'more: less passes'} than elsewhere.`]
      : []),
    ...(marksDown
      ? [
          `A wrong answer marked by ${name} tells ${marksDown === 'more' ? 'less: more is marked down' : 'more: less is marked down'} than elsewhere.`,
        ]
      : []),
  ];
}

function Moves({ row }: { row: Row }) {
  const moves = REFIT_DIRECTIONS.filter((d) => Math.abs(row.steps[d] ?? 0) >= WORTH_SAYING);
  const adults = row.adults.flatMap(earWords);
  if (moves.length + adults.length === 0) return <p className="mt-1 text-ink-2">They are nearly the tool’s own.</p>;
  return (
    <>
      <ul className="mt-2 list-disc pl-5">
        {moves.map((d) => (
          <li key={d}>{SAYS[d][row.steps[d]! > 0 ? 0 : 1]}</li>
        ))}
        {adults.map((words) => (
          <li key={words}>{words}</li>
        ))}
      </ul>
      {adults.length > 0 && (
        <p className="mt-1 text-sm text-ink-2">
          Learned from children whom several colleagues heard. Nobody marks wrongly by it: some let more pass, some less, and answers are
          weighed so.
        </p>
      )}
    </>
  );
}
