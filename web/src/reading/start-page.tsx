/** Read a text: a child, the text that would tell most of them, and start. */
import { type ChildLine, fullName, type LibraryText, type ReadingSummary } from '@sapling/contract';
import { FileText, LibraryBig } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { toast } from 'sonner';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useMe } from '../shell/me.js';
import { ShelfDialog } from '../library/shelf-dialog.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { percent } from './figures.js';
import { cardWords, fitWords, tooHard } from './fit-words.js';
import { useFits } from './use-fits.js';
import { startReading } from './use-reading.js';
import { agoWords } from '../ui/dates.js';
import { useGoOn } from '../shell/go-on.js';

export function Component() {
  const [params, setParams] = useSearchParams();
  const { data: children, error } = useData('children');
  const { data: classes } = useData('classes');
  const { data: texts } = useData('texts');
  const { data: readings, error: noReadings } = useData('readings', { query: { latest: 4 } });
  const me = useMe();
  const classId = params.get('class');
  const childId = params.get('child');
  const child = children?.find((c) => c.id === childId) ?? null;
  const last = useMemo(() => {
    const out = new Map<string, ReadingSummary>();
    for (const r of readings ?? []) if (r.done && !out.has(r.child)) out.set(r.child, r);
    return out;
  }, [readings]);
  // who read when says in which order they stand, and what is under way stands above them: nobody moves under a finger
  if (!children || !classes || !texts || !(readings || noReadings))
    return (
      <Page title="Read a text">
        <Pending error={error} what="the children" />
      </Page>
    );
  const open = (readings ?? []).filter((r) => !r.done && r.by === me.colleague.id && r.markings > 0);
  const shown = children
    .filter((c) => !classId || c.classId === classId)
    .sort((a, b) => ((last.get(a.id)?.at ?? '') < (last.get(b.id)?.at ?? '') ? -1 : 1));
  const to = (next: Record<string, string | null>): void => {
    const all = new URLSearchParams(params);
    for (const [key, value] of Object.entries(next)) {
      if (value) all.set(key, value);
      else all.delete(key);
    }
    setParams(all);
  };
  return (
    <Page
      title="Read a text"
      lead="A text of which the child likely reads nineteen words of twenty, so that every error tells something. Timed with one key; a word is marked with one more."
    >
      {children.length === 0 ? (
        <Empty title="No children yet">Bring in a class list, or ask the lead to share a class with you.</Empty>
      ) : child ? (
        <ChooseText
          key={child.id}
          child={child}
          texts={texts}
          newest={(readings ?? []).filter((r) => r.child === child.id)}
          wanted={params.get('text')}
          onBack={() => to({ child: null, text: null })}
        />
      ) : (
        <>
          {open.length > 0 && (
            <ul aria-label="Under way" className="mb-5 flex flex-wrap gap-3">
              {open.map((r) => (
                <li key={r.id}>
                  <Link className="btn btn-main" to={`/reading/${r.id}`}>
                    Carry on with {children.find((c) => c.id === r.child)?.givenName ?? 'a child'}
                    <span className="font-normal opacity-85">{r.title}</span>
                  </Link>
                </li>
              ))}
            </ul>
          )}
          <div className="mb-3 flex flex-wrap items-center gap-5">
            <ClassPicker classes={classes} value={classId} onChange={(next) => to({ class: next })} />
            <Link className="underline" to="/check">
              Other checks
            </Link>
          </div>
          <ul className="sheet ruled">
            {shown.map((c) => {
              const name = fullName(c);
              const before = last.get(c.id);
              return (
                <li key={c.id} className="flex items-center gap-4 px-4 py-1.5">
                  <Link
                    className="w-44 shrink-0 truncate font-semibold underline-offset-4 hover:underline"
                    to={`/children/${c.id}/readings`}
                  >
                    {name}
                  </Link>
                  <span className="min-w-0 flex-1 truncate text-sm text-ink-2">
                    {before ? (
                      <>
                        {before.title}, {agoWords(before.at)}: {percent(before.score.accuracy)} read right
                        {before.score.wcpm !== null && `, ${Math.round(before.score.wcpm)} a minute`}
                      </>
                    ) : (
                      'has not read to anybody yet'
                    )}
                  </span>
                  <button
                    className="btn btn-small"
                    disabled={c.line.length === 0}
                    onClick={() => to({ child: c.id })}
                    aria-label={`Choose a text for ${name}`}
                  >
                    Choose a text
                  </button>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </Page>
  );
}

function ChooseText({
  child,
  texts,
  newest,
  wanted,
  onBack,
}: {
  child: ChildLine;
  texts: readonly LibraryText[];
  /** The child's newest readings: what is known of them where the whole list cannot be had. */
  newest: readonly ReadingSummary[];
  wanted: string | null;
  onBack: () => void;
}) {
  const orders = useOrders();
  const me = useMe();
  const goOn = useGoOn();
  const [chosen, setChosen] = useState<string | null>(wanted);
  const [shelf, setShelf] = useState(false);
  const { fits, error } = useFits(child, texts, newest, orders?.taught(child.classId), orders?.order(child.classId)?.id);
  const now = fits.find((f) => f.id === chosen) ?? fits[0];
  const start = (paper: boolean): void => {
    if (!now) return;
    startReading({ id: child.id, name: fullName(child) }, now.text, me.colleague.id, paper).then(
      (id) => void goOn(`/reading/${id}`),
      () => toast.error('This device has no room left to keep marks, so the reading was not begun.'),
    );
  };
  return (
    <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[24rem_minmax(0,1fr)]">
      <section aria-label="Texts">
        <p className="mb-2 flex items-center gap-3">
          <button className="btn btn-small" onClick={onBack}>
            Another child
          </button>
          <span className="font-semibold">
            {child.givenName} {child.familyName}
          </span>
          <button className="btn btn-small ml-auto" onClick={() => setShelf(true)}>
            <LibraryBig size={15} aria-hidden /> The shelf
          </button>
        </p>
        {shelf && (
          <ShelfDialog
            open
            onClose={() => setShelf(false)}
            lead={`How much ${child.givenName} likely reads of each stands on its card.`}
            classId={child.classId}
            start={{ steps: 'taught' }}
            onChoose={(text) => setChosen(text.id)}
            beside={(text) => {
              const fit = fits.find((f) => f.id === text.id);
              return fit && <span className={`text-sm ${tooHard(fit) ? 'text-gap' : 'text-ink-2'}`}>{cardWords(fit)}</span>;
            }}
          />
        )}
        {fits.length === 0 ? (
          <p role="status" className="text-ink-2">
            {error ?? 'Holding the texts against what was taught…'}
          </p>
        ) : (
          <ul className="sheet ruled max-h-[33rem] overflow-y-auto">
            {fits.map((f) => (
              <li key={f.id}>
                <button
                  aria-pressed={f.id === now?.id}
                  className={`flex w-full items-baseline gap-3 px-3 py-1.5 text-left ${f.id === now?.id ? 'bg-leaf-wash' : 'hover:bg-leaf-wash/50'}`}
                  onClick={() => setChosen(f.id)}
                >
                  <span className="min-w-0 flex-1 truncate">
                    <span className="font-semibold">{f.text.title}</span> <span className="text-sm text-ink-2">{f.text.kind}</span>
                  </span>
                  {f.read > 0 && <span className="shrink-0 text-sm text-ink-2">read {f.read === 1 ? 'once' : `${f.read} times`}</span>}
                  <span className={`w-14 shrink-0 text-right text-sm ${tooHard(f) ? 'text-gap' : ''}`}>{percent(f.likelyShare)}</span>
                </button>
              </li>
            ))}
          </ul>
        )}
      </section>
      {now && (
        <section aria-label="The text chosen">
          <h2 className="mb-1 text-2xl">{now.text.title}</h2>
          <p className="mb-3 text-ink-2">{fitWords(child.givenName, now, now === fits[0])}</p>
          <div className="mb-4 flex flex-wrap gap-3">
            <button className="btn btn-main min-h-12 !text-lg" onClick={() => start(false)} autoFocus>
              {child.givenName} reads this now
            </button>
            <button className="btn min-h-12" onClick={() => start(true)}>
              Type in from paper
            </button>
            <Link className="btn min-h-12" to={`/reading/print?text=${now.text.id}`}>
              <FileText size={16} aria-hidden /> Print it
            </Link>
          </div>
          <div className="sheet px-6 py-4 font-child text-lg leading-relaxed whitespace-pre-line">{now.text.text}</div>
          {now.text.explain.length > 0 && (
            <p className="mt-3 text-sm text-ink-2">
              Explain first:{' '}
              {now.text.explain.map((e, k) => (
                <span key={e.word}>
                  {k > 0 && '; '}
                  <span className="font-semibold text-ink">{e.word}</span>, {e.meaning}
                </span>
              ))}
              .
            </p>
          )}
        </section>
      )}
    </div>
  );
}
