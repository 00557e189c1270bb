/** Progress: is it working, for this child, group, school? */
import type { Group } from '@sapling/contract';
import { Word } from '../help/word-of-trade.js';
import { lazy, Suspense } from 'react';
import { Link } from 'react-router';
import { useClassInAddress } from '../ui/in-address.js';
import { useData } from '../api/data.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Direction } from '../ui/direction.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { useMe } from '../shell/me.js';

const Weeks = lazy(() => import('./weeks-chart.js'));

/** Whether a child clearly knows fewer (-1) or more (1), or neither. */
const changed = ({ now, before, clear }: { readonly now: number; readonly before: number; readonly clear: boolean }): number =>
  clear ? Math.sign(now - before) : 0;

/** The groups, each with the way to what its cycle came to so far. */
function CyclesSoFar({ groups }: { groups: readonly Group[] }) {
  if (groups.length === 0) return null;
  return (
    <p className="mt-3 flex flex-wrap items-baseline gap-x-4 gap-y-1">
      <span className="text-ink-2">Did it work?</span>
      {groups.map((g) => (
        <Link key={g.id} className="underline" aria-label={`${g.name}: did it work?`} to={`/groups/${g.id}/outcome`}>
          {g.name}
        </Link>
      ))}
    </p>
  );
}

export function Component() {
  const { data: classes, error: noClasses } = useData('classes');
  const [classId, setClassId] = useClassInAddress(classes);
  const { role } = useMe().colleague;
  const { data, error } = useData('progress', { query: classId ? { classId } : {} });
  const { data: groups, error: noGroups } = useData('groups');
  // what stands over the figures is there first: nothing moves once they come
  const above = (classes ?? noClasses) !== undefined && (groups ?? noGroups) !== undefined;
  const observed = data?.weeks.reduce((sum, w) => sum + w.observations, 0) ?? 0;
  return (
    <Page
      title="Progress"
      lead={
        <>
          <Word of="pair">Pairs</Word> by state at the end of each week, against what is taught now, so that teaching more does not look
          like falling back.
        </>
      }
    >
      {above && (
        <>
          <div className="flex flex-wrap items-center gap-5">
            {classes && <ClassPicker classes={classes} value={classId} onChange={setClassId} />}
            <Link className="underline" to="/progress/reading">
              How they read
            </Link>
            {(role === 'lead' || role === 'teacher') && (
              <Link className="underline" to="/progress/trust">
                Can it be trusted here?
              </Link>
            )}
          </div>
          <CyclesSoFar groups={(groups ?? []).filter((g) => g.members.length > 0)} />
        </>
      )}
      {!data || !above ? (
        <Pending error={error} what="the progress" />
      ) : observed === 0 ? (
        <div className="mt-4">
          <Empty
            title="Nothing to compare yet"
            action={
              <Link className="btn btn-main" to="/check">
                Check a child
              </Link>
            }
          >
            Progress is worked out from checks. After the first two weeks with checks, there is something to see.
          </Empty>
        </div>
      ) : (
        <>
          <Suspense
            fallback={
              <div className="mt-4 h-80" role="status">
                Drawing…
              </div>
            }
          >
            <Weeks weeks={data.weeks} />
          </Suspense>
          <p className="mt-1 mb-6 text-sm text-ink-2">
            From {observed.toLocaleString('en')} observations of {data.children.length} children. A pair seen once is never secure, since
            one right answer is too little; a pair not seen is unchecked, not a gap.
          </p>
          <h2 className="text-lg">Each child, then and now</h2>
          <p className="mb-2 max-w-2xl text-sm text-ink-2">
            How many pairs the child knew, as it looks from now, and knows, of those seen in their first week with a check and since: like
            is compared with like, so that checking more does not look like learning more. First those who surely know fewer.
          </p>
          <table className="sheet w-full text-left">
            <thead className="text-sm text-ink-2">
              <tr>
                <th className="px-4 py-2 font-semibold">Child</th>
                <th className="py-2 font-semibold">Then</th>
                <th className="py-2 font-semibold">Now</th>
                <th className="py-2 font-semibold">Change</th>
                <th className="py-2 pr-4 text-right font-semibold">Observations</th>
              </tr>
            </thead>
            <tbody>
              {data.children
                .slice()
                .sort((a, b) => changed(a) - changed(b) || a.now - a.before - (b.now - b.before))
                .map((child) => (
                  <tr key={child.id} className="[&>*]:border-t [&>*]:border-rule-2">
                    <th scope="row" className="px-4 py-1 font-semibold">
                      <Link className="underline-offset-4 hover:underline" to={`/children/${child.id}`}>
                        {child.name}
                      </Link>
                    </th>
                    <td>{child.of > 0 && `${Math.round(child.before)} of ${child.of}`}</td>
                    <td>{child.of > 0 && `${Math.round(child.now)} of ${child.of}`}</td>
                    <td>
                      {child.of > 0 ? (
                        <Direction by={child.now - child.before} clear={child.clear} />
                      ) : (
                        <span className="text-ink-2">{child.since ? 'nothing was looked at again' : 'never checked'}</span>
                      )}
                    </td>
                    <td className="pr-4 text-right">
                      {child.observations}
                      {child.observations < 20 && <span className="ml-2 text-sm text-ink-2">few</span>}
                    </td>
                  </tr>
                ))}
            </tbody>
          </table>
        </>
      )}
    </Page>
  );
}
