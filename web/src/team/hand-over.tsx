/** A colleague's groups, sessions to come and checks under way go to somebody else: for good, or for the days they are away. */
import type { Colleague } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { daysAfter } from '@sapling/core';
import { todayDay } from '../clock.js';
import { useMe } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';

const counted = (n: number, one: string): string => `${n} ${n === 1 ? one : `${one}s`}`;

export function HandOver({ colleague, onClose }: { colleague: Colleague; onClose: () => void }) {
  const me = useMe();
  const { data: team } = useData('team');
  const { data: groups } = useData('groups');
  const { data: sessions } = useData('sessions', { query: { from: todayDay() } });
  const others = (team ?? []).filter((c) => c.active && !c.invited && c.id !== colleague.id && c.role !== 'class teacher');
  const [to, setTo] = useState('');
  const [how, setHow] = useState<'good' | 'stop' | 'away'>('good');
  const [from, setFrom] = useState(todayDay());
  const [until, setUntil] = useState(daysAfter(todayDay(), 14));
  const [trouble, setTrouble] = useState<unknown>(null);
  const [busy, setBusy] = useState(false);
  const own = (groups ?? []).filter((g) => g.adultId === colleague.id);
  const coming = (sessions ?? []).filter((s) => s.adultId === colleague.id && !s.log);
  const name = others.find((c) => c.id === to)?.name ?? '';
  const give = async (): Promise<void> => {
    setBusy(true);
    try {
      if (how === 'away') {
        for (const group of own) await call('addLending', { params: { id: group.id }, body: { colleagueId: to, from, until } });
        toast.success(`${name} has ${counted(own.length, 'group')} until then; what is not run comes back by itself.`);
      } else {
        const done = await call('handOver', {
          params: { id: colleague.id },
          body: { to, stop: how === 'stop', version: colleague.version },
        });
        toast.success(
          `${name} has ${counted(done.groups, 'group')}, ${counted(done.sessions, 'session')} to come and ${counted(done.checks, 'check')} under way now.`,
        );
      }
      await refresh('team', 'groups', 'sessions');
      onClose();
    } catch (error) {
      setTrouble(error);
      setBusy(false);
    }
  };
  return (
    <Dialog open onClose={onClose} title={`Hand over ${colleague.name}’s work`}>
      <div className="grid gap-4">
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        <p>
          {own.length === 0 ? 'No group is theirs' : `Groups: ${own.map((g) => g.name).join(', ')}`}; {counted(coming.length, 'session')} to
          come. What they marked, logged and wrote stays under their name.
        </p>
        <SelectField label="To" value={to} onChange={(e) => setTo(e.target.value)}>
          <option value="">choose a colleague</option>
          {others.map((c) => (
            <option key={c.id} value={c.id}>
              {c.name}
            </option>
          ))}
        </SelectField>
        <fieldset className="grid gap-1">
          <legend className="mb-1 font-semibold">For how long</legend>
          <label className="flex items-center gap-2">
            <input type="radio" name="how" checked={how === 'good'} onChange={() => setHow('good')} /> for good: groups, sessions to come,
            checks under way
          </label>
          {colleague.id !== me.colleague.id && colleague.active && (
            <label className="flex items-center gap-2">
              <input type="radio" name="how" checked={how === 'stop'} onChange={() => setHow('stop')} /> for good, and they stop signing in
            </label>
          )}
          <label className="flex items-center gap-2">
            <input type="radio" name="how" checked={how === 'away'} onChange={() => setHow('away')} disabled={own.length === 0} /> while
            they are away: the sessions of these days only
          </label>
        </fieldset>
        {how === 'away' && (
          <div className="grid grid-cols-2 gap-4">
            <TextField label="From" type="date" value={from} onChange={(e) => setFrom(e.target.value)} />
            <TextField label="Last day" type="date" value={until} min={from} onChange={(e) => setUntil(e.target.value)} />
          </div>
        )}
        <button className="btn btn-main justify-self-start" disabled={busy || to === ''} onClick={() => void give()}>
          {to === '' ? 'Choose a colleague first' : `Give it to ${name}`}
        </button>
      </div>
    </Dialog>
  );
}
