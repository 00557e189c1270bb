/** Bringing in a class list: choose or drop, map, preview every row, confirm, undo. */
import { ListTrouble, readListFile } from './list-file.js';
import { FileUp } from 'lucide-react';
import { useMemo, useRef, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { Trouble } from '../ui/form.js';
import { Page } from '../ui/page.js';
import { dateOrder, familyFirst, readLines, recognise, type DateOrder, type Mapping } from './columns.js';
import { ImportColumns } from './import-columns.js';
import { importRows, ImportRows, type ImportRow } from './import-rows.js';
import { broughtIn, ImportSum } from './import-sum.js';
import { todayDay } from '../clock.js';
import { ReadChildFile } from './child-file.js';
import { usePreview } from './use-preview.js';
import { PastImports, undoImport } from './past-imports.js';
import { useGoOn } from '../shell/go-on.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';

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
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  /** By row: whether it is the child who is here or was. */
  const [same, setSame] = useState<ReadonlyMap<number, boolean>>(new Map());
  const [names, setNames] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const importId = useRef(uuidv7());
  const settled = useUnsaved(file !== null, say('the class list'));

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
        setSame(new Map());
        setNames(false);
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
  const asked = useMemo(
    () => ({ rows: lines.flatMap((l) => (l.value && !out.has(l.row) ? [{ ...l.value, same: same.get(l.row) }] : [])), names }),
    [lines, out, same, names],
  );
  const { preview, upToDate, trouble: unlooked, again } = usePreview(file, asked);

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

  const rows = importRows(lines, preview, { out, same });
  const leaveOut = (those: readonly ImportRow[]): void => setOut((now) => new Set([...now, ...those.map((r) => r.row)]));
  const toggle = (row: number): void =>
    setOut((now) => {
      const next = new Set(now);
      if (!next.delete(row)) next.add(row);
      return next;
    });
  const write = async (): Promise<void> => {
    setBusy(true);
    setTrouble(null);
    try {
      const record = await call('runImport', {
        body: {
          id: importId.current,
          fileName: file.name,
          rows: rows.flatMap((r) => (r.value && !r.left ? [{ ...r.value, same: r.same }] : [])),
          names,
        },
      });
      settled();
      await refresh('children', 'classes');
      toast.success(`${broughtIn(record)}.`, { duration: 15_000, action: { label: 'Undo', onClick: () => void undoImport(record.id) } });
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
        <Trouble>{trouble ?? unlooked}</Trouble>
        {unlooked !== null && (
          <button className="btn w-fit" onClick={again}>
            Look at the rows again
          </button>
        )}
        <ImportColumns
          {...{ mapping, dates, className }}
          header={file.header}
          onMapping={setMapping}
          datesOpen={told === null}
          onDates={setDates}
          onClassName={setClassName}
        />
      </div>
      <ImportSum
        {...{ rows, preview, names }}
        outside={out.size}
        ready={!busy && !noName && upToDate}
        onLeaveOut={leaveOut}
        onSame={(those, is) => setSame((now) => new Map([...now, ...those.map((r) => [r.row, is] as const)]))}
        onNames={setNames}
        onWrite={() => void write()}
      />
      {noName && <Trouble>Choose which column holds the names.</Trouble>}
      <ImportRows rows={rows} onTurn={toggle} onSame={(row, is) => setSame((now) => new Map([...now, [row, is]]))} />
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
        aria-label="Class list: CSV, Excel or OneRoster ZIP"
        onChange={(event) => onFile(event.target.files?.[0])}
      />
    </label>
  );
}
