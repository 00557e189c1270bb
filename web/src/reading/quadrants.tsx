/** Who is accurate but slow, quick but inaccurate, both, or neither: each child's newest first readings in one picture that can be pressed. */
import { STANDING_DAYS, STANDING_READINGS, type Quadrant } from '@sapling/core/reading';
import { lazy, Suspense, useCallback, useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useClassInAddress } from '../ui/in-address.js';
import { useData } from '../api/data.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { percent } from './figures.js';
import { isNear, readingsWords, standingsOf } from './standing.js';
import { agoWords } from '../ui/dates.js';

const Picture = lazy(() => import('./quadrant-chart.js'));
const ORDER: readonly { readonly quadrant: Quadrant; readonly then: string }[] = [
  { quadrant: 'quick, inaccurate', then: 'Slow down: look all the way through each word. Speed is no aim here.' },
  { quadrant: 'accurate and quick', then: 'Harder texts, expression and understanding.' },
  { quadrant: 'neither', then: 'Pairs and blending first; easier texts to read.' },
  { quadrant: 'accurate, slow', then: 'Read the same text several times; phrases.' },
];
export function Component() {
  const { data: classes } = useData('classes');
  const [classId, setClassId] = useClassInAddress(classes);
  const go = useNavigate();
  const [groupId, setGroupId] = useState<string | null>(null);
  const [picked, setPicked] = useState<Quadrant | null>(null);
  const { data: children, error } = useData('children');
  const { data: groups } = useData('groups');
  const { data: readings } = useData('readings', { query: { latest: 12 } });
  const { data: settings } = useData('settings');
  const shownChildren = useMemo(() => {
    const group = groups?.find((g) => g.id === groupId);
    return (children ?? []).filter((c) => (!classId || c.classId === classId) && (!group || group.members.includes(c.id)));
  }, [children, groups, classId, groupId]);
  const { standing, ownAim } = useMemo(
    () => (readings && settings && classes ? standingsOf(shownChildren, readings, settings, classes) : { standing: [], ownAim: false }),
    [readings, settings, classes, shownChildren],
  );
  const without = shownChildren.length - standing.length;
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
      lead="Each child’s newest first readings of a text: how accurate they were, and how fast. Press a child or a quarter."
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
              Accurate is {percent(settings.readAlone)} read right. Up to {STANDING_READINGS} readings of {STANDING_DAYS / 7} weeks count
              together. Hollow: near a line, so that one more reading may well put the child on its other side. The texts differ in
              difficulty.
              {without > 0 && ` ${without} ${without === 1 ? 'child has' : 'children have'} not read yet.`}
            </p>
          </div>
          <div className="grid content-start gap-4">
            {ORDER.map(({ quadrant, then }) => {
              const here = standing.filter((s) => s.quadrant === quadrant).sort((a, b) => Number(isNear(a)) - Number(isNear(b)));
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
                        <span className="shrink-0 text-ink-2" title={`${readingsWords(s.readings)}, the last ${agoWords(s.newest)}`}>
                          {isNear(s) && 'near a line · '}
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
