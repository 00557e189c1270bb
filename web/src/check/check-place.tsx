/** Check: who is due, and start it. */
import type { ChildLine } from '@sapling/contract';
import { formatDistanceToNowStrict } from 'date-fns';
import { useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay, useMe } from '../shell/me.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { cardsFor, dueOrder, SCOPES, startCheck, type Scope } from './start.js';

export function Component() {
  const me = useMe();
  const go = useNavigate();
  const [params, setParams] = useSearchParams();
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const { data: open } = useData('checks');
  const [scope, setScope] = useState<Scope>('all');
  const orders = useOrders();
  const bringIn = useMay('import');
  const classId = params.get('class');
  const shown = useMemo(() => dueOrder((children ?? []).filter((c) => !classId || c.classId === classId)), [children, classId]);
  const start = async (child: ChildLine, scope: Scope | 'quick'): Promise<void> => {
    try {
      await go(`/check/${await startCheck(child, scope, me.colleague.id)}`);
    } catch {
      toast.error(
        child.line.length === 0 || (scope !== 'quick' && cardsFor(child, scope).length === 0)
          ? 'There is nothing to ask in that choice of cards.'
          : 'This device has no room left to keep marks, so the check was not begun.',
      );
    }
  };
  if (!children || !classes)
    return (
      <Page title="Check">
        <Pending error={error} what="the children" />
      </Page>
    );
  const underWay = (open ?? []).filter((c) => c.by === me.colleague.id && children.some((child) => child.id === c.child));
  return (
    <Page
      title="Check"
      lead="See it, say it: one card at a time, one key for each answer. “Quick” asks only the cards that tell most, at most half of them."
    >
      {children.length === 0 ? (
        <Empty
          title="No children yet"
          action={
            bringIn && (
              <Link className="btn btn-main" to="/children/import">
                Bring in a class list
              </Link>
            )
          }
        >
          {bringIn
            ? 'Bring in a class list; then each child can be checked on what their class has been taught.'
            : 'Nobody has shared a class or a group with you yet. Ask the lead.'}
        </Empty>
      ) : (
        <>
          {underWay.length > 0 && (
            <section className="mb-6" aria-labelledby="under-way">
              <h2 id="under-way" className="mb-2 text-lg">
                Under way
              </h2>
              <ul className="flex flex-wrap gap-3">
                {underWay.map((check) => (
                  <li key={check.id}>
                    <Link className="btn btn-main" to={`/check/${check.id}`}>
                      Carry on with {check.childName}{' '}
                      <span className="font-normal opacity-85">
                        {check.quick ? `${check.marked} asked` : `${check.marked} of ${check.stack.length}`}
                      </span>
                    </Link>
                  </li>
                ))}
              </ul>
            </section>
          )}
          <div className="mb-3 flex flex-wrap items-center gap-x-6 gap-y-2">
            <ClassPicker classes={classes} value={classId} onChange={(next) => setParams(next ? { class: next } : {})} />
            <label className="flex items-center gap-2">
              Ask
              <select className="field !w-auto" value={scope} onChange={(event) => setScope(event.target.value as Scope)}>
                {SCOPES.map((s) => (
                  <option key={s.scope} value={s.scope}>
                    {s.word}
                  </option>
                ))}
              </select>
            </label>
          </div>
          <ul className="sheet ruled">
            {shown.map((child) => {
              const cards = cardsFor(child, scope).length;
              return (
                <li key={child.id} className="flex items-center gap-4 px-4 py-1.5 max-lg:flex-wrap max-lg:gap-y-1">
                  <Link to={`/children/${child.id}`} className="w-44 shrink-0 font-semibold underline-offset-4 hover:underline">
                    {child.givenName} {child.familyName}
                  </Link>
                  <span className="w-36 shrink-0 text-sm text-ink-2">
                    {child.lastCheck
                      ? `checked ${formatDistanceToNowStrict(new Date(child.lastCheck), { addSuffix: true })}`
                      : 'never checked'}
                  </span>
                  <div className="min-w-0 flex-1 max-lg:order-last max-lg:basis-full">
                    <Line line={child.line} total={orders?.total(child.classId)} width="100%" />
                  </div>
                  <span className="w-16 text-right text-sm text-ink-2">{cards} cards</span>
                  <button
                    className="btn"
                    disabled={child.line.length === 0}
                    onClick={() => void start(child, 'quick')}
                    aria-label={`Quick check with ${child.givenName} ${child.familyName}`}
                  >
                    Quick
                  </button>
                  <button
                    className="btn"
                    disabled={cards === 0}
                    onClick={() => void start(child, scope)}
                    aria-label={`Start with ${child.givenName} ${child.familyName}`}
                  >
                    Start
                  </button>
                </li>
              );
            })}
          </ul>
          {shown.some((c) => c.line.length === 0) && (
            <p className="mt-3 text-sm text-ink-2">
              Children whose class has not been taught anything yet have no cards.{' '}
              <Link className="underline" to="/children/classes">
                Set how far the class has been taught.
              </Link>
            </p>
          )}
        </>
      )}
    </Page>
  );
}
