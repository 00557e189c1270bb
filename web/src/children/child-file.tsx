/** Reading in the record of one child that another school took out: the history comes along. */
import { strFromU8, unzipSync } from 'fflate';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { FileButton } from '../ui/file-button.js';
import { SelectField, Trouble } from '../ui/form.js';
import { useGoOn } from '../shell/go-on.js';

const MOST = 60_000_000;
/** The part of a child's file that a program reads. @throws Error with a sentence for the person */
async function recordIn(file: File): Promise<unknown> {
  if (file.size > MOST) throw new Error(`“${file.name}” is larger than any record of one child. Nothing was read.`);
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    const json = /\.json$/i.test(file.name)
      ? bytes
      : unzipSync(bytes, { filter: (entry) => entry.name === 'child.json' && entry.originalSize < MOST })['child.json'];
    if (json) return JSON.parse(strFromU8(json)) as unknown;
  } catch {
    // said below
  }
  throw new Error(`“${file.name}” is not the record of a child: a ZIP with child.json in it is expected. Nothing was read.`);
}

export function ReadChildFile() {
  const { data: classes } = useData('classes');
  const goOn = useGoOn();
  const [classId, setClass] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const into = classId || classes?.[0]?.id;
  if (!into) return null;
  const take = async (file: File): Promise<void> => {
    setTrouble(null);
    try {
      const child = await call('readChildFile', { body: { classId: into, file: await recordIn(file) } });
      await refresh('children', 'classes');
      toast(`${child.givenName} is here, with the whole history.`);
      await goOn(`/children/${child.id}`);
    } catch (error) {
      setTrouble(error instanceof Error && error.constructor === Error ? error.message : sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="one-child">
      <h2 id="one-child" className="mb-1 text-lg">
        One child from another school
      </h2>
      <p className="mb-3 text-ink-2">
        The ZIP that their school took out with “Take everything out”. Answers, checks, readings and notes come along.
      </p>
      <Trouble>{trouble}</Trouble>
      <div className="flex items-end gap-3">
        <div className="w-56">
          <SelectField label="Into the class" value={into} onChange={(event) => setClass(event.target.value)}>
            {(classes ?? []).map((c) => (
              <option key={c.id} value={c.id}>
                {c.name}
              </option>
            ))}
          </SelectField>
        </div>
        <FileButton label="Record of one child" accept=".zip,.json" onFile={(file) => void take(file)} />
      </div>
    </section>
  );
}
