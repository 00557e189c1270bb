/** One text of the shelf: as a child sees it, held against a class, a group or a child, and as it is changed. */
import type { LibraryText } from '@sapling/contract';
import { isCoreError } from '@sapling/core';
import type { WholeTextReport, WordForm } from '@sapling/core/phonics';
import { parseTextFile } from '@sapling/core/reading';
import { ArrowLeft } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { FileButton } from '../ui/file-button.js';
import { Empty } from '../ui/page.js';
import { core } from '../workers/core.js';
import { useOpened, useShelf } from './frame.js';
import { FileTrouble, readTextFile } from './open-file.js';
import { readersOf, type NamedReader } from './readers.js';
import { useCore, type Asked } from '../workers/use-core.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { AsRead } from './text-as-read.js';
import { TextDetails } from './text-details.js';
import { NEW_TEXT, type TextDraft } from './text-draft.js';
import { Findings, Judged } from './text-report.js';
import { WordPanel } from './word-panel.js';

const LONGEST = 60_000;

interface DeskProps {
  readonly texts: readonly LibraryText[];
  /** The text opened; `new` for one that is typed or brought in. */
  readonly id: string;
  /** How it is looked at first, where that is said. */
  readonly first?: View | undefined;
  readonly onOpen: (id: string, view: View) => void;
  readonly onBack: () => void;
}

const VIEWS = { read: 'As a child sees it', report: 'What it needs', change: 'Change it' } as const;
export type View = keyof typeof VIEWS;

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function TextDesk({ texts, id, first, onOpen, onBack }: DeskProps) {
  const { schoolClass, taught } = useShelf();
  const orders = useOrders();
  const { data: children } = useData('children');
  const { data: groups } = useData('groups');
  const { data: corrections } = useData('corrections');
  const [draft, setDraft] = useState<TextDraft | null>(null);
  const [readerId, setReaderId] = useState('class');
  const [open, setOpen] = useState<WordForm | null>(null);
  const kept = texts.find((t) => t.id === id);
  const [view, setView] = useState<View>(first ?? (kept ? 'read' : 'change'));
  const now: TextDraft = draft ?? kept ?? NEW_TEXT;
  const title = now.title || 'A text of our own';
  useOpened(title);
  const settled = useUnsaved(draft !== null, say(`the text “${title}”`), 'text');
  const shown = now.text;
  const changed = kept === undefined || draft !== null;
  const change = (part: Partial<TextDraft>): void => setDraft({ ...now, ...part });
  const readers = useMemo(
    () => readersOf(schoolClass, taught, children ?? [], groups ?? [], orders),
    [schoolClass, taught, children, groups, orders],
  );
  const asked = useCore(() => core().textReport(shown, readers), [shown, readers, corrections], null, 120);
  const report = asked.value;
  const reader = readers.find((r) => r.id === readerId) ?? readers[0]!;
  const own = report?.readers.find((r) => r.id === reader.id);
  // the word that lies open stays so while the text is looked through again, and where it cannot be
  const at = open ? (report?.forms.findIndex((form) => form.spelling === open.spelling) ?? -1) : -1;
  const openAt = (form: number): void => setOpen(report?.forms[form] ?? null);
  const take = (file: File | undefined): void => {
    if (file)
      void draftOf(file).then((read) => {
        if (!read) return;
        setView('change');
        setDraft(read);
      });
  };
  if (!kept && id !== 'new')
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
        <h2 className="text-2xl">{title}</h2>
        <Tabs view={view} onView={setView} />
      </div>
      {view === 'read' && <AsRead draft={now} />}
      {view !== 'read' && (
        <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[1fr_21rem]">
          <section aria-label="The text" className="min-w-0">
            <div className="no-print mb-3 flex flex-wrap items-center gap-3">
              {view === 'change' && (
                <FileButton label="A text file" accept=".txt,.md,.markdown,.docx,text/plain,text/markdown" onFile={take} />
              )}
              <ReadBy readers={readers} reader={reader} onReader={setReaderId} />
            </div>
            {view === 'change' && (
              <>
                <Words text={shown} onText={(text) => change({ text })} onFile={take} />
                <TextDetails
                  key={now.id}
                  draft={now}
                  changed={changed}
                  onChange={change}
                  onKept={(saved) => {
                    settled();
                    setDraft(null);
                    onOpen(saved.id, 'change');
                  }}
                  onRemoved={() => {
                    settled();
                    onBack();
                  }}
                />
              </>
            )}
            <Report {...{ asked, reader, own, readers }} text={shown} onReader={setReaderId} onOpen={openAt} />
          </section>
          {report && own && report.words.length > 0 && <Findings report={report} reader={own} onOpen={openAt} />}
        </div>
      )}
      <WordPanel
        form={report?.forms[at] ?? open}
        status={own?.statuses[at]}
        missing={own?.missing[at] ?? []}
        onClose={() => setOpen(null)}
      />
    </div>
  );
}

