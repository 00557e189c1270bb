/** A child's record as a form: a new child added by hand, or what is kept of one corrected. */
import { child as childShape, fullName, type Child, type ChildBody, type SchoolClass } from '@sapling/contract';
import { listed } from '@sapling/core';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { dateWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';
import { returnChild } from './return-child.js';
import type { Preview } from './import-rows.js';
import { bringTogether, recordOf, type BroughtTogether, type RecordField } from './record-change.js';

interface Props {
  open: boolean;
  onClose: () => void;
  classes: readonly SchoolClass[];
  /** Left out for a new child. */
  child?: Child | undefined;
  /** The class a new child is in, unless another is chosen. */
  classId?: string | undefined;
  onAdded?: (child: Child) => void;
}

function bodyOf(form: FormData): ChildBody {
  const text = (name: string): string => String(form.get(name) ?? '').trim();
  return {
    givenName: text('givenName'),
    familyName: text('familyName'),
    classId: text('classId'),
    externalId: text('externalId') || null,
    firstLanguage: text('firstLanguage'),
    needs: text('needs'),
    dateOfBirth: text('dateOfBirth') || null,
  };
}

/** What each field is called, on the form and where somebody else wrote in it. */
const CALLED: Readonly<Record<RecordField, string>> = {
  givenName: 'Given name',
  familyName: 'Family name',
  classId: 'Class',
  externalId: 'The school’s own number',
  firstLanguage: 'First language',
  needs: 'Needs on record',
  dateOfBirth: 'Date of birth',
};
/** What stood there when it was begun, and what the form begins with: after somebody else was quicker, both anew. */
interface Begun {
  readonly before: Child | undefined;
  readonly record: ChildBody | undefined;
  readonly met: (Pick<BroughtTogether, 'theirs' | 'both'> & { readonly now: ChildBody }) | null;
}

export function RecordDialog(props: Props) {
  const { open, onClose, child } = props;
  return (
    <Dialog
      open={open}
      onClose={onClose}
      title={child ? `Change the record of ${child.givenName}` : 'Add a child'}
      lead={child ? undefined : 'A name and a class are enough; all else can stay empty.'}
    >
      <RecordForm {...props} />
    </Dialog>
  );
}

/** A child of this name who is here, or who left. */
interface Twin {
  readonly id: string;
  readonly here: NonNullable<Preview['rows'][number]['here']>;
}
/** Whether a child of this name or number is here or was, as a class list would find them. */
async function findTwin(body: ChildBody, classes: readonly SchoolClass[]): Promise<Twin | null> {
  const { classId, dateOfBirth, ...of } = body;
  const className = classes.find((c) => c.id === classId)!.name;
  const row = { ...of, row: 2, className, year: '', ...(dateOfBirth && { dateOfBirth }) };
  const [found] = (await call('previewImport', { body: { rows: [row] } })).rows;
  if (!found?.childId) return null;
  return { id: found.childId, here: found.here ?? { name: fullName(body), className, left: null, by: 'name' } };
}

/** What is typed stays, whatever happens to the record meanwhile: what somebody else kept comes in beside it when it is kept. */
function useRecordForm({ child, classes, onClose, onAdded }: Props) {
  const [begun, setBegun] = useState<Begun>({ before: child, record: child && recordOf(child), met: null });
  const [trouble, setTrouble] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const [twin, setTwin] = useState<(Twin & { readonly body: ChildBody }) | null>(null);
  const submit = async (event: FormEvent<HTMLFormElement>): Promise<void> => {
    event.preventDefault();
    const body = bodyOf(new FormData(event.currentTarget));
    const { before } = begun;
    setBusy(true);
    setTrouble(null);
    try {
      if (before) {
        await call('updateChild', { params: { id: before.id }, body: { ...body, version: before.version } });
        toast(`The record of ${body.givenName} is changed.`);
      } else {
        // pressed once more, it is another child
        const found = twin && fullName(twin.body) === fullName(body) ? null : await findTwin(body, classes);
        if (found) return setTwin({ ...found, body });
        const made = await call('addChild', { body: { ...body, id: uuidv7() } });
        toast(`${made.givenName} is added.`);
        onAdded?.(made);
      }
      await refresh('children', 'classes');
      onClose();
    } catch (error) {
      const current = error instanceof Problem && error.code === 'newer-version' ? childShape.safeParse(error.data.current) : null;
      if (!before || !current?.success) return setTrouble(error);
      const now = recordOf(current.data);
      const { record, theirs, both } = bringTogether(recordOf(before), body, now);
      setBegun({ before: current.data, record, met: { theirs, both, now } });
      await refresh('children');
    } finally {
      setBusy(false);
    }
  };
  return { begun, trouble, busy, twin, submit };
}

/** What somebody else changed while this form was open, and what becomes of it. */
function Met({ theirs, both }: { theirs: readonly RecordField[]; both: readonly RecordField[] }) {
  const names = (fields: readonly RecordField[]): string => listed(fields.map((field) => CALLED[field].toLowerCase()));
  return (
    <Trouble>
      Somebody else changed this record just now.
      {theirs.length > 0 && ` Theirs is taken over here: ${names(theirs)}.`}
      {both.length > 0 && ` You both changed ${names(both)}: yours stands here, theirs is said below it.`} Nothing of yours is kept yet.
    </Trouble>
  );
}

/** Before a child is added who is here already, or was: whoever came back keeps all that was ever seen of them. */
function SameName({ twin, onClose, onAdded }: Pick<Props, 'onClose' | 'onAdded'> & { twin: Twin & { readonly body: ChildBody } }) {
  const { name, className, left } = twin.here;
  const back = async (): Promise<void> => {
    const child = await returnChild(twin.id, twin.body.classId);
    if (!child) return;
    onAdded?.(child);
    onClose();
  };
  return (
    <div role="alert" className="border-l-4 border-wobbly pl-3">
      <p className="mb-2">
        <b>{left ? `${name} of ${className} left on ${dateWords(left)}.` : `${name} is in ${className}.`}</b> The same child keeps all that
        was ever seen of them.
      </p>
      {left ? (
        <button type="button" className="btn btn-small" onClick={() => void back()}>
          The same child: put them back
        </button>
      ) : (
        <Link className="btn btn-small" to={`/children/${twin.id}`}>
          The same child: open their page
        </Link>
      )}
    </div>
  );
}

function RecordForm(props: Props) {
  const { classes, child, classId, onClose } = props;
  const { begun, trouble, busy, twin, submit } = useRecordForm(props);
  const { before, record, met } = begun;
  const wrong = (path: RecordField): string | undefined => (trouble instanceof Problem ? trouble.field(path) : undefined);
  const written = (field: RecordField): string =>
    (field === 'classId' ? classes.find((c) => c.id === met?.now.classId)?.name : met?.now[field]) || 'nothing';
  /** What every field has: its name, what it begins with, and what somebody else wrote there. */
  const field = (name: RecordField, hint?: string) => {
    const theirs = met?.both.includes(name) ? <b className="text-ink">Somebody else wrote: {written(name)}</b> : hint;
    return { name, label: CALLED[name], defaultValue: record?.[name] ?? '', error: wrong(name), ...(theirs ? { hint: theirs } : {}) };
  };
  return (
    <form key={before?.version} className="grid gap-4" onSubmit={(event) => void submit(event)}>
      <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
      {met && <Met {...met} />}
      {twin && <SameName {...props} twin={twin} />}
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField {...field('givenName')} required maxLength={80} autoFocus />
        <TextField {...field('familyName')} maxLength={80} />
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        <SelectField {...field('classId')} defaultValue={record?.classId ?? classId ?? classes[0]?.id}>
          {classes.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </SelectField>
        <TextField {...field('dateOfBirth')} type="date" />
      </div>
      <div className="grid gap-4 sm:grid-cols-2">
        <TextField {...field('firstLanguage')} maxLength={60} />
        <TextField {...field('externalId')} maxLength={60} />
      </div>
      <TextField
        {...field('needs', 'As the school records them. Nothing is decided from this or from the first language.')}
        maxLength={120}
      />
      <div className="flex gap-3">
        <button className="btn btn-main" disabled={busy}>
          {child ? 'Keep it' : twin ? 'Another child: add them' : 'Add the child'}
        </button>
        <button type="button" className="btn" onClick={onClose}>
          Cancel
        </button>
      </div>
    </form>
  );
}
