/** One text of the shelf: as a child sees it, held against a class, a group or a child, and as it is changed. */
import type { LibraryText } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import type { WholeTextReport } from '@sapling/core/phonics';
import { parseTextFile } from '@sapling/core/reading';
import { ArrowLeft, BookOpen, FileText } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { FileButton } from '../ui/file-button.js';
import { Empty } from '../ui/page.js';
import { GraphemeChip, WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { useShelf } from './frame.js';
import { FileTrouble, readTextFile } from './open-file.js';
import { readersOf, type NamedReader } from './readers.js';
import { useCore } from '../workers/use-core.js';
import { NEW_TEXT, TextDetails, type TextDraft } from './text-details.js';
import { WordPanel } from './word-panel.js';

const LONGEST = 60_000;
const percent = (share: number): string => `${Math.floor(share * 100 + 1e-9)} %`;

interface DeskProps {
  readonly texts: readonly LibraryText[];
  /** The text opened; `new` for one that is typed or brought in. */
  readonly id: string;
  readonly onOpen: (id: string) => void;
  readonly onBack: () => void;
}

const VIEWS = { read: 'As a child sees it', report: 'What it needs', change: 'Change it' } as const;

export function TextDesk({ texts, id, onOpen, onBack }: DeskProps) {
  const { schoolClass, taught } = useShelf();
  const orders = useOrders();
  const { data: children } = useData('children');
  const { data: groups } = useData('groups');
  const { data: corrections } = useData('corrections');
  const [draft, setDraft] = useState<TextDraft | null>(null);
  const [readerId, setReaderId] = useState('class');
  const [open, setOpen] = useState<number | null>(null);
  const kept = texts.find((t) => t.id === id);
  const [view, setView] = useState<keyof typeof VIEWS>(kept ? 'read' : 'change');
  const now: TextDraft = draft ?? kept ?? NEW_TEXT;
  const shown = now.text;
  const changed = kept === undefined || draft !== null;
  const change = (part: Partial<TextDraft>): void => setDraft({ ...now, ...part });
  const readers = useMemo(
    () => readersOf(schoolClass, taught, children ?? [], groups ?? [], orders),
    [schoolClass, taught, children, groups, orders],
  );
  const asked = useCore(() => core().textReport(shown, readers), [shown, readers, corrections], 120);
  const report = asked.value;
  const reader = readers.find((r) => r.id === readerId) ?? readers[0]!;
  const own = report?.readers.find((r) => r.id === reader.id);
  const take = (file: File | undefined): void => {
    if (!file) return;
    readTextFile(file).then(
      (read) => {
        setView('change');
        if (read.length > LONGEST)
          toast(`Only the first ${LONGEST.toLocaleString('en')} letters of “${file.name}” are shown: the rest was left out.`);
        // a file with a header is a whole text; any other is its words
        if (/^\uFEFF?---\r?\n/.test(read)) {
          try {
            setDraft({ ...NEW_TEXT, ...parseTextFile(read) });
            return;
          } catch (error) {
            if (!isCoreError(error)) throw error;
            toast.error(`“${file.name}”: ${error.message} Its words are shown as they stand.`);
          }
        }
        setDraft({ ...NEW_TEXT, title: file.name.replace(/\.\w+$/, ''), text: read.slice(0, LONGEST) });
      },
      (error: unknown) =>
        toast.error(error instanceof FileTrouble ? error.message : `“${file.name}” could not be read. What was here is still here.`),
    );
  };
  if (!kept && id !== 'new' && draft?.id !== id)
    return (
      <Empty title="This text is not here any more">
        <button className="btn" onClick={onBack}>
          To the shelf
        </button>
      </Empty>
    );
  return (
    <div>
      <div className="no-print mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <button className="btn btn-small" onClick={onBack}>
          <ArrowLeft size={15} aria-hidden /> The shelf
        </button>
        <h2 className="text-2xl">{now.title || 'A text of our own'}</h2>
        <div role="tablist" aria-label="The text" className="ml-auto flex border-b border-rule">
          {(Object.keys(VIEWS) as (keyof typeof VIEWS)[]).map((key) => (
            <button
              key={key}
              role="tab"
              aria-selected={view === key}
              className={`border-b-[3px] px-3 py-1.5 font-semibold ${view === key ? 'border-pine text-ink' : 'border-transparent text-ink-2 hover:text-ink'}`}
              onClick={() => setView(key)}
            >
              {VIEWS[key]}
            </button>
          ))}
        </div>
      </div>
      {view === 'read' && <AsRead draft={now} />}
      {view !== 'read' && (
        <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_21rem]">
          <section aria-label="The text" className="min-w-0">
            <div className="no-print mb-3 flex flex-wrap items-center gap-3">
              {view === 'change' && (
                <FileButton label="A text file" accept=".txt,.md,.markdown,.docx,text/plain,text/markdown" onFile={take} />
              )}
              <label className="flex items-center gap-2">
                <span className="text-ink-2">read by</span>
                <select className="field !w-36" value={reader.id} onChange={(event) => setReaderId(event.target.value)}>
                  {(['class', 'group', 'child'] as const).map((kind) => {
                    const some = readers.filter((r) => r.kind === kind);
                    return some.length === 0 ? null : (
                      <optgroup key={kind} label={{ class: 'Class', group: 'Groups', child: 'Children' }[kind]}>
                        {some.map((r) => (
                          <option key={r.id} value={r.id}>
                            {r.name}
                          </option>
                        ))}
                      </optgroup>
                    );
                  })}
                </select>
              </label>
            </div>
            {view === 'change' && (
              <>
                <textarea
                  className="field no-print font-child text-lg leading-relaxed"
                  rows={7}
                  maxLength={LONGEST}
                  aria-label="Type or paste a text"
                  placeholder="Type or paste a text, or drop a file here."
                  value={shown}
                  onChange={(event) => change({ text: event.target.value })}
                  onDragOver={(event) => event.preventDefault()}
                  onDrop={(event) => {
                    if (event.dataTransfer.files.length === 0) return;
                    event.preventDefault();
                    take(event.dataTransfer.files[0]);
                  }}
                />
                <TextDetails
                  key={now.id}
                  draft={now}
                  changed={changed}
                  onChange={change}
                  onKept={(saved) => {
                    setDraft(saved);
                    onOpen(saved.id);
                  }}
                  onRemoved={onBack}
                />
              </>
            )}
            {asked.error && <p className="mt-3 border-l-4 border-gap py-1 pl-4">{asked.error}</p>}
            {report && own && report.words.length === 0 && <p className="mt-4 text-ink-2">There is no word in it yet.</p>}
            {report && own && report.words.length > 0 && (
              <>
                <p className="mt-4 mb-2 text-lg">
                  <span className="font-serif text-2xl font-semibold">{percent(own.share)}</span> of {report.words.length} words can be read
                  by {reader.name}
                  {own.sureShare < own.share - 0.005 && (
                    <>
                      , <span className="font-semibold">{percent(own.sureShare)}</span> without a pair that is still shaky
                    </>
                  )}
                  .
                </p>
                <Marked text={shown} report={report} reader={own} onOpen={setOpen} />
                <p className="mt-3 text-sm text-ink-2">
                  <span className={`${LOOK['not yet']} mr-1 font-child`}>wavy</span> uses a pair not taught yet ·{' '}
                  <span className={`${SHAKY} mx-1 font-child`}>dotted</span> uses one that is shaky here ·{' '}
                  <span className={`${LOOK['known whole']} mx-1 font-child`}>slanted</span> taught as a whole ·{' '}
                  <span className={`${LOOK.unread} mx-1 font-child`}>struck</span> the tool cannot read it. Press a word for its parts.
                </p>
                {reader.kind === 'class' && <ForEach report={report} readers={readers} onChoose={setReaderId} />}
              </>
            )}
          </section>
          {report && own && report.words.length > 0 && <Findings report={report} reader={own} onOpen={setOpen} />}
        </div>
      )}
      <WordPanel
        form={open === null ? null : (report?.forms[open] ?? null)}
        status={open === null ? undefined : own?.statuses[open]}
        missing={(open !== null && own?.missing[open]) || []}
        onClose={() => setOpen(null)}
      />
    </div>
  );
}

