/** A group given to a colleague for some days: who, from when, until when; shown on its card, and ended there. */
import type { Colleague, Group, Lending } from '@sapling/contract';
import { daysAfter } from '@sapling/core';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay, useMe } from '../shell/me.js';
import { AdultOptions } from '../ui/adult-options.js';
import { dayInside } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { Trouble } from '../ui/form.js';
import { todayDay } from '../clock.js';
import { say } from '../wording/say.js';

const sessionsIn = (n: number): string =>
  n === 0 ? 'No session is planned in that time yet' : n === 1 ? say('1 session goes') : `${n} sessions go`;

async function end(lending: Lending, again: () => void): Promise<void> {
  try {
    const { sessions } = await call('endLending', { params: { id: lending.id } });
    await refresh('groups', 'sessions');
    toast(`Ended. ${sessions === 0 ? 'No session was left in that time.' : `${sessionsIn(sessions)} back to the group’s adult.`}`, {
      action: { label: 'Undo', onClick: again },
    });
  } catch (problem) {
    await refresh('groups');
    toast.error(sentenceOf(problem));
  }
}
async function give(
  group: Pick<Group, 'id' | 'name'>,
  body: { colleagueId: string; from: string; until: string },
  who: string,
): Promise<string | null> {
  try {
    const made = await call('addLending', { params: { id: group.id }, body });
    await refresh('groups', 'sessions');
    toast.success(
      `${who} has ${group.name} until ${dayInside(body.until)}. ${sessionsIn(made.sessions)}${made.sessions > 0 ? ' along' : ''}.`,
      {
        action: { label: 'Undo', onClick: () => void end(made, () => void give(group, body, who)) },
      },
    );
    return null;
  } catch (problem) {
    return sentenceOf(problem);
  }
}

export function LendDialog({ group, team, onClose }: { group: Group; team: readonly Colleague[]; onClose: () => void }) {
  const [colleagueId, setColleague] = useState('');
  const [from, setFrom] = useState(todayDay());
  const [until, setUntil] = useState(daysAfter(todayDay(), 6));
  const [trouble, setTrouble] = useState<string | null>(null);
  const who = team.find((c) => c.id === colleagueId)?.name ?? '';
  return (
    <Dialog
      open
      onClose={onClose}
      title={`Give ${group.name} to a colleague for a time`}
      lead="They get its sessions in that time, with plan, papers and the children’s names, and mark and log them. Results, checks and notes on children stay with those who have them. It ends by itself."
    >
      <form
        className="grid gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (colleagueId === '') return setTrouble('Choose a colleague.');
          void give(group, { colleagueId, from, until }, who).then((problem) => (problem === null ? onClose() : setTrouble(problem)));
        }}
      >
        <label>
          <span className="mb-1 block font-semibold">Colleague</span>
          <select className="field" value={colleagueId} onChange={(event) => setColleague(event.target.value)}>
            <AdultOptions team={team.filter((c) => c.id !== group.adultId)} none="choose…" />
          </select>
        </label>
        <div className="flex gap-4">
          <label className="flex-1">
            <span className="mb-1 block font-semibold">From</span>
            <input className="field" type="date" required value={from} onChange={(event) => setFrom(event.target.value)} />
          </label>
          <label className="flex-1">
            <span className="mb-1 block font-semibold">Until, and on that day too</span>
            <input className="field" type="date" required min={from} value={until} onChange={(event) => setUntil(event.target.value)} />
          </label>
        </div>
        <Trouble>{trouble}</Trouble>
        <div className="flex gap-3">
          <button className="btn btn-main">Give it</button>
          <button type="button" className="btn" onClick={onClose}>
            Leave as it was
          </button>
        </div>
      </form>
    </Dialog>
  );
}

/** Who has a group for a time, and the way to end it. */
export function LentLines({ group, team }: { group: Group; team: readonly Colleague[] }) {
  const me = useMe().colleague.id;
  const may = useMay('plan');
  const { data } = useData('lendings');
  const own = (data ?? []).filter((l) => l.groupId === group.id);
  return (
    <>
      {own.map((l) => {
        const who = team.find((c) => c.id === l.colleagueId)?.name ?? 'a colleague';
        const mine = l.colleagueId === me;
        return (
          <p key={l.id} className="mb-2 flex flex-wrap items-baseline gap-x-3 border-l-4 border-leaf bg-leaf-wash px-2 py-1 text-sm">
            <span>
              {mine ? `Yours, given by ${l.byName}` : `With ${who}`} {l.from > todayDay() ? `from ${dayInside(l.from)} ` : ''}until{' '}
              {dayInside(l.until)}.{mine && group.adultId !== me && ' The children’s names stand in its sessions.'}
            </span>
            {(may || mine) && (
              <button
                className="inline-block py-0.5 underline underline-offset-4"
                onClick={() => void end(l, () => void give(group, { colleagueId: l.colleagueId, from: l.from, until: l.until }, who))}
              >
                {mine ? 'Give it back now' : 'End it now'}
              </button>
            )}
          </p>
        );
      })}
    </>
  );
}
