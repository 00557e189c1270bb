/** Progress: can it be trusted here? What the judgement expected before each answer of this school, beside what came. */
import { pastOf } from '@sapling/core/evidence';
import { ENOUGH_TO_TRUST, verdictOf } from '@sapling/core/judgement';
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useLongData } from '../api/data.js';
import { useMe } from '../shell/me.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { FitHere } from './fit-here.js';

const Curve = lazy(() => import('./reliability-chart.js'));
type Trust = ResponseOf<Endpoints['trust']>;

/** Fewer answers decide nothing about a kind of check or a colleague. */
const ENOUGH = 60;
const percent = (x: number): string => `${Math.round(100 * x)} %`;
/** How much less surprised the judgement was than the plain rule, as a share. */
const better = ({ loss, plain }: { loss: number; plain: number }): number => 1 - loss / plain;

export function Component() {
  const { data, error, far } = useLongData('trust');
  const { role } = useMe().colleague;
  return (
    <Page
      title="Can it be trusted here?"
      lead="Before each answer, the tool works out how likely a right one is. Here that is held against the answers that came."
    >
      <Link className="underline" to="/progress">
        Back to progress
      </Link>
      {!data ? (
        far && !error ? (
          <p role="status" className="flex items-center gap-3 py-6">
            <progress value={far[0]} max={far[1]} aria-label="Children" /> Going through the answers: {far[0]} of {far[1]} children. What is
            done is kept; you can go elsewhere.
          </p>
        ) : (
          <Pending error={error} what="the answers" />
        )
      ) : data.answers === 0 || data.loss === null || data.plain === null ? (
        <div className="mt-4">
          <Empty
            title="No answers yet"
            action={
              <Link className="btn btn-main" to="/check">
                Check a child
              </Link>
            }
          >
            After the first checks it can be seen how well answers were foretold.
          </Empty>
        </div>
      ) : (
        <>
          <Found trust={data} whole={{ loss: data.loss, plain: data.plain }} />
          <FitHere fit={data.fit} mayFit={role === 'lead'} />
        </>
      )}
    </Page>
  );
}

function Found({ trust, whole }: { trust: Trust; whole: { loss: number; plain: number } }) {
  const verdict = verdictOf({ ...whole, answers: trust.answers });
  const words = {
    'too few': `Too few answers to say: there are ${trust.answers}, and it needs ${ENOUGH_TO_TRUST}.`,
    better: `It foretells answers here better than the plain rule of the last five answers: ${percent(better(whole))} less surprised.`,
    'no better': 'It foretells answers here about as well as the plain rule of the last five answers, and no better.',
    worse: `It foretells answers here worse than the plain rule of the last five answers. Rely on the answers themselves. ${
      trust.fit.lessSure
        ? 'Every range is drawn wider for it, so that fewer pairs are called secure or a gap.'
        : 'Within a day every range is drawn wider for it.'
    }`,
  }[verdict];
  return (
    <div className="mt-4 grid gap-10 lg:grid-cols-[minmax(0,1fr)_22rem]">
      <section aria-label="What was said and what came">
        <p
          className={`mb-4 border-l-4 px-4 py-3 text-lg ${verdict === 'better' ? 'border-leaf bg-leaf-wash' : 'border-wobbly bg-wobbly-wash'}`}
        >
          {words}
        </p>
        <h2 className="text-lg">What was said, and what came</h2>
        <Suspense
          fallback={
            <div className="h-72" role="status">
              Drawing…
            </div>
          }
        >
          <Curve bins={trust.bins} />
        </Suspense>
        <p className="mt-1 text-sm text-ink-2">
          From {trust.answers} answers. On the line, as many came right as was said; above it, more. A dot is larger the more answers it
          rests on.
        </p>
      </section>
      <div className="grid content-start gap-7">
        <Parts title="By kind of check" rows={trust.kinds.map((k) => ({ ...k, key: k.kind, name: pastOf(k.kind) }))} />
        <Parts title="By who marked" rows={trust.adults.map((a) => ({ ...a, key: a.id ?? a.name, name: a.name }))} />
        <p className="text-sm text-ink-2">
          Who marks leniently has more right than was said, who marks strictly fewer; so has one who works with children on a good or a bad
          day. It says nothing of how well anybody teaches.
        </p>
      </div>
    </div>
  );
}

type Part = Trust['kinds'][number] extends infer K ? Omit<K, 'kind'> & { readonly key: string; readonly name: string } : never;

function Parts({ title, rows }: { title: string; rows: readonly Part[] }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-1 text-lg">{title}</h2>
      <table className="w-full text-left text-sm">
        <thead className="text-ink-2">
          <tr>
            <th className="py-1 font-semibold"></th>
            <th className="py-1 text-right font-semibold">Said</th>
            <th className="py-1 text-right font-semibold">Came</th>
            <th className="py-1 text-right font-semibold">Answers</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.key} className="[&>*]:border-t [&>*]:border-rule-2">
              <th scope="row" className="py-1 pr-2 font-normal">
                {row.name}
                {row.answers >= ENOUGH && better(row) < -0.02 && <span className="block text-wobbly">worse than the plain rule</span>}
              </th>
              {row.answers < ENOUGH ? (
                <td colSpan={2} className="py-1 text-right text-ink-2">
                  too few
                </td>
              ) : (
                <>
                  <td className="py-1 text-right">{percent(row.said)}</td>
                  <td className="py-1 text-right">{percent(row.right)}</td>
                </>
              )}
              <td className="py-1 text-right">{row.answers}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