/** The text as it is handed to a child, with what the adult has beside it. */
function AsRead({ draft }: { draft: TextDraft }) {
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <article aria-label="As a child sees it" className="sheet px-8 py-6">
        <p className="mb-4 font-child text-2xl font-bold">{draft.title}</p>
        <div className="max-w-2xl font-child text-[1.45rem] leading-[1.8] whitespace-pre-line">{draft.text}</div>
      </article>
      <aside aria-label="For the adult">
        <p className="mb-5 flex flex-wrap gap-3">
          <Link className="btn btn-main" to={`/check/reading?text=${draft.id}`}>
            <BookOpen size={16} aria-hidden /> Read it with a child
          </Link>
          <Link className="btn" to={`/reading/print?text=${draft.id}`}>
            <FileText size={16} aria-hidden /> Print it
          </Link>
        </p>
        {draft.measured && (
          <p className="mb-4 border-l-4 border-rule pl-3 text-sm text-ink-2">
            For timing: texts of band {draft.measured} are alike in length and difficulty, so their minutes can be compared.
          </p>
        )}
        {draft.explain.length > 0 && (
          <section aria-label="Explain first" className="mb-5">
            <h3 className="mb-1 text-lg">Explain first</h3>
            <dl>
              {draft.explain.map((e) => (
                <div key={e.word} className="mb-1">
                  <dt className="inline font-child text-lg">{e.word}</dt>
                  <dd className="inline text-ink-2">: {e.meaning}</dd>
                </div>
              ))}
            </dl>
          </section>
        )}
        {draft.questions.length > 0 && (
          <section aria-label="Questions">
            <h3 className="mb-1 text-lg">Ask afterwards</h3>
            <ol className="list-decimal pl-5">
              {draft.questions.map((q) => (
                <li key={q.ask} className="mb-2.5">
                  {q.ask}
                  <span className="block text-sm text-ink-2">
                    {q.answer}
                    {q.place && !q.answer.includes(q.place) && (
                      <>
                        {' '}
                        <span className="whitespace-nowrap">(“{q.place}”)</span>
                      </>
                    )}
                  </span>
                </li>
              ))}
            </ol>
          </section>
        )}
      </aside>
    </div>
  );
}

