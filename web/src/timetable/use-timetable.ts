/** The timetable with everything it rests on, what clashes in it, and the ways to change it. */
import type { Timetable, WeekMeeting } from '@sapling/contract';
import { listed } from '@sapling/core';
import { clashes, clashInWords, holdsSlot, slotsOverlap, weekRequest, weekSlots, type Clash } from '@sapling/core/planning';
import { useEffect, useMemo, useRef } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useInLine } from '../api/use-writes.js';
import { useMay } from '../shell/me.js';
import { toCore, toKept, weekFacts, type ScheduledMeeting } from './week-facts.js';
import { timeInWords } from './week-times.js';
import { say } from '../wording/say.js';

/** Two adults in a week is what somebody chose for that day: it is shown on the card and is no clash. */
const counts = (c: Clash): boolean => c.kind !== 'two adults';

/** What the sheet becomes, of how it stands when its turn comes; in words why nothing is done. */
type Change = (now: readonly ScheduledMeeting[]) => readonly WeekMeeting[] | string;
interface Keeping {
  /** Makes the change once more, on the sheet as it is then. */
  readonly again?: () => void;
  /** The sheet that it was worked out for, where it fits no other, and what is said then. */
  readonly of?: Timetable;
  readonly since?: string;
}

export function useTimetable() {
  const may = useMay('plan');
  const { data: kept, error } = useData('timetable');
  const { data: settings } = useData('settings');
  const { data: groups } = useData('groups');
  const { data: children } = useData('children');
  const { data: rules } = useData(may ? 'groupRules' : null);
  const { data: team } = useData('team');
  const { data: classes } = useData('classes');
  // a change can come before the last one is answered or has been read back
  const inLine = useInLine();
  const latest = useRef<Timetable | undefined>(undefined);
  useEffect(() => {
    if (!latest.current || !kept || latest.current.version <= kept.version) latest.current = kept;
  }, [kept]);

  const slots = useMemo(() => weekSlots(settings?.slots ?? []), [settings]);
  const facts = useMemo(
    () => (settings && groups && children && kept ? weekFacts(settings, groups, children, rules ?? [], kept.meetings) : null),
    [settings, groups, children, rules, kept],
  );
  const request = useMemo(() => facts && weekRequest(facts), [facts]);
  const words = useMemo(() => {
    // eslint-disable-next-line complexity -- one name after the other is tried
    const name = (id: string): string =>
      kept?.meetings.find((m) => m.group === id)?.name ||
      groups?.find((g) => g.id === id)?.name ||
      children?.find((c) => c.id === id)?.givenName ||
      team?.find((c) => c.id === id)?.name ||
      settings?.rooms.find((r) => r.id === id)?.name ||
      (settings && id.includes('@') && timeInWords(settings, id)) ||
      (kept?.meetings.some((m) => m.group === id) ? say('another group') : 'somebody');
    const when = (slot: string): string => (settings ? `on ${timeInWords(settings, slot)}` : slot);
    return { name, when };
  }, [kept, groups, children, team, settings]);

  const clashesOf = useMemo(
    () =>
      (meetings: readonly ScheduledMeeting[]): { readonly words: string; readonly at: readonly number[] }[] => {
        if (!request) return [];
        const core = meetings.map(toCore);
        const found = clashes(request, core).filter(counts);
        const missing = found.filter((c) => c.kind === 'lesson');
        return found.flatMap((c) => {
          if (c.kind !== 'lesson') return { words: clashInWords(c, core, words.name, words.when), at: c.meetings };
          // all children of one meeting in one sentence
          const all = missing.filter((m) => m.meetings[0] === c.meetings[0]).map((m) => words.name(m.child));
          if (words.name(c.child) !== all[0]) return [];
          const named = (id: string): string => (id === c.child ? listed(all) : words.name(id));
          return { words: clashInWords(c, core, named, words.when), at: c.meetings };
        });
      },
    [request, words],
  );

  /** A meeting at another time: in its own room where that is free then, else in another that is. */
  const withFreeRoom = (to: ScheduledMeeting, others: readonly ScheduledMeeting[]): ScheduledMeeting => {
    const slot = slots.find((s) => s.id === to.slot);
    if (!slot || !settings || settings.rooms.length === 0) return to;
    const taken = new Set(others.filter((m) => slots.some((s) => s.id === m.slot && slotsOverlap(s, slot))).map((m) => m.room));
    const free = settings.rooms.filter((r) => !holdsSlot(r.busy, slot) && !taken.has(r.id));
    return { ...to, room: free.some((r) => r.id === to.room) ? to.room : (free[0]?.id ?? to.room) };
  };

  const write = async (change: Change, said: string, { again, of, since }: Keeping): Promise<boolean> => {
    const before = latest.current;
    if (!before) return false;
    const moved = (): false => {
      toast.error(
        since ?? say('Somebody else changed the timetable just now. It is shown as it is; your change was not made.'),
        again && { action: { label: 'Make it again', onClick: again } },
      );
      return false;
    };
    if (of && of.version !== before.version) return moved();
    const next = change(before.meetings);
    if (typeof next === 'string') {
      // said once, however often the key came
      toast(next, { id: next });
      return false;
    }
    try {
      const made = await call('saveTimetable', { body: { version: before.version, meetings: next.map(toKept) } });
      latest.current = made;
      await refresh('timetable', 'sessions');
      const undone = { of: made, since: say('The timetable was changed since. It is shown as it is; nothing was put back.') };
      toast(said, { action: { label: 'Undo', onClick: () => void keep(() => before.meetings, 'As it was before.', undone) } });
      return true;
    } catch (problem) {
      await refresh('timetable');
      if (problem instanceof Problem && problem.code === 'newer-version') return moved();
      toast.error(sentenceOf(problem));
      return false;
    }
  };
  /** Keeps what the sheet becomes. Answers whether it was kept; where somebody else changed it meanwhile, theirs is shown. */
  const keep = (change: Change, said: string, keeping: Keeping = {}): Promise<boolean> => inLine(() => write(change, said, keeping));
  return {
    may,
    kept,
    error,
    settings,
    groups,
    children,
    team,
    classes,
    slots,
    facts,
    request,
    words,
    clashesOf,
    roomed: withFreeRoom,
    keep,
  };
}
export type TimetableData = ReturnType<typeof useTimetable>;
