/** The class itself: its name and year, and what becomes of it at the end. */
import type { SchoolClass } from '@sapling/contract';
import { useState, type FormEvent } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';

export function ClassRecord({ schoolClass, classes }: { schoolClass: SchoolClass; classes: readonly SchoolClass[] }) {
  const may = useMay('import');
  const [open, setOpen] = useState<'name' | 'end' | null>(null);
  const [trouble, setTrouble] = useState<unknown>(null);
  if (!may) return null;
  const others = classes.filter((c) => c.id !== schoolClass.id);
  const close = (): void => {
    setTrouble(null);
    setOpen(null);
  };
  const done = async (what: Promise<unknown>, said: string): Promise<void> => {
    try {
      await what;
      await refresh('classes', 'children');
      toast(said);
      close();
    } catch (error) {
      await refresh('classes');
      setTrouble(error);
    }
  };
  const params = { id: schoolClass.id };
  const { version } = schoolClass;
  const rename = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const name = String(form.get('name')).trim();
    void done(
      call('updateClass', { params, body: { name, year: String(form.get('year')).trim(), version } }),
      `The class is called ${name} now.`,
    );
  };
  const merge = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const into = others.find((c) => c.id === String(new FormData(event.currentTarget).get('into')))!;
    void done(
      call('mergeClasses', { params, body: { into: into.id, version } }),
      `${schoolClass.name} has become part of ${into.name}. What each child has shown is kept.`,
    );
  };
  return (
    <div className="mb-4 flex gap-2">
      <button className="btn btn-small" onClick={() => setOpen('name')}>
        Rename
      </button>
      <button className="btn btn-small" onClick={() => setOpen('end')}>
        End or merge
      </button>
      <Dialog open={open === 'name'} onClose={close} title={`Rename ${schoolClass.name}`}>
        <form className="grid gap-4" onSubmit={rename}>
          <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
          <TextField label="Name" name="name" required maxLength={80} defaultValue={schoolClass.name} autoFocus />
          <TextField
            label="Year"
            name="year"
            maxLength={20}
            defaultValue={schoolClass.year}
            hint="As your school says it. Can stay empty."
          />
          <button className="btn btn-main justify-self-start">Keep it</button>
        </form>
      </Dialog>
      <Dialog
        open={open === 'end'}
        onClose={close}
        title={`End ${schoolClass.name}?`}
        lead={
          schoolClass.children > 0
            ? `${schoolClass.children} ${schoolClass.children === 1 ? 'child is' : 'children are'} in it. They go into another class with everything they have shown, and this one ends.`
            : 'Nobody is in it any more. It goes from the lists; what was recorded stays.'
        }
      >
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        {schoolClass.children === 0 ? (
          <button
            className="btn btn-main"
            onClick={() => void done(call('endClass', { params, body: { version } }), `${schoolClass.name} has ended.`)}
          >
            End {schoolClass.name}
          </button>
        ) : others.length === 0 ? (
          <p className="text-ink-2">There is no other class to move them to. Add one first.</p>
        ) : (
          <form className="grid gap-4" onSubmit={merge}>
            <SelectField label="Everybody goes into" name="into">
              {others.map((c) => (
                <option key={c.id} value={c.id}>
                  {c.name}
                </option>
              ))}
            </SelectField>
            <p className="text-ink-2">
              The other class’s teaching order and how far it has been taught hold for them from then on. This cannot be undone by one
              press.
            </p>
            <button className="btn btn-main justify-self-start">Move them and end {schoolClass.name}</button>
          </form>
        )}
      </Dialog>
    </div>
  );
}