/** What a file makes of a new text: one with a header is a whole text, any other is its words. Nothing where it could not be read, which is said. */
async function draftOf(file: File): Promise<TextDraft | null> {
  let read: string;
  try {
    read = await readTextFile(file);
  } catch (error) {
    toast.error(error instanceof FileTrouble ? error.message : `“${file.name}” could not be read. What was here is still here.`);
    return null;
  }
  if (read.length > LONGEST)
    toast(`Only the first ${LONGEST.toLocaleString('en')} letters of “${file.name}” are shown: the rest was left out.`);
  if (/^\uFEFF?---\r?\n/.test(read)) {
    try {
      return { ...NEW_TEXT, ...parseTextFile(read) };
    } catch (error) {
      if (!isCoreError(error)) throw error;
      toast.error(`“${file.name}”: ${error.message} Its words are shown as they stand.`);
    }
  }
  return { ...NEW_TEXT, title: file.name.replace(/\.\w+$/, ''), text: read.slice(0, LONGEST) };
}

function Tabs({ view, onView }: { view: View; onView: (view: View) => void }) {
  return (
    <div role="tablist" aria-label="The text" className="ml-auto flex border-b border-rule">
      {(Object.keys(VIEWS) as View[]).map((key) => (
        <button
          key={key}
          role="tab"
          aria-selected={view === key}
          className={`border-b-[3px] px-3 py-1.5 font-semibold ${view === key ? 'border-pine text-ink' : 'border-transparent text-ink-2 hover:text-ink'}`}
          onClick={() => onView(key)}
        >
          {VIEWS[key]}
        </button>
      ))}
    </div>
  );
}

interface ReadByProps {
  readers: readonly NamedReader[];
  reader: NamedReader;
  onReader: (id: string) => void;
}
/** Whom the text is held against. */
function ReadBy({ readers, reader, onReader }: ReadByProps) {
  return (
    <label className="flex items-center gap-2">
      <span className="text-ink-2">read by</span>
      <select className="field !w-36" value={reader.id} onChange={(event) => onReader(event.target.value)}>
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
  );
}

function Words({ text, onText, onFile }: { text: string; onText: (text: string) => void; onFile: (file: File | undefined) => void }) {
  return (
    <textarea
      className="field no-print font-child text-lg leading-relaxed"
      rows={7}
      maxLength={LONGEST}
      aria-label="Type or paste a text"
      placeholder="Type or paste a text, or drop a file here."
      value={text}
      onChange={(event) => onText(event.target.value)}
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        if (event.dataTransfer.files.length === 0) return;
        event.preventDefault();
        onFile(event.dataTransfer.files[0]);
      }}
    />
  );
}

interface ReportProps {
  asked: Asked<WholeTextReport>;
  text: string;
  reader: NamedReader;
  own: WholeTextReport['readers'][number] | undefined;
  readers: readonly NamedReader[];
  onReader: (id: string) => void;
  onOpen: (form: number) => void;
}
/** What the text needs of the reader, or why that is not known. */
function Report({ asked, text, reader, own, readers, onReader, onOpen }: ReportProps) {
  if (asked.error) return <p className="mt-3 border-l-4 border-gap py-1 pl-4">{asked.error}</p>;
  const report = asked.value;
  if (!report || !own) return null;
  if (report.words.length === 0) return <p className="mt-4 text-ink-2">There is no word in it yet.</p>;
  return <Judged {...{ report, reader, own, readers, text, onReader, onOpen }} />;
}
