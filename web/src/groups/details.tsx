/** A group's dates, time and skills, in one dialog. */
import type { Group, SchoolSettings } from '@sapling/contract';
import type { Strand } from '@sapling/core/evidence';
import { useState } from 'react';
import { Dialog } from '../ui/dialog.js';
import { Trouble } from '../ui/form.js';
import type { GroupChange } from './group-change.js';
import { GROUP_SKILLS } from './problem.js';

interface Props {
  group: Group;
  settings: SchoolSettings;
  onClose: () => void;
  onSave: (change: GroupChange) => void;
}

export function Details({ group, settings, onClose, onSave }: Props) {
  const [slot, setSlot] = useState(group.slot ?? '');
  const [meets, setMeets] = useState(group.meets);
  const [startsOn, setStart] = useState(group.startsOn);
  const [endsOn, setEnd] = useState(group.endsOn ?? '');
  const [skills, setSkills] = useState<readonly Strand[]>(group.skills);
  const backwards = endsOn !== '' && endsOn < startsOn;
  return (
    <Dialog open onClose={onClose} title={`${group.name}: when and for which skills`}>
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (backwards || startsOn === '') return;
          onSave({ slot: slot || null, meets, startsOn, endsOn: endsOn || null, skills: [...skills] });
          onClose();
        }}
      >
        <label>
          <span className="mb-1 block font-semibold">Meets</span>
          <select className="field" value={slot} onChange={(event) => setSlot(event.target.value)}>
            <option value="">no time set</option>
            {settings.slots.map((s) => (
              <option key={s.id} value={s.id}>
                {s.name}
              </option>
            ))}
          </select>
          {settings.slots.length === 0 && (
            <span className="mt-1 block text-sm text-ink-2">The lead sets the times on the timetable’s page.</span>
          )}
        </label>
        <label>
          <span className="mb-1 block font-semibold">Meetings a week</span>
          <select
            className="field"
            value={meets ?? ''}
            onChange={(event) => setMeets(event.target.value === '' ? null : Number(event.target.value))}
          >
            <option value="">as the school has it: {settings.sessionsAWeek}</option>
            {[1, 2, 3, 4, 5].map((n) => (
              <option key={n}>{n}</option>
            ))}
          </select>
        </label>
        <div className="flex gap-4">
          <label className="flex-1">
            <span className="mb-1 block font-semibold">First day</span>
            <input className="field" type="date" required value={startsOn} onChange={(event) => setStart(event.target.value)} />
          </label>
          <label className="flex-1">
            <span className="mb-1 block font-semibold">Last day</span>
            <input className="field" type="date" value={endsOn} onChange={(event) => setEnd(event.target.value)} />
          </label>
        </div>
        <fieldset className="grid gap-1">
          <legend className="mb-1 font-semibold">Skills it works on, beside its pairs</legend>
          {GROUP_SKILLS.map((skill) => (
            <label key={skill} className="flex items-center gap-2">
              <input
                type="checkbox"
                className="size-4"
                checked={skills.includes(skill)}
                onChange={(event) => setSkills(event.target.checked ? [...skills, skill] : skills.filter((s) => s !== skill))}
              />
              {skill}
            </label>
          ))}
        </fieldset>
        <Trouble>{backwards ? 'The last day is before the first.' : null}</Trouble>
        <div className="flex gap-3">
          <button className="btn btn-main">Keep</button>
          <button type="button" className="btn" onClick={onClose}>
            Leave as it was
          </button>
        </div>
      </form>
    </Dialog>
  );
}
