/** Who is accurate but slow, quick but inaccurate, both, or neither: each child's newest first reading in one picture that can be pressed. */
import { fullName } from '@sapling/contract';
import { nextAim, quadrantOf, type Quadrant } from '@sapling/core/reading';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useData } from '../api/data.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { percent } from './figures.js';
import { seriesOf } from './series.js';
import { agoWords } from '../ui/dates.js';

const Picture = lazy(() => import('./quadrant-chart.js'));
export interface Standing {
  readonly id: string;
  readonly name: string;
  readonly title: string;
  readonly at: string;
  readonly accuracy: number;
  readonly wcpm: number;
  readonly aim: number;
  readonly quadrant: Quadrant;
}
const ORDER: readonly { readonly quadrant: Quadrant; readonly then: string }[] = [
  { quadrant: 'quick, inaccurate', then: 'Slow down: look all the way through each word. Speed is no aim here.' },
  { quadrant: 'accurate and quick', then: 'Harder texts, expression and understanding.' },
  { quadrant: 'neither', then: 'Pairs and blending first; easier texts to read.' },
  { quadrant: 'accurate, slow', then: 'Read the same text several times; phrases.' },
];
const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

export function Component() {
  const go = useNavigate();
  const [classId, setClassId] = useState<string | null>(null);
  const [groupId, setGroupId] = useState<string | null>(null);
  const [picked, setPicked] = useState<Quadrant | null>(null);
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const { data: groups } = useData('groups');
  const { data: readings } = useData('readings', { query: { latest: 12 } });
  const { data: settings } = useData('settings');
  const shownChildren = useMemo(() => {
    const group = groups?.find((g) => g.id === groupId);
    return (children ?? []).filter((c) => (!classId || c.classId === classId) && (!group || group.members.includes(c.id)));
  }, [children, groups, classId, groupId]);
  const { standing, ownAim, without } = useMemo(() => {
    if (!readings || !settings || !classes) return { standing: [] as Standing[], ownAim: false, without: 0 };
    const newest = shownChildren.flatMap((c) => {
      const point = seriesOf(
        readings.filter((r) => r.child === c.id),
        [],
        undefined,
        { timing: 'every reading', withHelp: 0 },
      ).findLast((p) => p.cold && p.speed && p.reading.score.accuracy !== null);
      return point ? [{ child: c, reading: point.reading }] : [];
    });
    const fallback = middle(newest.map((n) => n.reading.score.wcpm!));
    let typed = false;
    const list = newest.map(({ child, reading }): Standing => {
      const year = classes.find((c) => c.id === child.classId)?.year ?? '';
      const aim = nextAim(settings.readingAims, year, reading.at);
      if (aim) typed = true;
      const needs = { accuracy: settings.readAlone, wcpm: aim?.value ?? fallback };
      return {
        id: child.id,
        name: fullName(child),
        title: reading.title,
        at: reading.at,
        accuracy: reading.score.accuracy!,
        wcpm: reading.score.wcpm!,
        aim: needs.wcpm,
        quadrant: quadrantOf(reading.score, needs)!,
      };
    });
    return { standing: list, ownAim: typed, without: shownChildren.length - list.length };
  }, [readings, settings, classes, shownChildren]);
  const open = useCallback((id: string) => void go(`/children/${id}/readings`), [go]);
  if (!children || !classes || !settings || !readings)
    return (
      <Page title="How they read">
        <Pending error={error} what="the readings" />
      </Page>
    );
  return (
    <Page
      title="How they read"
      lead="Each child’s newest first reading of a text: how accurate it was, and how fast. Press a child or a quarter."
    >
      <div className="mb-4 flex flex-wrap items-center gap-5">
        <ClassPicker classes={classes} value={classId} onChange={setClassId} />
        <label className="flex items-center gap-2">
          <span className="text-ink-2">Group</span>
          <select className="field !w-40" value={groupId ?? ''} onChange={(e) => setGroupId(e.target.value || null)}>
            <option value="">all</option>
            {groups?.map((g) => (
              <option key={g.id} value={g.id}>
                {g.name}
              </option>
            ))}
          </select>
        </label>
        <Link className="underline" to="/progress">
          Progress in pairs
        </Link>
      </div>
      {standing.length === 0 ? (
        <Empty
          title="Nobody here has read a text yet"
          action={
            <Link className="btn btn-main" to="/check/reading">
              Read a text
            </Link>
          }
        >
          After a first reading, each child stands here by accuracy and speed.
        </Empty>
      ) : (
        <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_22rem]">
          <div>
            <Suspense
              fallback={
                <div className="h-[30rem]" role="status">
                  Drawing…
                </div>
              }
            >
              <Picture standing={standing} accuracy={settings.readAlone} picked={picked} onChild={open} onQuarter={setPicked} />
            </Suspense>
            <p className="text-sm text-ink-2">
              {ownAim
                ? 'Quick is at or above what this school aims for in that year by the end of the season.'
                : 'No aims are typed in (Team), so quick means above the middle of those shown: half of them always are.'}{' '}
              Accurate is {percent(settings.readAlone)} read right. The texts differ in difficulty, and one reading is one reading.
              {without > 0 && ` ${without} ${without === 1 ? 'child has' : 'children have'} not read yet.`}
            </p>
          </div>
          <div className="grid content-start gap-4">
            {ORDER.map(({ quadrant, then }) => {
              const here = standing.filter((s) => s.quadrant === quadrant);
              return (
                <section key={quadrant} aria-label={quadrant} className={picked !== null && picked !== quadrant ? 'opacity-55' : ''}>
                  <button
                    className="w-full border-b border-rule pb-0.5 text-left"
                    aria-pressed={picked === quadrant}
                    onClick={() => setPicked(picked === quadrant ? null : quadrant)}
                  >
                    <span className="inline-block font-serif text-lg font-semibold first-letter:uppercase">{quadrant}</span>{' '}
                    <span className="text-ink-2">{here.length}</span>
                  </button>
                  <p className="mt-1 text-sm text-ink-2">{then}</p>
                  <ul className="mt-1">
                    {here.map((s) => (
                      <li key={s.id} className="flex min-h-7 items-center justify-between gap-3 text-sm">
                        <Link
                          className="truncate leading-6 font-semibold underline-offset-4 hover:underline"
                          to={`/children/${s.id}/readings`}
                        >
                          {s.name}
                        </Link>
                        <span className="shrink-0 text-ink-2" title={`${s.title}, ${agoWords(s.at)}`}>
                          {percent(s.accuracy)}, {Math.round(s.wcpm)} a minute
                        </span>
                      </li>
                    ))}
                  </ul>
                </section>
              );
            })}
          </div>
        </div>
      )}
    </Page>
  );
}
