/** All sessions of a cycle drafted in one press, looked through side by side, and kept together. */
import type { Group } from '@sapling/contract';
import { planCycle } from '@sapling/core/planning';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { useData } from '../api/data.js';
import { todayDay } from '../clock.js';
import { useMay } from '../shell/me.js';
import { AdultOptions } from '../ui/adult-options.js';
import { SelectField, Trouble } from '../ui/form.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { cycleRequest, meetingDays, TO_COME } from './cycle-request.js';
import { DraftCard } from './draft-card.js';
import { useCycleDrafts } from './use-cycle-drafts.js';
import { purposeWords } from './purpose.js';
import { useMaterials } from './use-materials.js';
import { shortDay } from '../ui/dates.js';

const LENGTHS = [10, 15, 20, 25, 30];

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const { id } = useParams();
  const may = useMay('plan');
  const { data: groups, error } = useData('groups');
  const { data: children } = useData('children');
  const { data: settings } = useData('settings');
  const { data: table } = useData('timetable');
  const { data: team } = useData('team');
  const group = groups?.find((g) => g.id === id);
  const materials = useMaterials(group);
  const request = useMemo(
    () =>
      group && children && settings && materials
        ? cycleRequest(group, materials.past, children, settings, todayDay(), meetingDays(group, table, settings))
        : null,
    [group, children, settings, materials, table],
  );
  const toMake = useMemo(() => (request ? planCycle(request).sessions.filter((s) => s.id.startsWith(TO_COME)) : []), [request]);
  const [minutes, setMinutes] = useState(20);
  const [adult, setAdult] = useState<string>();
  const { drafts, working, trouble, draft, again, keep, takeOut, stop } = useCycleDrafts(materials, toMake, minutes);
  if (!groups || !children || !settings)
    return (
      <Page title="Make the cycle">
        <Pending error={error} what="the group" />
      </Page>
    );
  if (!may || !group || (request && toMake.length === 0 && drafts.length === 0)) return <Nothing may={may} group={group} />;
  const who = adult ?? group.adultId ?? '';
  return (
    <Page
      title={`${group.name}: make the cycle`}
      lead="Every session drafted at once. Look them through, draw single ones again, take out what you do not want; then keep them together. Each can be changed later."
      actions={
        <Link className="btn" to={`/groups/${group.id}/cycle`}>
          The cycle
        </Link>
      }
    >
      <div className="mb-5 flex flex-wrap items-end gap-4">
        <SelectField
          label="Length of each"
          value={minutes}
          onChange={(event) => setMinutes(Number(event.target.value))}
          disabled={working !== null}
        >
          {LENGTHS.map((n) => (
            <option key={n} value={n}>
              {n} minutes
            </option>
          ))}
        </SelectField>
        <SelectField label="Run by" value={who} onChange={(event) => setAdult(event.target.value)}>
          <AdultOptions team={team} />
        </SelectField>
        {working ? (
          <span className="flex items-center gap-3 pb-1" role="status">
            <progress className="w-40" value={working.done} max={working.of} />
            {working.what === 'drafting' ? 'Drafting' : 'Keeping'} {working.done} of {working.of}
            {working.what === 'drafting' && (
              <button className="btn btn-small" onClick={stop}>
                Stop
              </button>
            )}
          </span>
        ) : (
          <>
            <button className={drafts.length === 0 ? 'btn btn-main' : 'btn'} disabled={!materials} onClick={() => void draft()}>
              {drafts.length === 0 ? `Draft ${toMake.length === 1 ? 'the session' : `${toMake.length} sessions`}` : 'Draft all again'}
            </button>
            {drafts.length > 0 && (
              <button className="btn btn-main" onClick={() => void keep(group, who)}>
                {who ? 'Keep and share' : 'Keep'} {drafts.length === 1 ? 'it' : `all ${drafts.length}`}
              </button>
            )}
          </>
        )}
      </div>
      <Trouble>{trouble}</Trouble>
      <ol className="grid gap-4 [grid-template-columns:repeat(auto-fill,minmax(19rem,1fr))]">
        {drafts.map((d) => (
          <DraftCard key={d.id} drafted={d} onAgain={() => void again(d.id)} onOut={() => takeOut(d.id)} />
        ))}
      </ol>
      {drafts.length === 0 && !working && (
        <ol className="sheet max-w-2xl">
          {toMake.map((s) => (
            <li key={s.id} className="flex gap-4 border-t border-rule-2 px-4 py-1.5 first:border-0">
              <span className="w-28 shrink-0 font-semibold">{shortDay(s.on)}</span>
              <span>{purposeWords(s)}</span>
            </li>
          ))}
        </ol>
      )}
    </Page>
  );
}

function Nothing({ may, group }: { may: boolean; group: Group | undefined }) {
  return (
    <Page title="Make the cycle">
      <Empty
        title={
          !may ? 'Plans are made by the intervention teacher' : !group ? 'This group is not here' : 'Every session of this cycle is made'
        }
        action={
          <Link className="btn btn-main" to={group ? `/groups/${group.id}/cycle` : '/groups'}>
            {group ? 'To the cycle' : 'To Groups'}
          </Link>
        }
      >
        {!may
          ? 'Sessions given to you stand under Today and Sessions.'
          : group
            ? 'Change single ones from the cycle.'
            : 'It ended, or it was not shared with you.'}
      </Empty>
    </Page>
  );
}
