/** What groups are to keep: who is together, apart, in no group, in class at a time. Each with its reason. */
import { listed } from '@sapling/core';
import { type ChildLine, fullName, type GroupRule, type SchoolSettings } from '@sapling/contract';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { Trouble } from '../ui/form.js';
import { timeInWords, WeekTimes } from '../timetable/week-times.js';
import { roomsAt } from './problem.js';
import { say } from '../wording/say.js';

const KINDS: Record<GroupRule['kind'], { word: string; many: boolean }> = {
  apart: { word: 'are apart', many: true },
  together: { word: 'are together', many: true },
  out: { word: say('is in no group'), many: false },
  busy: { word: 'stays in class', many: false },
};

interface Props {
  rules: readonly GroupRule[];
  children: readonly ChildLine[];
  settings: SchoolSettings;
  onClose: () => void;
}

export function Rules({ rules, children, settings, onClose }: Props) {
  const lead = useMay('manage team');
  const [kind, setKind] = useState<GroupRule['kind']>('apart');
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const [slots, setSlots] = useState<readonly string[]>([]);
  const [why, setWhy] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const sorted = [...children].sort((a, b) => a.givenName.localeCompare(b.givenName));
  const name = (id: string): string => {
    const child = children.find((c) => c.id === id);
    return child ? fullName(child) : 'somebody';
  };
  const most = KINDS[kind].many ? 6 : 1;
  const ready = !busy && chosen.length >= (KINDS[kind].many ? 2 : 1) && (kind !== 'busy' || slots.length > 0);
  const save = async (rule: Omit<GroupRule, 'id' | 'savedBy' | 'savedAt' | 'version'>, typed = true): Promise<void> => {
    setTrouble(null);
    setBusy(true);
    try {
      await call('saveGroupRule', {
        params: { id: uuidv7() },
        body: { kind: rule.kind, children: [...rule.children], slots: [...rule.slots], why: rule.why, version: 0 },
      });
      await refresh('groups');
      if (!typed) return;
      setChosen([]);
      setSlots([]);
      setWhy('');
    } catch (error) {
      setTrouble(sentenceOf(error));
    } finally {
      setBusy(false);
    }
  };
  const remove = async (rule: GroupRule): Promise<void> => {
    try {
      await call('removeGroupRule', { params: { id: rule.id }, query: { version: rule.version } });
      await refresh('groups');
      toast('The rule is gone.', { action: { label: 'Undo', onClick: () => void save(rule, false) } });
    } catch (error) {
      await refresh('groups');
      setTrouble(sentenceOf(error));
    }
  };
  const sentence = (r: GroupRule): string => {
    const who = listed(r.children.map(name));
    const when = r.slots.map((id) => timeInWords(settings, id));
    return `${who} ${KINDS[r.kind].word}${r.kind === 'busy' ? `: ${listed(when)}` : ''}`;
  };
  return (
    <Dialog
      side
      open
      onClose={onClose}
      title="What groups are to keep"
      lead="Suggestions obey every one of these. The board says where a group breaks one."
    >
      <ul className="ruled mb-5">
        {rules.map((r) => (
          <li key={r.id} className="flex items-start gap-3 py-2">
            <span className="flex-1">
              {sentence(r)}
              {r.why && <span className="block text-sm text-ink-2">{r.why}</span>}
            </span>
            <button className="btn btn-quiet btn-small" aria-label={`Remove: ${sentence(r)}`} onClick={() => void remove(r)}>
              <Trash2 size={16} aria-hidden />
            </button>
          </li>
        ))}
        {rules.length === 0 && <li className="py-2 text-ink-2">Nothing yet.</li>}
      </ul>
      <form
        aria-label="A new rule"
        className="grid gap-3 border-t-2 border-pine pt-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (ready) void save({ kind, children: [...chosen], slots: kind === 'busy' ? [...slots] : [], why: why.trim() });
        }}
      >
        <h3 className="text-base">A new rule</h3>
        <div className="flex flex-wrap items-center gap-2">
          {chosen.map((id) => (
            <button
              key={id}
              type="button"
              className="rounded-s bg-leaf-wash px-2 py-0.5"
              aria-label={`Take ${name(id)} out of the rule`}
              onClick={() => setChosen(chosen.filter((c) => c !== id))}
            >
              {name(id)} ×
            </button>
          ))}
          {chosen.length < most && (
            <select
              className="field !w-auto"
              aria-label="Child"
              value=""
              onChange={(event) => event.target.value && setChosen([...chosen, event.target.value])}
            >
              <option value="">choose a child…</option>
              {sorted
                .filter((c) => !chosen.includes(c.id))
                .map((c) => (
                  <option key={c.id} value={c.id}>
                    {c.givenName} {c.familyName}
                  </option>
                ))}
            </select>
          )}
          <select
            className="field !w-auto"
            aria-label="What is to hold"
            value={kind}
            onChange={(event) => {
              const next = event.target.value as GroupRule['kind'];
              setKind(next);
              if (!KINDS[next].many) setChosen(chosen.slice(0, 1));
            }}
          >
            {(Object.keys(KINDS) as GroupRule['kind'][]).map((k) => (
              <option key={k} value={k} disabled={k === 'busy' && settings.slots.length === 0}>
                {KINDS[k].word}
              </option>
            ))}
          </select>
        </div>
        {kind === 'busy' && <WeekTimes settings={settings} chosen={slots} onChange={setSlots} label="stays in class" />}
        <label>
          <span className="mb-1 block">Why, for colleagues (may stay empty)</span>
          <input className="field" value={why} maxLength={200} onChange={(event) => setWhy(event.target.value)} />
        </label>
        <Trouble>{trouble}</Trouble>
        <button className="btn btn-main justify-self-start" disabled={!ready}>
          Keep this rule
        </button>
      </form>
      <p className="mt-5 text-sm text-ink-2">
        {settings.slots.length === 0
          ? 'Times and rooms are not set, so groups are formed without them. '
          : `Times: ${listed(settings.slots.map((s) => `${s.name} (${roomsAt(settings, s)} ${roomsAt(settings, s) === 1 ? 'room' : 'rooms'})`))}. `}
        {lead
          ? 'They, and who takes how many groups, are set on the timetable’s page.'
          : 'The lead sets times, rooms and who takes how many groups, on the timetable’s page.'}
      </p>
    </Dialog>
  );
}
