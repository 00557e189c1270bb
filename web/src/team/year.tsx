/** The school year: closing one in summer, on one page, and looking at those that were. */
import type { ChildLine, RollOver, SchoolClass } from '@sapling/contract';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { familyFirst, readLines, recognise } from '../children/columns.js';
import { ListTrouble, readListFile } from '../children/list-file.js';
import { todayDay } from '../clock.js';
import { useMay } from '../shell/me.js';
import { useUnsaved } from '../shell/unsaved.js';
import { FileButton } from '../ui/file-button.js';
import { TextField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { say } from '../wording/say.js';
import { PastYears } from './past-years.js';
import { ClassRow, Confirm, ListRead } from './year-rows.js';
import {
  fromList,
  joined,
  nextNames,
  notYet,
  proposed,
  toRollOver,
  yearName,
  type ClassPlan,
  type FromList,
  type Others,
} from './year-plan.js';

export function Component() {
  const lead = useMay('manage team');
  const { data: classes, error } = useData('classes');
  const { data: children } = useData('children');
  if (!lead)
    return (
      <Page title="The school year">
        <Empty title="The lead closes the year">Ask them when the classes of next year are known.</Empty>
      </Page>
    );
  if (!classes || !children)
    return (
      <Page title="The school year">
        <Pending error={error} what="the classes" />
      </Page>
    );
  return (
    <Page
      title="The school year"
      lead="In summer, once: every child goes into next year’s class or leaves. Groups, sessions to come and the timetable end; everything that was seen of a child stays with the child."
    >
      {classes.length === 0 ? (
        <Empty
          title="No classes yet"
          action={
            <Link className="btn btn-main" to="/children/import">
              Bring in a class list
            </Link>
          }
        >
          A year is closed by moving its classes up. There is none so far.
        </Empty>
      ) : (
        <Close key={classes.map((c) => c.id).join()} classes={classes} children={children} />
      )}
      <PastYears />
    </Page>
  );
}

function Close({ classes, children }: { classes: readonly SchoolClass[]; children: readonly ChildLine[] }) {
  const { data: groups } = useData('groups');
  const { data: ahead } = useData('sessions', { query: { from: todayDay() } });
  const [ending, setEnding] = useState(() => yearName(todayDay()));
  const [first] = useState<readonly ClassPlan[]>(() => proposed(classes));
  const [plans, setPlans] = useState(first);
  const [others, setOthers] = useState<Others>(new Map());
  const [adults, setAdults] = useState<RollOver['adults']>('with the name');
  const [list, setList] = useState<FromList | null>(null);
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  useUnsaved(others.size > 0 || JSON.stringify(plans) !== JSON.stringify(first), say('who goes where next year'));
  const names = nextNames(plans);
  const goes = useMemo(() => {
    const own = new Map(plans.map((p) => [p.id, p.leaves ? null : p.name.trim()]));
    return new Map(children.map((c) => [c.id, others.has(c.id) ? others.get(c.id)! : (own.get(c.classId) ?? null)]));
  }, [plans, others, children]);
  const leaving = children.filter((c) => goes.get(c.id) === null);
  const blocked = ending.trim() === '' ? 'Say what the year that ends is called.' : notYet(plans, others, classes);
  // today's stay: one may have been held and not logged yet
  const sessions = (ahead ?? []).filter((s) => !s.log && s.on > todayDay()).length;
  const change = (id: string, part: Partial<ClassPlan>): void => setPlans((now) => now.map((p) => (p.id === id ? { ...p, ...part } : p)));
  const send = (child: ChildLine, to: string): void =>
    setOthers((now) => {
      const next = new Map(now);
      if (to === 'with') next.delete(child.id);
      else next.set(child.id, to === 'leaves' ? null : to.slice(1));
      return next;
    });
  const read = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const { header, lines } = await readListFile(file);
      const mapping = recognise(header);
      const rows = readLines(lines, mapping, { familyFirst: familyFirst(header[mapping.fullName ?? -1] ?? ''), today: todayDay() }).flatMap(
        (l) => (l.value ? [l.value] : []),
      );
      if (rows.length === 0) return setTrouble(`“${file.name}” names no child with a class. Nothing was changed.`);
      const found = fromList(rows, children, plans);
      setOthers(found.others);
      setList(found);
      setTrouble(null);
    } catch (error) {
      setTrouble(error instanceof ListTrouble ? error.message : `“${file.name}” could not be read. Nothing was changed.`);
    }
  };
  const close = async (): Promise<void> => {
    setBusy(true);
    try {
      const done = await call('rollOver', { body: toRollOver(ending, plans, others, adults) });
      await refresh('classes', 'children', 'groups', 'sessions', 'timetable', 'team');
      toast.success(
        `${ending.trim()} is closed: ${done.moved} children moved up, ${done.left} left. It can be opened again for 30 days, below.`,
        {
          duration: 15_000,
        },
      );
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
    setAsking(false);
    setBusy(false);
  };
  return (
    <section aria-label="Close the year" className="mb-12">
      <Trouble>{trouble}</Trouble>
      <div className="mb-5 flex flex-wrap items-end gap-5">
        <TextField label="The year that ends" value={ending} maxLength={60} onChange={(e) => setEnding(e.target.value)} />
        <FileButton
          label="Next year’s class list"
          text="Fill in from next year’s list"
          accept=".csv,.tsv,.txt,.zip,.xlsx"
          onFile={(file) => void read(file)}
        />
      </div>
      {list && <ListRead list={list} />}
      <ul className="sheet ruled mb-5">
        {plans.map((plan) => (
          <ClassRow
            key={plan.id}
            plan={plan}
            own={classes.find((c) => c.id === plan.id)!}
            kids={children.filter((c) => c.classId === plan.id)}
            names={names}
            goes={goes}
            others={others}
            onChange={(part) => change(plan.id, part)}
            onSend={send}
          />
        ))}
      </ul>
      <fieldset className="mb-5">
        <legend className="mb-1 font-semibold">Colleagues who have classes</legend>
        <label className="flex items-center gap-2">
          <input type="radio" name="adults" checked={adults === 'with the name'} onChange={() => setAdults('with the name')} /> stay with
          the name: who had this year’s {classes[0]!.name} has next year’s
        </label>
        <label className="flex items-center gap-2">
          <input type="radio" name="adults" checked={adults === 'with the children'} onChange={() => setAdults('with the children')} /> go
          up with their children
        </label>
        <p className="text-sm text-ink-2">Single colleagues are changed under Team afterwards.</p>
      </fieldset>
      <div className="flex flex-wrap items-center gap-4">
        <button className="btn btn-main" disabled={blocked !== null} onClick={() => setAsking(true)}>
          Close the year…
        </button>
        <p role="status" className={blocked ? 'font-semibold text-gap' : 'text-ink-2'}>
          {blocked ??
            `${joined(plans, classes).join(' ')} ${children.length - leaving.length} children into ${names.length} ${names.length === 1 ? 'class' : 'classes'}, ${leaving.length} leave.`}
        </p>
      </div>
      {asking && (
        <Confirm
          ending={ending.trim()}
          stay={children.length - leaving.length}
          leaving={leaving}
          names={names}
          groups={groups?.length ?? 0}
          sessions={sessions}
          busy={busy}
          onClose={() => setAsking(false)}
          onYes={() => void close()}
        />
      )}
    </section>
  );
}
