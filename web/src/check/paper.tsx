/** Sheets on paper: choose what and for whom; each child's sheet is made, given a code and printed. */
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { CHECK_KINDS, checkKind, type CheckKind } from '@sapling/core/checks';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMe } from '../shell/me.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Page, Pending } from '../ui/page.js';
import { canBeAsked } from './in-turn.js';
import { asOffered, keepChoice, kindsOffered, lastChoice, type Choice } from './choice.js';
import { KindList, KindOptions } from './kind-list.js';
import { startCheck } from './start.js';
import { inOwnWords } from '../wording/say.js';
import { useGoOn } from '../shell/go-on.js';

export function Component() {
  const me = useMe();
  const goOn = useGoOn();
  const [params, setParams] = useSearchParams();
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const { data: settings } = useData('settings');
  const orders = useOrders();
  const wanted = CHECK_KINDS.find((kind) => kind === params.get('kind'));
  const [kept, setChoice] = useState<Choice>(() => ({ ...lastChoice(), ...(wanted ? { kind: wanted } : {}), late: 'paper' }));
  const choice = asOffered(kept, settings);
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [making, setMaking] = useState<{ done: number; of: number } | null>(null);
  const [trouble, setTrouble] = useState<readonly string[]>([]);
  const [printed, setPrinted] = useState<readonly string[]>([]);
  if (!children || !classes || !orders)
    return (
      <Page title="On paper">
        <Pending error={error} what="the children" />
      </Page>
    );
  const wantedClass = params.get('class') ?? classes.find((c) => children.some((child) => child.classId === c.id))?.id ?? 'all';
  const classId = wantedClass === 'all' ? null : wantedClass;
  const there = children.filter((c) => !classId || c.classId === classId);
  const shown = there.filter((c) => canBeAsked(c, choice.kind));
  const chosen = shown.filter((c) => !left.has(c.id));
  const change = (next: Choice): void => {
    setChoice({ ...next, late: 'paper' });
    keepChoice(next);
  };
  const make = async (): Promise<void> => {
    const ids: string[] = [];
    const without: string[] = [];
    setTrouble([]);
    for (const [k, child] of chosen.entries()) {
      setMaking({ done: k, of: chosen.length });
      try {
        ids.push(await startCheck(child, choice, orders.taught(child.classId), me.colleague.id));
      } catch (problem) {
        without.push(`${child.givenName}: ${(problem as Error).message}`);
      }
    }
    setMaking(null);
    if (ids.length > 0 && without.length === 0) await goOn(`/check/print?ids=${ids.join(',')}`);
    else {
      setTrouble(without);
      setPrinted(ids);
    }
  };
  return (
    <Page
      title="On paper"
      lead="A sheet for the adult and one for the child, each with a code. Type it in afterwards at one key a mark."
      actions={
        <Link className="btn" to="/check/enter">
          Type in a sheet
        </Link>
      }
    >
      <div className="grid gap-x-7 gap-y-5 lg:grid-cols-[14.5rem_minmax(0,1fr)]">
        <KindList kind={choice.kind} kinds={kindsOffered(settings)} onKind={(kind: CheckKind) => change({ ...choice, kind })} />
        <div>
          <h2 className="text-xl">{inOwnWords(checkKind(choice.kind).title)}</h2>
          <p className="text-ink-2">{inOwnWords(checkKind(choice.kind).how)}</p>
          <div className="mt-3 mb-3 flex flex-wrap items-center gap-x-5 gap-y-2">
            <ClassPicker classes={classes} value={classId} onChange={(next) => setParams({ class: next ?? 'all' })} />
            <KindOptions choice={choice} onChoice={change} />
          </div>
          {shown.length === 0 && (
            <p className="text-ink-2">
              {there.length === 0 ? (
                'No children in this class yet.'
              ) : (
                <>
                  Nothing has been taught to these children yet, so there is nothing to print.{' '}
                  <Link className="underline" to="/children/classes">
                    Set how far the class has been taught.
                  </Link>
                </>
              )}
            </p>
          )}
          <ul className="sheet ruled columns-2 gap-0">
            {shown.map((c) => (
              <li key={c.id} className="break-inside-avoid">
                <label className="flex items-center gap-3 px-4 py-2">
                  <input
                    type="checkbox"
                    className="size-4"
                    checked={!left.has(c.id)}
                    onChange={(event) =>
                      setLeft((now) => {
                        const next = new Set(now);
                        if (event.target.checked) next.delete(c.id);
                        else next.add(c.id);
                        return next;
                      })
                    }
                  />
                  {c.givenName} {c.familyName}
                </label>
              </li>
            ))}
          </ul>
          <div className="mt-4 flex items-center gap-4">
            <button className="btn btn-main" disabled={chosen.length === 0 || making !== null} onClick={() => void make()}>
              Make {chosen.length} {chosen.length === 1 ? 'sheet' : 'sheets'}
            </button>
            {shown.length > 0 && (
              <button className="btn btn-quiet" onClick={() => setLeft(chosen.length > 0 ? new Set(shown.map((c) => c.id)) : new Set())}>
                {chosen.length > 0 ? 'Choose none' : 'Choose all'}
              </button>
            )}
            {making && (
              <span role="status" className="flex items-center gap-2 text-ink-2">
                <progress value={making.done} max={making.of} /> {making.done} of {making.of}
              </span>
            )}
          </div>
          {trouble.length > 0 && (
            <div role="alert" className="mt-4 border-l-4 border-gap py-1 pl-4">
              <p>No sheet could be made for:</p>
              <ul>
                {trouble.map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
              {printed.length > 0 && (
                <Link className="btn mt-2" to={`/check/print?ids=${printed.join(',')}`}>
                  Print the other {printed.length}
                </Link>
              )}
            </div>
          )}
        </div>
      </div>
    </Page>
  );
}
