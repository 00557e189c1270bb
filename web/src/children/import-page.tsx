/** Bringing in a class list: choose or drop, map, preview every row, confirm, undo. */
import { ListTrouble, readListFile } from './list-file.js';
import { FileUp } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { Trouble } from '../ui/form.js';
import { Page } from '../ui/page.js';
import { dateOrder, familyFirst, readLines, recognise, type DateOrder, type Mapping } from './columns.js';
import { ImportColumns } from './import-columns.js';
import { importRows, ImportRows, type ImportRow, type Preview } from './import-rows.js';
import { todayDay } from '../clock.js';
import { ReadChildFile } from './child-file.js';
import { PastImports, undoImport } from './past-imports.js';
import { useGoOn } from '../shell/go-on.js';

interface File_ {
  name: string;
  header: string[];
  lines: string[][];
  skipped: number;
}
export function Component() {
  const goOn = useGoOn();
  const [file, setFile] = useState<File_ | null>(null);
  const [mapping, setMapping] = useState<Mapping>({});
  const [className, setClassName] = useState('');
  const [dates, setDates] = useState<DateOrder>('day first');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const importId = useRef(uuidv7());

  const take = (chosen: File | undefined): void => {
    setTrouble(null);
    if (!chosen) return;
    readListFile(chosen).then(
      ({ header, lines, skipped }) => {
        importId.current = uuidv7();
        setFile({ name: chosen.name, header: [...header], lines: [...lines], skipped });
        setDates('day first');
        setMapping(recognise([...header]));
        setOut(new Set());
      },
      (error: unknown) =>
        setTrouble(error instanceof ListTrouble ? error.message : `“${chosen.name}” could not be read. Nothing was kept of it.`),
    );
  };

  const bornAt = mapping.dateOfBirth;
  const told = file && bornAt !== undefined ? dateOrder(file.lines.map((l) => l[bornAt] ?? '')) : 'day first';
  const lines = useMemo(
    () =>
      file
        ? readLines(file.lines, mapping, {
            className,
            above: file.skipped + 1,
            familyFirst: familyFirst(file.header[mapping.fullName ?? -1] ?? ''),
            dates: told ?? dates,
            today: todayDay(),
          })
        : [],
    [file, mapping, className, told, dates],
  );
  useEffect(() => {
    if (!file) return;
    let gone = false;
    const rows = lines.flatMap((l) => (l.value && !out.has(l.row) ? [l.value] : []));
    const timer = setTimeout(() => {
      call('previewImport', { body: { rows } }).then(
        (found) => !gone && (setPreview(found), setTrouble(null)),
        (error: unknown) => !gone && setTrouble(sentenceOf(error)),
      );
    }, 200);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [file, lines, out]);

  if (!file)
    return (
      <Page
        title="Bring in a class list"
        lead="A file from your school’s own system, as CSV or Excel. First names and a class are enough; the school’s own number helps to match children next year."
      >
        <div className="grid max-w-3xl gap-6">
          <Trouble>{trouble}</Trouble>
          <DropFile onFile={take} />
          <ReadChildFile />
          <PastImports />
        </div>
      </Page>
    );

  const rows = importRows(lines, preview, out);
  const leaveOut = (those: readonly ImportRow[]): void => setOut((now) => new Set([...now, ...those.map((r) => r.row)]));
  const toggle = (row: number): void =>
    setOut((now) => {
      const next = new Set(now);
      if (!next.delete(row)) next.add(row);
      return next;
    });
  const write = async (): Promise<void> => {
    setBusy(true);
    try {
      const record = await call('runImport', {
        body: { id: importId.current, fileName: file.name, rows: rows.flatMap((r) => (r.value && !r.left ? [r.value] : [])) },
      });
      await refresh('children', 'classes');
      toast.success(
        `${record.added} ${record.added === 1 ? 'child' : 'children'} added${record.moved > 0 ? `, ${record.moved} moved` : ''}.`,
        {
          duration: 15_000,
          action: { label: 'Undo', onClick: () => void undoImport(record.id) },
        },
      );
      await goOn('/children/classes');
    } catch (error) {
      setTrouble(sentenceOf(error));
      setBusy(false);
    }
  };
  const noName = mapping.givenName === undefined && mapping.fullName === undefined;
  return (
    <Page
      title="Bring in a class list"
      lead={`${file.name}: ${file.lines.length} rows${file.skipped > 0 ? `, after ${file.skipped === 1 ? 'a line' : `${file.skipped} lines`} above the header that ${file.skipped === 1 ? 'is' : 'are'} passed over` : ''}. Nothing is written until you confirm.`}
      actions={
        <button className="btn" onClick={() => setFile(null)}>
          Another file
        </button>
      }
    >
      <div className="mb-5 grid gap-4">
        <Trouble>{trouble}</Trouble>
        <ImportColumns
          {...{ mapping, dates, className }}
          header={file.header}
          onMapping={setMapping}
          datesOpen={told === null}
          onDates={setDates}
          onClassName={setClassName}
        />
      </div>
      <Sum
        {...{ rows, preview }}
        outside={out.size}
        ready={!busy && !noName && preview !== null}
        onLeaveOut={leaveOut}
        onWrite={() => void write()}
      />
      {noName && <Trouble>Choose which column holds the names.</Trouble>}
      <ImportRows rows={rows} onTurn={toggle} />
      <p className="mt-4 text-sm">
        <Link className="underline" to="/children">
          Leave without bringing anything in
        </Link>
      </p>
    </Page>
  );
}

function DropFile({ onFile }: { onFile: (file: File | undefined) => void }) {
  const [over, setOver] = useState(false);
  return (
    <label
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        onFile(event.dataTransfer.files[0]);
      }}
      className={`grid place-items-center gap-3 rounded-m border-2 border-dashed px-6 py-14 text-center has-focus-visible:outline-3 has-focus-visible:outline-offset-2 has-focus-visible:outline-focus ${over ? 'border-pine bg-leaf-wash' : 'border-[#93a09a] bg-sheet'}`}
    >
      <FileUp size={30} aria-hidden strokeWidth={1.5} />
      <span className="text-lg font-semibold">Drop the file here, or press to choose it</span>
      <span className="text-ink-2">
        A OneRoster export can stay in its ZIP. Every row is shown before anything is written, and it can be undone.
      </span>
      <input
        type="file"
        accept=".csv,.tsv,.txt,text/csv,.zip,.xlsx"
        className="sr-only"
        aria-label="Class list as CSV"
        onChange={(event) => onFile(event.target.files?.[0])}
      />
    </label>
  );
}

