/** What the school is called and where its days begin: every "today", calendar and due date follows its zone. */
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { useMay, useMe } from '../shell/me.js';
import { Trouble } from '../ui/form.js';

const ZONES: readonly string[] = Intl.supportedValuesOf('timeZone');

export function SchoolCard() {
  const me = useMe();
  const lead = useMay('manage team');
  const [name, setName] = useState(me.school.name);
  const [timeZone, setZone] = useState(me.school.timeZone);
  const [trouble, setTrouble] = useState<unknown>(null);
  const changed = name.trim() !== me.school.name || timeZone !== me.school.timeZone;
  const save = async (): Promise<void> => {
    try {
      await call('saveSchool', { body: { name, timeZone } });
      setTrouble(null);
      await me.again();
      toast.success('Kept. Days and times follow at once.');
    } catch (error) {
      setTrouble(error);
    }
  };
  return (
    <section id="school" aria-label="The school" className="mb-10">
      <h2 className="mb-2 text-xl">The school</h2>
      <fieldset disabled={!lead} className="sheet flex flex-wrap items-end gap-4 p-4">
        <label className="min-w-64 flex-1 font-semibold">
          Name
          <input className="field mt-1 font-normal" value={name} maxLength={80} onChange={(e) => setName(e.target.value)} />
        </label>
        <label className="min-w-56 font-semibold">
          Time zone
          <select className="field mt-1 font-normal" value={timeZone} onChange={(e) => setZone(e.target.value)}>
            {(ZONES.includes(timeZone) ? ZONES : [timeZone, ...ZONES]).map((zone) => (
              <option key={zone} value={zone}>
                {zone.replaceAll('_', ' ')}
              </option>
            ))}
          </select>
        </label>
        {lead && changed && (
          <button className="btn btn-main" disabled={name.trim() === ''} onClick={() => void save()}>
            Keep
          </button>
        )}
      </fieldset>
      <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
    </section>
  );
}
