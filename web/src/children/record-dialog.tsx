/** A child's record as a form: a new child added by hand, or what is kept of one corrected. */
import type { Child, ChildBody, SchoolClass } from '@sapling/contract';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';

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

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function RecordDialog({ open, onClose, classes, child, classId, onAdded }: Props) {
  const [trouble, setTrouble] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const close = (): void => {
    setTrouble(null);
    onClose();
  };
  const submit = async (event: FormEvent<HTMLFormElement>): Promise<void> => {
    event.preventDefault();
    const body = bodyOf(new FormData(event.currentTarget));
    setBusy(true);
    try {
      if (child) {
        await call('updateChild', { params: { id: child.id }, body: { ...body, version: child.version } });
        toast(`The record of ${body.givenName} is changed.`);
      } else {
        const made = await call('addChild', { body: { ...body, id: uuidv7() } });
        toast(`${made.givenName} is added.`);
        onAdded?.(made);
      }
      await refresh('children', 'classes');
      close();
    } catch (error) {
      if (error instanceof Problem && error.code === 'newer-version') await refresh('children');
      setTrouble(error);
    } finally {
      setBusy(false);
    }
  };
  const field = (path: string): string | undefined => (trouble instanceof Problem ? trouble.field(path) : undefined);
  return (
    <Dialog
      open={open}
      onClose={close}
      title={child ? `Change the record of ${child.givenName}` : 'Add a child'}
      lead={child ? undefined : 'A name and a class are enough; all else can stay empty.'}
    >
      <form key={`${child?.id} ${child?.version}`} className="grid gap-4" onSubmit={(event) => void submit(event)}>
        <Trouble>
          {trouble
            ? trouble instanceof Problem && trouble.code === 'newer-version'
              ? 'Somebody else changed this record just now. What stands now is shown; change it again if it should be different.'
              : sentenceOf(trouble)
            : null}
        </Trouble>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField
            label="Given name"
            name="givenName"
            required
            maxLength={80}
            defaultValue={child?.givenName}
            error={field('givenName')}
            autoFocus
          />
          <TextField label="Family name" name="familyName" maxLength={80} defaultValue={child?.familyName} />
        </div>
        <div className="grid gap-4 sm:grid-cols-2">
          <SelectField label="Class" name="classId" defaultValue={child?.classId ?? classId ?? classes[0]?.id}>
            {classes.map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </SelectField>
          <TextField
            label="Date of birth"
            name="dateOfBirth"
            type="date"
            defaultValue={child?.dateOfBirth ?? ''}
            error={field('dateOfBirth')}
          />
        </div>
        <div className="grid gap-4 sm:grid-cols-2">
          <TextField label="First language" name="firstLanguage" maxLength={60} defaultValue={child?.firstLanguage} />
          <TextField label="The school’s own number" name="externalId" maxLength={60} defaultValue={child?.externalId ?? ''} />
        </div>
        <TextField
          label="Needs on record"
          name="needs"
          maxLength={120}
          defaultValue={child?.needs}
          hint="As the school records them. Nothing is decided from this or from the first language."
        />
        <div className="flex gap-3">
          <button className="btn btn-main" disabled={busy}>
            {child ? 'Keep it' : 'Add the child'}
          </button>
          <button type="button" className="btn" onClick={close}>
            Cancel
          </button>
        </div>
      </form>
    </Dialog>
  );
}