interface SumProps {
  rows: readonly ImportRow[];
  preview: Preview | null;
  /** How many rows are left out. */
  outside: number;
  ready: boolean;
  onLeaveOut: (rows: readonly ImportRow[]) => void;
  onWrite: () => void;
}
/** What the rows come to, and the press that writes them. */
function Sum({ rows, preview, outside, ready, onLeaveOut, onWrite }: SumProps) {
  const bad = rows.filter((r) => r.action === 'bad' && !r.left);
  const count = (action: 'add' | 'match' | 'move'): number => rows.filter((r) => !r.left && r.action === action).length;
  const fresh = count('add') + count('move');
  return (
    <div className="sticky top-0 z-10 mb-3 flex flex-wrap items-center gap-4 border-y border-rule bg-paper py-3">
      <p role="status">
        <span className="font-semibold">{count('add')} new</span>, {count('match')} already here
        {count('move') > 0 && `, ${count('move')} move class`}
        {bad.length > 0 && (
          <span className="font-semibold text-gap">
            , {bad.length} {bad.length === 1 ? 'row does' : 'rows do'} not fit
          </span>
        )}
        {outside > 0 && `, ${outside} left out`}
        {preview && preview.newClasses.length > 0 && `. New classes: ${preview.newClasses.join(', ')}`}
      </p>
      {bad.length > 0 && (
        <button className="btn btn-small" onClick={() => onLeaveOut(bad)}>
          Leave out {bad.length === 1 ? 'the row that does not fit' : `all ${bad.length} that do not fit`}
        </button>
      )}
      <button className="btn btn-main ml-auto" disabled={!ready || bad.length > 0 || fresh === 0} onClick={onWrite}>
        {fresh === 0 ? 'Nothing to bring in' : `Bring in ${fresh}`}
      </button>
    </div>
  );
}
