/** Bringing in a class list: choose or drop, map, preview every row, confirm, undo. */
import type { Endpoints, ResponseOf } from '@sapling/contract';
import { ListTrouble, readListFile } from './list-file.js';
import { FileUp } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { TextField, Trouble } from '../ui/form.js';
import { Page } from '../ui/page.js';
import {
  assign,
  dateOrder,
  familyFirst,
  FIELD_WORDS,
  FIELDS,
  readLines,
  recognise,
  type DateOrder,
  type Field,
  type Mapping,
} from './columns.js';
import { todayDay } from '../clock.js';
import { ReadChildFile } from './child-file.js';
import { PastImports, undoImport } from './past-imports.js';
import { say } from '../wording/say.js';

type Preview = ResponseOf<Endpoints['previewImport']>;
interface File_ {
  name: string;
  header: string[];
  lines: string[][];
  skipped: number;
}
const WORDS = { add: 'new', match: 'already here', move: say('here, moves class'), bad: 'does not fit' } as const;

export function Component() {
  const go = useNavigate();
  const [file, setFile] = useState<File_ | null>(null);
  const [mapping, setMapping] = useState<Mapping>({});
  const [className, setClassName] = useState('');
  const [dates, setDates] = useState<DateOrder>('day first');
  const [preview, setPreview] = useState<Preview | null>(null);
  const [out, setOut] = useState<ReadonlySet<number>>(new Set());
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const [over, setOver] = useState(false);
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
          <label
            onDragOver={(event) => {
              event.preventDefault();
              setOver(true);
            }}
            onDragLeave={() => setOver(false)}
            onDrop={(event) => {
              event.preventDefault();
              setOver(false);
              take(event.dataTransfer.files[0]);
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
              onChange={(event) => take(event.target.files?.[0])}
            />
          </label>
          <ReadChildFile />
          <PastImports />
        </div>
      </Page>
    );

  const judged = new Map((preview?.rows ?? []).map((r) => [r.row, r]));
  const rows = lines.map((line) => {
    const verdict = judged.get(line.row);
    const left = out.has(line.row);
    const action = line.value === null ? ('bad' as const) : verdict?.action;
    return { ...line, left, action: left && line.value ? (verdict?.action ?? action) : action, why: line.reason ?? verdict?.reason };
  });
  const bad = rows.filter((r) => r.action === 'bad' && !r.left);
  const count = (action: 'add' | 'match' | 'move'): number => rows.filter((r) => !r.left && r.action === action).length;
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
      await go('/children/classes');
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
        <fieldset className="sheet p-4">
          <legend className="px-1 font-semibold">Which column is which</legend>
          <div className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
            {FIELDS.map((field: Field) => (
              <label key={field} className="text-sm font-semibold">
                {FIELD_WORDS[field]}
                <select
                  className="field mt-1 font-normal"
                  aria-label={FIELD_WORDS[field]}
                  value={mapping[field] ?? ''}
                  onChange={(event) =>
                    setMapping((now) => assign(now, field, event.target.value === '' ? null : Number(event.target.value)))
                  }
                >
                  <option value="">none</option>
                  {file.header.map((name, k) => (
                    <option key={k} value={k}>
                      {name || `column ${k + 1}`}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          </div>
          {mapping.needs === undefined && file.header.some((h) => /\bsen\b|\bneeds?\b|support/i.test(h)) && (
            <p className="mt-3 text-sm text-ink-2">
              The list has a column of needs. It is left out unless you choose it above: take only what this work needs.
            </p>
          )}
          {told === null && (
            <label className="mt-3 flex flex-wrap items-center gap-2">
              Every date of birth here can be read two ways. They are written
              <select className="field !w-auto" value={dates} onChange={(e) => setDates(e.target.value as DateOrder)}>
                <option value="day first">day, month, year</option>
                <option value="month first">month, day, year</option>
              </select>
            </label>
          )}
          {mapping.className === undefined && (
            <div className="mt-4 max-w-xs">
              <TextField
                label="Class of all these children"
                value={className}
                onChange={(event) => setClassName(event.target.value)}
                hint="The list has no column for it."
              />
            </div>
          )}
        </fieldset>
      </div>
      <div className="sticky top-0 z-10 mb-3 flex flex-wrap items-center gap-4 border-y border-rule bg-paper py-3">
        <p role="status">
          <span className="font-semibold">{count('add')} new</span>, {count('match')} already here
          {count('move') > 0 && `, ${count('move')} move class`}
          {bad.length > 0 && (
            <span className="font-semibold text-gap">
              , {bad.length} {bad.length === 1 ? 'row does' : 'rows do'} not fit
            </span>
          )}
          {out.size > 0 && `, ${out.size} left out`}
          {preview && preview.newClasses.length > 0 && `. New classes: ${preview.newClasses.join(', ')}`}
        </p>
        {bad.length > 0 && (
          <button className="btn btn-small" onClick={() => setOut((now) => new Set([...now, ...bad.map((b) => b.row)]))}>
            Leave out {bad.length === 1 ? 'the row that does not fit' : `all ${bad.length} that do not fit`}
          </button>
        )}
        <button
          className="btn btn-main ml-auto"
          disabled={busy || bad.length > 0 || noName || !preview || count('add') + count('move') === 0}
          onClick={() => void write()}
        >
          {count('add') + count('move') === 0 ? 'Nothing to bring in' : `Bring in ${count('add') + count('move')}`}
        </button>
      </div>
      {noName && <Trouble>Choose which column holds the names.</Trouble>}
      <div className="sheet overflow-x-auto">
        <table className="w-full text-left">
          <thead className="text-sm text-ink-2">
            <tr>
              {['Row', 'First name', 'Family name', 'Class', 'Year', 'Number', 'What happens', ''].map((head) => (
                <th key={head} className="px-3 py-2 font-semibold">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((r) => (
              <tr
                key={r.row}
                className={`[&>*]:border-t [&>*]:border-rule-2 ${r.left ? 'text-ink-2 line-through' : r.action === 'bad' ? 'bg-gap-wash' : ''}`}
              >
                <td className="px-3 py-1 tabular-nums">{r.row}</td>
                {r.value ? (
                  <>
                    <td className="px-3">{r.value.givenName}</td>
                    <td className="px-3">{r.value.familyName}</td>
                    <td className="px-3">{r.value.className}</td>
                    <td className="px-3">{r.value.year}</td>
                    <td className="px-3">{r.value.externalId}</td>
                  </>
                ) : (
                  <td colSpan={5} className="px-3 text-ink-2">
                    {r.cells.join(' · ')}
                  </td>
                )}
                <td className="px-3">
                  {r.left ? 'left out' : r.action ? WORDS[r.action] : '…'}
                  {r.why && !r.left && <span className="block text-sm">{r.why}</span>}
                </td>
                <td className="px-3 text-right">
                  <button
                    className="btn btn-quiet btn-small"
                    onClick={() => toggle(r.row)}
                    aria-label={`${r.left ? 'Take in' : 'Leave out'} row ${r.row}`}
                  >
                    {r.left ? 'Take in' : 'Leave out'}
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className="mt-4 text-sm">
        <Link className="underline" to="/children">
          Leave without bringing anything in
        </Link>
      </p>
    </Page>
  );
}
