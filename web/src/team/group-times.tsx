/** When groups can meet, in how many rooms, and who takes how many of them. */
import type { SchoolSettings } from '@sapling/contract';
import { Plus, Trash2 } from 'lucide-react';
import { useData } from '../api/data.js';

interface Props {
  now: SchoolSettings;
  set: <K extends keyof SchoolSettings>(key: K, value: SchoolSettings[K]) => void;
}
const held = (text: string, least: number, most: number): number => Math.min(most, Math.max(least, Math.round(Number(text)) || least));

export function Slots({ now, set }: Props) {
  const change = (k: number, part: Partial<SchoolSettings['slots'][number]>): void =>
    set(
      'slots',
      now.slots.map((s, n) => (n === k ? { ...s, ...part } : s)),
    );
  return (
    <span className="grid gap-2">
      {now.slots.map((slot, k) => (
        <span key={slot.id} className="flex items-center gap-2">
          <input
            className="field min-w-0 flex-1"
            aria-label={`Name of time ${k + 1}`}
            value={slot.name}
            maxLength={60}
            placeholder="Mon to Thu, 9:10"
            onChange={(e) => change(k, { name: e.target.value })}
          />
          <input
            className="field !w-14"
            type="number"
            min={1}
            max={20}
            aria-label={`Rooms at ${slot.name}`}
            value={slot.rooms}
            onChange={(e) => change(k, { rooms: held(e.target.value, 1, 20) })}
          />
          <button
            type="button"
            className="btn btn-quiet btn-small !px-1"
            aria-label={`Remove ${slot.name || 'this time'}`}
            onClick={() =>
              set(
                'slots',
                now.slots.filter((_, n) => n !== k),
              )
            }
          >
            <Trash2 size={15} aria-hidden />
          </button>
        </span>
      ))}
      <button
        type="button"
        className="btn btn-small justify-self-start"
        disabled={now.slots.length >= 40}
        onClick={() => set('slots', [...now.slots, { id: crypto.randomUUID().slice(0, 8), name: '', rooms: 1 }])}
      >
        <Plus size={15} aria-hidden /> A time, and its rooms
      </button>
    </span>
  );
}

export function GroupAdults({ now, set }: Props) {
  const { data: team } = useData('team');
  const free = (team ?? []).filter((c) => c.active && !now.groupAdults.some((a) => a.id === c.id));
  const change = (id: string, part: Partial<SchoolSettings['groupAdults'][number]>): void =>
    set(
      'groupAdults',
      now.groupAdults.map((a) => (a.id === id ? { ...a, ...part } : a)),
    );
  return (
    <span className="grid gap-3">
      {now.groupAdults.map((adult) => {
        const name = team?.find((c) => c.id === adult.id)?.name ?? 'A colleague';
        return (
          <span key={adult.id} className="grid gap-1">
            <span className="flex items-center gap-2">
              <span className="flex-1">{name}</span>
              <input
                className="field !w-14"
                type="number"
                min={0}
                max={20}
                aria-label={`Groups that ${name} takes`}
                value={adult.groups}
                onChange={(e) => change(adult.id, { groups: held(e.target.value, 0, 20) })}
              />
              <button
                type="button"
                className="btn btn-quiet btn-small !px-1"
                aria-label={`Take ${name} out`}
                onClick={() =>
                  set(
                    'groupAdults',
                    now.groupAdults.filter((a) => a.id !== adult.id),
                  )
                }
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </span>
            {now.slots.map((slot) => (
              <label key={slot.id} className="flex items-center gap-2 text-sm">
                <input
                  type="checkbox"
                  className="size-4"
                  aria-label={`${name} is there ${slot.name}`}
                  checked={!adult.busy.includes(slot.id)}
                  onChange={(e) =>
                    change(adult.id, { busy: e.target.checked ? adult.busy.filter((s) => s !== slot.id) : [...adult.busy, slot.id] })
                  }
                />
                {slot.name || 'a time without a name'}
              </label>
            ))}
          </span>
        );
      })}
      {free.length > 0 && (
        <select
          className="field"
          aria-label="Who takes groups"
          value=""
          onChange={(e) => e.target.value && set('groupAdults', [...now.groupAdults, { id: e.target.value, groups: 2, busy: [] }])}
        >
          <option value="">add a colleague…</option>
          {free.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </select>
      )}
    </span>
  );
}