type ReaderReport = WholeTextReport['readers'][number];
const LOOK: Record<ReaderReport['statuses'][number], string> = {
  decodable: '',
  'known whole': 'italic',
  reachable: '',
  'not yet': 'text-gap underline decoration-wavy decoration-1 underline-offset-[5px]',
  unread: 'text-ink-2 line-through',
};
const SHAKY = 'underline decoration-wobbly decoration-dotted decoration-2 underline-offset-[5px]';

function Marked({
  text,
  report,
  reader,
  onOpen,
}: {
  text: string;
  report: WholeTextReport;
  reader: ReaderReport;
  onOpen: (form: number) => void;
}) {
  const parts: React.ReactNode[] = [];
  let at = 0;
  // while a changed text is being analysed, the old report would not fit it
  if (report.words.some((w) => text.slice(w.at, w.at + w.text.length) !== w.text)) return null;
  report.words.forEach((word, k) => {
    const status = reader.statuses[word.form]!;
    const shaky = reader.unsure[word.form]!.length > 0;
    parts.push(text.slice(at, word.at));
    parts.push(
      <button
        key={k}
        onClick={() => onOpen(word.form)}
        className={`rounded-s hover:bg-leaf-wash ${word.text.length < 3 ? 'mx-[-0.05rem] inline-block min-w-6 text-center' : ''} ${LOOK[status] || (shaky ? SHAKY : '')}`}
      >
        {word.text}
        {status === 'not yet' && <span className="sr-only"> (not yet: {reader.missing[word.form]!.join(', ')})</span>}
      </button>,
    );
    at = word.at + word.text.length;
  });
  parts.push(text.slice(at));
  return <div className="sheet px-6 py-4 font-child text-xl leading-[2] whitespace-pre-wrap">{parts}</div>;
}

