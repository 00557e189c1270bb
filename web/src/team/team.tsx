/** Team: who sees what. The lead adds colleagues and says which classes they have. */
import type { Colleague } from '@sapling/contract';
import { useEffect, useState } from 'react';
import { Link, useLocation } from 'react-router';
import { useData } from '../api/data.js';
import { OwnCalendar } from './calendar.js';
import { BackupList } from './backups.js';
import { EditColleague } from './edit-colleague.js';
import { ROLE_WORDS, useMay, useMe } from '../shell/me.js';
import { Page, Pending } from '../ui/page.js';
import { AddColleague } from './add-colleague.js';
import { HandOver } from './hand-over.js';
import { OwnAccount } from './own-account.js';
import { SchoolCard } from './school-card.js';
import { SchoolSettingsForm } from './school-settings.js';
import { STANDS_MS, useLate } from '../ui/use-late.js';
import { say } from '../wording/say.js';
import { under } from '../base.js';
import { ExportFile } from './export-file.js';

export function Component() {
  const me = useMe();
  const lead = useMay('manage team');
  const bringIn = useMay('import');
  const { data: team, error } = useData('team');
  const { data: classes, error: noClasses } = useData('classes');
  const { data: settings, error: noSettings } = useData('settings');
  const [adding, setAdding] = useState(false);
  const [editing, setEditing] = useState<Colleague | null>(null);
  const [giving, setGiving] = useState<Colleague | null>(null);
  const { hash } = useLocation();
  // what stands further down is as long as it will be: nothing of it moves under a finger
  const everybodys = [useData('ownSignIns'), useData('calendarLinks'), useData('familyLanguages')];
  const backups = useData(lead ? 'backups' : null);
  const late = useLate(STANDS_MS);
  const below = lead ? [...everybodys, backups] : everybodys;
  const filled = late || below.every((one) => one.data !== undefined || one.error !== undefined);
  const ready = team !== undefined && (classes ?? noClasses) !== undefined && (settings ?? noSettings) !== undefined && filled;
  useEffect(() => {
    // what was gone to from the command list is on screen only once the page is filled
    if (ready && hash.length > 1) document.getElementById(hash.slice(1))?.scrollIntoView();
  }, [ready, hash]);
  if (!ready)
    return (
      <Page title="Team">
        <Pending error={error} what="the team" />
      </Page>
    );
  const sees = (c: Colleague): string => {
    if (c.role === 'lead') return say('every class');
    if (c.role === 'tutor') return say('the groups and sessions given to them');
    const names = c.classIds.flatMap((id) => classes?.find((k) => k.id === id)?.name ?? []);
    return names.length > 0 ? names.join(', ') : c.classIds.length > 0 ? `${c.classIds.length} classes` : say('no class yet');
  };
  return (
    <Page
      title="Team"
      lead={`${me.school.name}. Children are seen by those who teach them, and by nobody else.`}
      actions={
        lead && (
          <>
            <Link className="btn" to="/team/year">
              The school year
            </Link>
            <button className="btn btn-main" onClick={() => setAdding(true)}>
              Add a colleague
            </button>
          </>
        )
      }
    >
      <ul className="sheet ruled mb-10">
        {team.map((c) => (
          <li key={c.id} className={`flex flex-wrap items-center gap-x-4 gap-y-1 px-4 py-2 lg:flex-nowrap ${c.active ? '' : 'text-ink-2'}`}>
            <span className="w-48 font-semibold">
              {c.name}
              {c.id === me.colleague.id && ' (you)'}
            </span>
            <span className="w-44">{ROLE_WORDS[c.role]}</span>
            <span className="flex-1 text-ink-2">
              {!c.active ? 'cannot sign in' : c.invited ? 'invited, has not come in yet' : `sees ${sees(c)}`}
            </span>
            <span className="text-sm text-ink-2">{c.email}</span>
            {lead && c.role !== 'class teacher' && (
              <button className="btn btn-small btn-quiet" onClick={() => setGiving(c)} aria-label={`Hand over the work of ${c.name}`}>
                Hand over
              </button>
            )}
            {lead && (
              <button className="btn btn-small" onClick={() => setEditing(c)} aria-label={`Change ${c.name}`}>
                Change
              </button>
            )}
          </li>
        ))}
      </ul>
      <SchoolCard key={`${me.school.name} ${me.school.timeZone}`} />
      <SchoolSettingsForm />
      <div className="grid gap-10 lg:grid-cols-2">
        <OwnAccount key={me.colleague.version} />
        <OwnCalendar />
        {lead && <BackupList />}
        <section aria-labelledby="data">
          <h2 id="data" className="mb-2 text-lg">
            Data and cautions
          </h2>
          <p className="mb-2">
            A check tells what to teach next. It is not a diagnosis; where you are worried about a child’s hearing, speech, sight or
            learning, follow your school’s own way to the people licensed to assess it. A different accent is not an error.
          </p>
          <p className="mb-3">Everything stays on this installation. Your school’s own rules for children’s data come first.</p>
          {bringIn && (
            <ul className="grid justify-items-start gap-2">
              <li>
                <Link className="btn" to="/children/import">
                  Class lists brought in
                </Link>
              </li>
              <li>
                <a className="btn" href={under('/api/roster.zip')} download>
                  Class lists as OneRoster 1.2
                </a>
              </li>
              {lead && (
                <>
                  <li>
                    <ExportFile label="All records as CSV" address="/api/records.zip" file="keen-sapling-records" ending="zip" />
                    <span className="mt-0.5 block text-sm text-ink-2">
                      One file a kind of record, and one that says what each column means.
                    </span>
                  </li>
                  <li>
                    <ExportFile
                      label="The whole installation"
                      address="/api/installation.json"
                      file="keen-sapling-installation"
                      ending="json"
                    />
                    <span className="mt-0.5 block text-sm text-ink-2">
                      For another machine: an empty installation reads it on its first page. Recordings stay here. Keep it as safe as this
                      installation: it holds everything.
                    </span>
                  </li>
                </>
              )}
            </ul>
          )}
        </section>
      </div>
      {adding && <AddColleague onClose={() => setAdding(false)} />}
      {giving && <HandOver key={giving.id} colleague={giving} onClose={() => setGiving(null)} />}
      {editing && <EditColleague key={`${editing.id} ${editing.version}`} colleague={editing} onClose={() => setEditing(null)} />}
    </Page>
  );
}
