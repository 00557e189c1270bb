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
import { Dialog } from '../ui/dialog.js';
import { FileButton } from '../ui/file-button.js';
import { TextField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { PastYears } from './past-years.js';
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
  const [plans, setPlans] = useState<readonly ClassPlan[]>(() => proposed(classes));
  const [others, setOthers] = useState<Others>(new Map());
  const [adults, setAdults] = useState<RollOver['adults']>('with the name');
  const [list, setList] = useState<FromList | null>(null);
  const [asking, setAsking] = useState(false);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const names = nextNames(plans);
  const goes = useMemo(() => {
    const own = new Map(plans.map((p) => [p.id, p.leaves ? null : p.name.trim()]));
    return new Map(children.map((c) => [c.id, others.has(c.id) ? others.get(c.id)! : (own.get(c.classId) ?? null)]));
  }, [plans, others, children]);
  const leaving = children.filter((c) => goes.get(c.id) === null);
  const blocked = ending.trim() === '' ? 'Say what the year that ends is called.' : notYet(plans, others, classes);
  const sessions = (ahead ?? []).filter((s) => !s.log).length;
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
      {list && (
        <p role="status" className="mb-4 border-l-4 border-leaf bg-sheet px-4 py-2">
          {list.matched} children of the list are here and stand in their class of next year.{' '}
          {list.unnamed > 0 && `${list.unnamed} of this year are not on it and are set to leave. `}
          {list.fresh > 0 && `${list.fresh} on it are new: bring the list in after the year is closed. `}
          {list.unknown.length > 0 && `No class of next year is called ${list.unknown.join(', ')}: name one so, then read the list again.`}
        </p>
      )}
      <ul className="sheet ruled mb-5">
        {plans.map((plan) => {
          const own = classes.find((c) => c.id === plan.id)!;
          const kids = children.filter((c) => c.classId === plan.id);
          const apart = kids.filter((c) => others.has(c.id));
          return (
            <li key={plan.id} className="px-4 py-3">
              <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
                <span className="w-52">
                  <b>{own.name}</b>
                  <span className="block text-sm text-ink-2">
                    {own.year && `${/^\d/.test(own.year) ? 'year ' : ''}${own.year}, `}
                    {kids.length} {kids.length === 1 ? 'child' : 'children'}
                  </span>
                </span>
                <select
                  className="field !w-auto"
                  aria-label={`What becomes of ${own.name}`}
                  value={plan.leaves ? 'leaves' : 'up'}
                  onChange={(e) => change(plan.id, { leaves: e.target.value === 'leaves' })}
                >
                  <option value="up">goes up as</option>
                  <option value="leaves">leaves the school</option>
                </select>
                {!plan.leaves && (
                  <>
                    <input
                      className="field !w-40"
                      aria-label={`Name of ${own.name} next year`}
                      value={plan.name}
                      maxLength={60}
                      onChange={(e) => change(plan.id, { name: e.target.value })}
                    />
                    <label className="flex items-center gap-2 text-ink-2">
                      year
                      <input
                        className="field !w-24 text-ink"
                        aria-label={`Year of ${own.name} next year`}
                        value={plan.year}
                        maxLength={20}
                        onChange={(e) => change(plan.id, { year: e.target.value })}
                      />
                    </label>
                  </>
                )}
              </div>
              {kids.length > 0 && (
                <details className="mt-2">
                  <summary className="cursor-pointer text-sm text-ink-2">
                    {apart.length === 0
                      ? 'All of them together; change single children'
                      : `${apart.length} of them another way: ${apart
                          .slice(0, 5)
                          .map((c) => `${c.givenName} ${goes.get(c.id) === null ? 'leaves' : `into ${goes.get(c.id)}`}`)
                          .join(', ')}${apart.length > 5 ? ` and ${apart.length - 5} more` : ''}`}
                  </summary>
                  <ul className="mt-2 grid gap-x-6 gap-y-1 sm:grid-cols-2">
                    {kids.map((child) => (
                      <li key={child.id} className="flex items-center justify-between gap-3">
                        <span>
                          {child.givenName} {child.familyName}
                        </span>
                        <select
                          className="field !w-48"
                          aria-label={`Next year of ${child.givenName} ${child.familyName}`}
                          value={!others.has(child.id) ? 'with' : goes.get(child.id) === null ? 'leaves' : `.${goes.get(child.id)!}`}
                          onChange={(e) => send(child, e.target.value)}
                        >
                          <option value="with">with the class</option>
                          {names.map((name) => (
                            <option key={name} value={`.${name}`}>
                              into {name}
                            </option>
                          ))}
                          <option value="leaves">leaves the school</option>
                        </select>
                      </li>
                    ))}
                  </ul>
                </details>
              )}
            </li>
          );
        })}
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
        <Dialog open onClose={() => setAsking(false)} title={`Close ${ending.trim()}?`}>
          <ul className="mb-4 grid list-disc gap-1 pl-5">
            <li>
              {children.length - leaving.length} children go into {names.join(', ')}.
            </li>
            <li>
              {leaving.length} leave{leaving.length > 0 && leaving.length <= 6 && `: ${leaving.map((c) => c.givenName).join(', ')}`}. They
              are in no list any more, and can be put back.
            </li>
            <li>
              {groups?.length ?? 0} groups and {sessions} sessions to come end, and the timetable is empty. Logs, checks, readings and notes
              stay.
            </li>
            <li>A backup is made first, and for 30 days the year can be opened again as it was.</li>
          </ul>
          <div className="flex gap-3">
            <button className="btn btn-main" disabled={busy} onClick={() => void close()}>
              {busy ? 'Closing…' : 'Close the year'}
            </button>
            <button className="btn" onClick={() => setAsking(false)}>
              Not yet
            </button>
          </div>
        </Dialog>
      )}
    </section>
  );
}