/** All children of the class at once, who can read least of it first. */
function ForEach({
  report,
  readers,
  onChoose,
}: {
  report: WholeTextReport;
  readers: readonly NamedReader[];
  onChoose: (id: string) => void;
}) {
  const rows = readers
    .filter((r) => r.kind === 'child')
    .map((r) => ({ ...r, report: report.readers.find((x) => x.id === r.id)! }))
    .filter((r) => r.report)
    .sort((a, b) => a.report.sureShare - b.report.sureShare);
  if (rows.length === 0) return null;
  return (
    <section aria-label="For each child" className="mt-8">
      <h2 className="mb-1 text-lg">For each child</h2>
      <p className="mb-2 text-ink-2">The bar is what they can surely read; what follows it leans on a pair that is shaky for them.</p>
      <ul className="sheet ruled">
        {rows.map((r) => {
          const shaky = [...new Set(r.report.unsure.flat())];
          return (
            <li key={r.id}>
              <button className="flex w-full items-center gap-4 px-4 py-1.5 text-left hover:bg-leaf-wash/50" onClick={() => onChoose(r.id)}>
                <span className="w-40 shrink-0 truncate font-semibold">{r.name}</span>
                <span className="flex h-3 w-44 shrink-0 border border-rule" aria-hidden>
                  <span className="bg-pine" style={{ width: `${r.report.sureShare * 100}%` }} />
                  <span className="bg-wobbly-wash" style={{ width: `${(r.report.share - r.report.sureShare) * 100}%` }} />
                </span>
                <span className="w-14 shrink-0 text-right">{percent(r.report.sureShare)}</span>
                <span className="flex min-w-0 flex-wrap gap-1 text-sm">
                  {shaky.slice(0, 4).map((gpc) => (
                    <GraphemeChip key={gpc} gpc={gpc} />
                  ))}
                  {shaky.length > 4 && <span className="text-ink-2">+{shaky.length - 4}</span>}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Findings({ report, reader, onOpen }: { report: WholeTextReport; reader: ReaderReport; onOpen: (form: number) => void }) {
  const forms = report.forms.map((form, k) => ({ form, k, status: reader.statuses[k]! }));
  const words = (list: typeof forms, most = 14): React.ReactNode => (
    <p className="flex flex-wrap gap-x-3 gap-y-1">
      {list.slice(0, most).map(({ form, k }) => (
        <button key={k} className="rounded-s font-child text-lg hover:bg-leaf-wash" onClick={() => onOpen(k)}>
          {form.shown}
        </button>
      ))}
      {list.length > most && <span className="self-end text-sm text-ink-2">and {list.length - most} more</span>}
    </p>
  );
  const explain = forms.filter(({ form }) => form.explain).sort((a, b) => a.form.perMillion - b.form.perMillion);
  const odd = forms.filter(({ form, status }) => form.odd.length > 0 || status === 'known whole');
  const clustered = forms.filter(({ form }) => form.clusters.length > 0);
  const long = forms.filter(({ form }) => form.syllables.length > 1);
  const endings = forms.filter(({ form }) => form.parts);
  return (
    <aside aria-label="What is in the text" className="content-start">
      <h2 className="mb-1 text-lg">Missing, most useful first</h2>
      {reader.ranked.length === 0 ? (
        <p className="mb-5 text-ink-2">Nothing: every pair in it has been taught.</p>
      ) : (
        <ol className="ruled mb-5 border-y border-rule-2">
          {reader.ranked.slice(0, 7).map((m) => (
            <li key={m.gpc} className="flex items-baseline gap-3 py-1.5">
              <GraphemeChip gpc={m.gpc} sound className="shrink-0" />
              <span className="min-w-0 text-sm text-ink-2">
                <span className="font-semibold text-ink">{m.opens > 0 ? `opens ${m.opens}` : 'opens none alone'}</span>
                {m.touches > m.opens && `, in ${m.touches}`}: <span className="font-child">{m.examples.slice(0, 3).join(', ')}</span>
              </span>
            </li>
          ))}
        </ol>
      )}
      {explain.length > 0 && <Finding title="Explain first">{words(explain, 10)}</Finding>}
      {odd.length > 0 && (
        <Finding title="Irregular words">
          <p className="flex flex-wrap gap-x-4 gap-y-2">
            {odd.slice(0, 10).map(({ form, k }) => (
              <button key={k} className="rounded-s hover:bg-leaf-wash" onClick={() => onOpen(k)} aria-label={form.shown}>
                <WordMarks word={form.spelling} units={form.units} odd={form.odd} className="text-xl" />
              </button>
            ))}
          </p>
        </Finding>
      )}
      {clustered.length > 0 && <Finding title="With clusters">{words(clustered, 10)}</Finding>}
      {long.length > 0 && (
        <Finding title="Longer words">
          <p className="flex flex-wrap gap-x-4 gap-y-1">
            {long
              .sort((a, b) => b.form.syllables.length - a.form.syllables.length)
              .slice(0, 10)
              .map(({ form, k }) => (
                <button key={k} className="rounded-s font-child text-lg hover:bg-leaf-wash" onClick={() => onOpen(k)}>
                  {form.syllables.join(' · ')}
                </button>
              ))}
          </p>
        </Finding>
      )}
      {endings.length > 0 && (
        <Finding title="Base and ending">
          <p className="flex flex-wrap gap-x-4 gap-y-1 text-ink-2">
            {endings.slice(0, 10).map(({ form, k }) => (
              <button key={k} className="rounded-s hover:bg-leaf-wash" onClick={() => onOpen(k)}>
                <span className="font-child text-lg text-ink">{form.parts!.base}</span> + {form.parts!.ending}
              </button>
            ))}
          </p>
        </Finding>
      )}
    </aside>
  );
}

function Finding({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} className="mb-5">
      <h3 className="mb-0.5 text-sm font-semibold text-ink-2">{title}</h3>
      {children}
    </section>
  );
}
