/** Handing a group over: the summary from its records, on screen and on paper, and to whom it goes. */
import { outcomeOf } from '@sapling/core/judgement';
import { Printer } from 'lucide-react';
import { useMemo } from 'react';
import { Link, useParams } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { Remarks } from '../remarks/remarks.js';
import { useMay } from '../shell/me.js';
import { AdultOptions } from '../ui/adult-options.js';
import { dayWords } from '../ui/dates.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { handoverOf } from './handover.js';

export function Component() {
  const { id } = useParams();
  const may = useMay('form groups');
  const { data: groups, error } = useData('groups');
  const { data: team } = useData('team');
  const group = groups?.find((g) => g.id === id);
  const { data: facts } = useData('groupOutcome', { params: { id: id! } });
  const { data: sessions } = useData(facts ? 'sessions' : null, { query: facts ? { from: facts.startsOn } : {} });
  const summary = useMemo(
    () =>
      group && facts && facts.children.length > 0 && sessions && team
        ? handoverOf({
            group,
            sessions,
            facts,
            outcome: outcomeOf({ children: facts.children, taught: facts.taught, days: facts.days }),
            who: (colleague) => team.find((c) => c.id === colleague)?.name ?? 'somebody',
          })
        : null,
    [group, facts, sessions, team],
  );
  if (!groups || !facts || !team)
    return (
      <Page title="Hand over">
        <Pending error={error} what="the group" />
      </Page>
    );
  if (!group || !summary)
    return (
      <Page title="Hand over">
        <Empty
          title={group ? 'Nobody is in this group' : 'This group is not here'}
          action={
            <Link className="btn btn-main" to="/groups">
              To Groups
            </Link>
          }
        >
          {group ? 'A group with children can be handed over.' : 'It ended, or it was not shared with you.'}
        </Empty>
      </Page>
    );
  const give = async (adultId: string | null): Promise<void> => {
    try {
      const before = group.adultId;
      const changed = await call('updateGroup', { params: { id: group.id }, body: { adultId, version: group.version } });
      await refresh('groups');
      toast.success(adultId ? `${team.find((c) => c.id === adultId)!.name} has this group now.` : 'Nobody has this group now.', {
        action: {
          label: 'Undo',
          onClick: () =>
            void call('updateGroup', { params: { id: group.id }, body: { adultId: before, version: changed.version } }).then(
              () => refresh('groups'),
              (problem: unknown) => toast.error(sentenceOf(problem)),
            ),
        },
      });
    } catch (problem) {
      await refresh('groups');
      toast.error(
        problem instanceof Problem && problem.code === 'newer-version'
          ? 'Somebody else changed this group just now. It is shown as it is; your change was not made.'
          : sentenceOf(problem),
      );
    }
  };
  return (
    <Page
      title={`${group.name}: hand over`}
      lead="Written from the records of this group, nothing else."
      actions={
        <>
          <button className="btn" onClick={() => window.print()}>
            <Printer size={17} aria-hidden /> Print
          </button>
          <Link className="btn" to={`/groups#${group.id}`}>
            The group
          </Link>
        </>
      }
    >
      {may && (
        <label className="no-print mb-5 flex items-center gap-3">
          <span className="font-semibold">Taken by</span>
          <select className="field !w-auto" value={group.adultId ?? ''} onChange={(event) => void give(event.target.value || null)}>
            <AdultOptions team={team} now={group.adultId} />
          </select>
          <span className="text-sm text-ink-2">They see these children and this group’s sessions, and no others.</span>
        </label>
      )}
      <section aria-label="The group" className="mb-6 max-w-3xl text-lg leading-relaxed">
        {summary.group.map((line) => (
          <p key={line}>{line}</p>
        ))}
      </section>
      <ul className="ruled max-w-4xl">
        {summary.children.map((child) => (
          <li key={child.id} className="grid break-inside-avoid gap-x-4 sm:grid-cols-[13rem_1fr] py-2.5">
            <Link className="font-semibold underline-offset-4 hover:underline" to={`/children/${child.id}`}>
              {child.name}
            </Link>
            <p>{child.lines.join(' ')}</p>
          </li>
        ))}
      </ul>
      {summary.notes.length > 0 && (
        <section aria-label="What colleagues wrote" className="mt-6 max-w-3xl">
          <h2 className="mb-1 text-lg">What colleagues wrote</h2>
          <ul className="grid gap-2">
            {summary.notes.map((note) => (
              <li key={note.on + note.text} className="rounded-m border border-rule bg-note p-3">
                <p className="text-sm text-ink-2">
                  {dayWords(note.on)}, {note.by}
                </p>
                <p className="whitespace-pre-wrap">{note.text}</p>
              </li>
            ))}
          </ul>
        </section>
      )}
      <div className="mt-8">
        <Remarks about="group" subject={group.id} name={group.name} />
      </div>
    </Page>
  );
}
