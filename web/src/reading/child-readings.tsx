/** A child's readings over time: drawn, read by stated rules, and listed. */
import { fullName } from '@sapling/contract';
import { nextAim } from '@sapling/core/reading';
import { lazy, Suspense, useCallback, useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { percent } from './figures.js';
import { decisionWords, seriesOf, trendOf } from './series.js';
import { atSchool } from '../clock.js';
import { dateText } from '../wording/date-text.js';

const Chart = lazy(() => import('./readings-chart.js'));

export function Component() {
  const { id } = useParams();
  const go = useNavigate();
  const { data: child, error } = useData('child', { params: { id: id! } });
  const { data: readings } = useData('readings', { query: { childId: id! } });
  const { data: texts } = useData('texts');
  const { data: settings } = useData('settings');
  const { data: classes } = useData('classes');
  const orders = useOrders();
  const orderId = child ? orders?.order(child.classId)?.id : undefined;
  const series = useMemo(
    () =>
      readings && texts && settings ? seriesOf(readings, texts, orderId, { timing: settings.timing, withHelp: settings.readWithHelp }) : [],
    [readings, texts, settings, orderId],
  );
  const year = classes?.find((c) => c.id === child?.classId)?.year ?? '';
  const newest = series.at(-1)?.reading.at;
  const aim = useMemo(() => (settings && newest ? nextAim(settings.readingAims, year, newest) : null), [settings, year, newest]);
  const found = useMemo(() => trendOf(series, aim), [series, aim]);
  const open = useCallback((reading: string) => void go(`/reading/${reading}`), [go]);
  if (!child || !readings || !settings)
    return (
      <Page title="Readings">
        <Pending error={error} what="the readings" />
      </Page>
    );
  const name = fullName(child);
  const said = decisionWords(found, aim !== null);
  const untimed = series.filter((p) => !p.speed && p.reading.score.wcpm !== null).length;
  return (
    <Page
      title={`${name} reads`}
      lead={
        <>
          {classes?.find((c) => c.id === child.classId)?.name},{' '}
          <Link className="underline" to={`/children/${child.id}`}>
            all that is known of {child.givenName}
          </Link>
        </>
      }
      actions={
        <Link className="btn btn-main" to={`/check/reading?child=${child.id}`}>
          Read a text
        </Link>
      }
    >
      {series.length === 0 ? (
        <Empty
          title="Nothing read yet"
          action={
            <Link className="btn btn-main" to={`/check/reading?child=${child.id}`}>
              Choose a text for {child.givenName}
            </Link>
          }
        >
          When {child.givenName} has read a text aloud, it stands here with how fast and how accurate it was. A trend needs six first
          readings over three weeks.
        </Empty>
      ) : (
        <>
          <div className="mb-5 grid gap-x-8 gap-y-3 lg:grid-cols-[minmax(0,1fr)_18rem]">
            <Suspense
              fallback={
                <div className="h-[23rem]" role="status">
                  Drawing…
                </div>
              }
            >
              <Chart series={series} found={found} aim={aim} alone={settings.readAlone} onReading={open} />
            </Suspense>
            <section aria-label="What it says">
              <h2 className="text-2xl">{said.title}</h2>
              <p className="mt-1">{said.why}</p>
              {aim && (
                <p className="mt-3 text-sm text-ink-2">
                  Aim of this school for {year}: {aim.value} right words a minute by {dateText(atSchool(aim.on), 'd MMMM yyyy')}
                  {found.trend.decision !== 'too few points' && `; today’s point on the aim line is ${Math.round(found.trend.expected)}`}.
                </p>
              )}
              {found.steps && (
                <p className="mt-3 text-sm text-ink-2">
                  The texts are from step {found.steps[0]} to step {found.steps[1]}: part of any change is the texts, not the reader.
                </p>
              )}
              {untimed > 0 && (
                <p className="mt-3 text-sm text-ink-2">
                  {untimed} {untimed === 1 ? 'reading is' : 'readings are'} below {percent(settings.readWithHelp)} read right and{' '}
                  {untimed === 1 ? 'has' : 'have'} no speed here.
                </p>
              )}
              <p className="mt-3 text-sm text-ink-2">Later readings of one text are drawn hollow and are not in the trend.</p>
            </section>
          </div>
          <table className="sheet w-full text-left">
            <thead className="text-sm text-ink-2">
              <tr>
                <th className="px-4 py-2 font-semibold">Day</th>
                <th className="py-2 font-semibold">Text</th>
                <th className="py-2 font-semibold">Step</th>
                <th className="py-2 font-semibold">Right words a minute</th>
                <th className="py-2 font-semibold">Read right</th>
                <th className="py-2 font-semibold">Put right</th>
                <th className="py-2 font-semibold">Expression</th>
                <th className="py-2 pr-4 font-semibold">Questions</th>
              </tr>
            </thead>
            <tbody>
              {[...series].reverse().map((p) => {
                const levels = Object.values(p.reading.scale);
                return (
                  <tr key={p.reading.id} className="[&>*]:border-t [&>*]:border-rule-2">
                    <td className="px-4 py-1.5 whitespace-nowrap">{dateText(atSchool(p.reading.at), 'd MMM yyyy')}</td>
                    <th scope="row" className="font-semibold">
                      <Link className="underline-offset-4 hover:underline" to={`/reading/${p.reading.id}`}>
                        {p.reading.title}
                      </Link>
                      {p.reading.nth > 1 && <span className="ml-2 text-sm font-normal text-ink-2">reading {p.reading.nth}</span>}
                      {p.reading.recorded && <span className="ml-2 text-sm font-normal text-ink-2">recorded</span>}
                    </th>
                    <td>{p.step ?? '–'}</td>
                    <td>{p.speed ? Math.round(p.reading.score.wcpm!) : '–'}</td>
                    <td>{percent(p.reading.score.accuracy)}</td>
                    <td>{p.reading.score.selfCorrections || '–'}</td>
                    <td>{levels.length > 0 ? `${levels.reduce((a, b) => a + b, 0)} of ${levels.length * 4}` : '–'}</td>
                    <td className="pr-4">
                      {p.reading.answers.asked > 0 ? `${p.reading.answers.right} of ${p.reading.answers.asked}` : '–'}
                    </td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </>
      )}
      <SetAside child={child.id} />
    </Page>
  );
}

/** Readings that count for nothing, each with the way to have it count again. */
function SetAside({ child }: { child: string }) {
  const { data: aside } = useData('readings', { query: { childId: child, aside: 'only' } });
  if (!aside || aside.length === 0) return null;
  return (
    <section aria-label="Set aside" className="mt-6">
      <h2 className="mb-1 text-lg">Set aside</h2>
      <p className="mb-2 text-sm text-ink-2">They count for nothing. Opened, each can be let count again.</p>
      <ul className="ruled max-w-2xl border-y border-rule-2">
        {aside.map((r) => (
          <li key={r.id} className="flex gap-4 py-1.5">
            <span className="w-32 shrink-0">{dateText(atSchool(r.at), 'd MMM yyyy')}</span>
            <Link className="font-semibold underline-offset-4 hover:underline" to={`/reading/${r.id}`}>
              {r.title}
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
