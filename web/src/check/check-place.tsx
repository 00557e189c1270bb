/** Check: what is to be found out, who is due, and start it in two presses. */
import type { CheckState, ChildLine } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { BookOpen, FileText, PencilLine } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMay, useMe } from '../shell/me.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { asOffered, keepChoice, kindsOffered, lastChoice, type Choice } from './choice.js';
import { KindList, KindOptions } from './kind-list.js';
import { prepare } from './prepared-ahead.js';
import { usePreparedAhead } from './use-prepared-ahead.js';
import { canBeAsked, dueOrder } from './in-turn.js';
import { ToCheck } from './to-check.js';
import { useStart } from './use-start.js';
import { inOwnWords } from '../wording/say.js';

export function Component() {
  const me = useMe();
  const [params, setParams] = useSearchParams();
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const { data: open, error: noneOpen } = useData('checks');
  const { data: settings } = useData('settings');
  const orders = useOrders();
  const start = useStart();
  const [kept, setChoice] = useState<Choice>(lastChoice);
  const choice = useMemo(() => asOffered(kept, settings), [kept, settings]);
  const [late, setLate] = useState(false);
  /** The child whose check is being prepared: a spelling check takes a moment. */
  const [preparing, setPreparing] = useState<string | null>(null);
  const bringIn = useMay('import');
  const classId = params.get('class');
  const shown = useMemo(() => {
    const due = dueOrder((children ?? []).filter((c) => !classId || c.classId === classId));
    // whom there is nothing to ask in this way stands last
    return due.sort((a, b) => Number(canBeAsked(b, choice.kind)) - Number(canBeAsked(a, choice.kind)));
  }, [children, classId, choice.kind]);
  const chosen: Choice = useMemo(() => ({ ...choice, ...(late ? { late: 'memory' as const } : {}) }), [choice, late]);
  usePreparedAhead(
    chosen,
    shown.find((c) => canBeAsked(c, choice.kind)),
    orders,
  );
  const change = (next: Choice): void => {
    setChoice(next);
    keepChoice(next);
  };
  // what is under way stands above the children: who presses a name must not hit the one below it
  if (!children || !classes || !(open || noneOpen))
    return (
      <Page title="Check">
        <Pending error={error} what="the children" />
      </Page>
    );
  const sheets = (open ?? []).filter((c) => c.late === 'paper' && c.marked === 0);
  const underWay = (open ?? []).filter(
    (c) => c.by === me.colleague.id && !sheets.includes(c) && children.some((child) => child.id === c.child),
  );
  const ahead = (child: ChildLine): void => {
    if (orders && canBeAsked(child, choice.kind)) prepare(child, chosen, orders.taught(child.classId));
  };
  const begin = (child: ChildLine, quick = false): void => {
    setPreparing(child.id);
    void start(child, quick ? { ...chosen, quick } : chosen).finally(() => setPreparing(null));
  };
  return (
    <Page title="Check" lead="Choose what to find out, then start with a child. One key an answer; stop at any card and nothing is lost.">
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
          {sheets.length > 0 && (
            <p className="mb-4">
              <Link className="underline" to="/check/enter">
                {sheets.length} {sheets.length === 1 ? 'sheet waits' : 'sheets wait'} to be typed in
              </Link>
            </p>
          )}
          {underWay.length > 0 && <UnderWay checks={underWay} />}
          <div className="grid gap-x-7 gap-y-5 lg:grid-cols-[14.5rem_minmax(0,1fr)]">
            <div>
              <KindList kind={choice.kind} kinds={kindsOffered(settings)} onKind={(kind) => change({ ...choice, kind })} />
              <Link
                to={`/check/reading${classId ? `?class=${classId}` : ''}`}
                className="mt-4 flex items-center gap-2 rounded-m border border-rule bg-sheet px-3 py-2 font-semibold hover:border-ink"
              >
                <BookOpen size={17} aria-hidden /> Read a text
              </Link>
              <Link className="mt-3 inline-block text-sm text-ink-2 underline underline-offset-4" to="/bin">
                The bin
              </Link>
            </div>
            <div>
              <Chosen choice={choice} late={late} onLate={setLate} classId={classId}>
                <ClassPicker classes={classes} value={classId} onChange={(next) => setParams(next ? { class: next } : {})} />
                <KindOptions choice={choice} onChoice={change} />
              </Chosen>
              <ToCheck
                shown={shown}
                choice={choice}
                late={late}
                dueAfterDays={settings?.dueAfterDays}
                preparing={preparing}
                ahead={ahead}
                begin={begin}
              />
              {shown.some((c) => !canBeAsked(c, choice.kind)) && (
                <p className="mt-3 text-sm text-ink-2">
                  Children whose class has not been taught anything yet have no cards: Listening asks no letters.{' '}
                  <Link className="underline" to="/children/classes">
                    Set how far the class has been taught.
                  </Link>
                </p>
              )}
            </div>
          </div>
        </>
      )}
    </Page>
  );
}

/** Checks of one's own that were begun and not ended. */
function UnderWay({ checks }: { checks: readonly CheckState[] }) {
  return (
    <section className="mb-5" aria-labelledby="under-way">
      <h2 id="under-way" className="mb-2 text-lg">
        Under way
      </h2>
      <ul className="flex flex-wrap gap-3">
        {checks.map((check) => (
          <li key={check.id}>
            <Link className="btn btn-main" to={`/check/${check.id}`}>
              Carry on with {check.childName}{' '}
              <span className="font-normal opacity-85">
                {!checkKind(check.kind).byCard && `${inOwnWords(checkKind(check.kind).title)}, `}
                {check.quick ? `${check.marked} asked` : `${check.marked} of ${check.stack.length}`}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is to be found out: what it is, whether it is marked beside the child, from memory or on paper, and its choices. */
function Chosen({
  choice,
  late,
  onLate,
  classId,
  children,
}: {
  choice: Choice;
  late: boolean;
  onLate: (late: boolean) => void;
  classId: string | null;
  children: ReactNode;
}) {
  const info = checkKind(choice.kind);
  return (
    <div className="mb-3 border-b border-rule pb-3">
      <div className="flex flex-wrap items-start justify-between gap-x-4">
        <div>
          <h2 className="text-xl">{inOwnWords(info.title)}</h2>
          <p className="text-ink-2">{inOwnWords(info.how)}</p>
        </div>
        <span className="flex shrink-0 gap-2">
          <button
            className={`btn btn-small ${late ? 'btn-main' : ''}`}
            aria-pressed={late}
            onClick={() => onLate(!late)}
            title="Marks are kept as from memory and count for less"
          >
            <PencilLine size={15} aria-hidden /> From memory
          </button>
          <Link className="btn btn-small" to={`/check/paper?kind=${encodeURIComponent(choice.kind)}${classId ? `&class=${classId}` : ''}`}>
            <FileText size={15} aria-hidden /> On paper
          </Link>
        </span>
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-2">{children}</div>
      {late && (
        <p className="mt-2 text-sm text-ink-2">
          What you remember of a child is entered now and counts for less than what is marked beside the child.
        </p>
      )}
    </div>
  );
}
