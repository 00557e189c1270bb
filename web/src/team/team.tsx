/** Team: who sees what. The lead adds colleagues and says which classes they have. */
import type { Colleague, Role } from '@sapling/contract';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { OwnCalendar } from './calendar.js';
import { BackupList } from './backups.js';
import { ClassBoxes, needsClasses, RoleField } from './colleague-fields.js';
import { EditColleague } from './edit-colleague.js';
import { ROLE_WORDS, useMay, useMe } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { TextField, Trouble } from '../ui/form.js';
import { Page, Pending } from '../ui/page.js';
import { SchoolSettingsForm } from './school-settings.js';

export function Component() {
  const me = useMe();
  const lead = useMay('manage team');
  const bringIn = useMay('import');
  const { data: team, error } = useData('team');
  const { data: classes } = useData('classes');
  const [adding, setAdding] = useState(false);
  const [editing, setEditing] = useState<Colleague | null>(null);
  if (!team)
    return (
      <Page title="Team">
        <Pending error={error} what="the team" />
      </Page>
    );
  const sees = (c: Colleague): string => {
    if (c.role === 'lead') return 'every class';
    if (c.role === 'tutor') return 'the groups and sessions given to them';
    const names = c.classIds.flatMap((id) => classes?.find((k) => k.id === id)?.name ?? []);
    return names.length > 0 ? names.join(', ') : c.classIds.length > 0 ? `${c.classIds.length} classes` : 'no class yet';
  };
  return (
    <Page
      title="Team"
      lead={`${me.school.name}. Children are seen by those who teach them, and by nobody else.`}
      actions={
        lead && (
          <button className="btn btn-main" onClick={() => setAdding(true)}>
            Add a colleague
          </button>
        )
      }
    >
      <ul className="sheet ruled mb-10">
        {team.map((c) => (
          <li key={c.id} className={`flex items-center gap-4 px-4 py-2 ${c.active ? '' : 'text-ink-2'}`}>
            <span className="w-48 font-semibold">
              {c.name}
              {c.id === me.colleague.id && ' (you)'}
            </span>
            <span className="w-44">{ROLE_WORDS[c.role]}</span>
            <span className="flex-1 text-ink-2">{c.active ? `sees ${sees(c)}` : 'cannot sign in'}</span>
            <span className="text-sm text-ink-2">{c.email}</span>
            {lead && (
              <button className="btn btn-small" onClick={() => setEditing(c)} aria-label={`Change ${c.name}`}>
                Change
              </button>
            )}
          </li>
        ))}
      </ul>
      <SchoolSettingsForm />
      <div className="grid gap-10 lg:grid-cols-2">
        <OwnPassword />
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
                <a className="btn" href="/api/roster.zip" download>
                  Class lists as OneRoster 1.2
                </a>
              </li>
              {lead && (
                <>
                  <li>
                    <a className="btn" href="/api/records.zip" download>
                      All records as CSV
                    </a>
                    <span className="mt-0.5 block text-sm text-ink-2">
                      One file a kind of record, and one that says what each column means.
                    </span>
                  </li>
                  <li>
                    <a className="btn" href="/api/installation.json" download>
                      The whole installation
                    </a>
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
      {adding && <Add onClose={() => setAdding(false)} />}
      {editing && <EditColleague key={`${editing.id} ${editing.version}`} colleague={editing} onClose={() => setEditing(null)} />}
    </Page>
  );
}

function Add({ onClose }: { onClose: () => void }) {
  const [role, setRole] = useState<Role>('tutor');
  const [classIds, setClassIds] = useState<string[]>([]);
  const [trouble, setTrouble] = useState<unknown>(null);
  const problem = trouble instanceof Problem ? trouble : null;
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    call('addColleague', {
      body: {
        name: String(form.get('name')),
        email: String(form.get('email')),
        password: String(form.get('password')),
        role,
        classIds: needsClasses(role) ? classIds : [],
      },
    })
      .then(async (made) => {
        await refresh('team');
        toast.success(`${made.name} can sign in now. Tell them the first password yourself.`);
        onClose();
      })
      .catch(setTrouble);
  };
  return (
    <Dialog open onClose={onClose} title="Add a colleague">
      <form className="grid gap-4" onSubmit={submit} noValidate>
        <Trouble>{trouble && !problem?.data.errors?.length ? sentenceOf(trouble) : null}</Trouble>
        <TextField label="Name" name="name" autoFocus error={problem?.field('name')} />
        <TextField label="Email" name="email" type="email" error={problem?.field('email')} />
        <RoleField value={role} onChange={setRole} />
        {needsClasses(role) && <ClassBoxes value={classIds} onChange={setClassIds} />}
        <TextField
          label="First password"
          name="password"
          type="text"
          autoComplete="off"
          hint="At least 10 characters. They can change it under Team."
          error={problem?.field('password')}
        />
        <button className="btn btn-main justify-self-start">Add</button>
      </form>
    </Dialog>
  );
}

function OwnPassword() {
  const me = useMe();
  const [trouble, setTrouble] = useState<unknown>(null);
  const submit = (event: FormEvent<HTMLFormElement>): void => {
    event.preventDefault();
    const target = event.currentTarget;
    const form = new FormData(target);
    call('changePassword', { body: { current: String(form.get('current')), next: String(form.get('next')) } })
      .then(async () => {
        setTrouble(null);
        target.reset();
        await me.again();
        toast.success('Password changed. Other devices are signed out.');
      })
      .catch(setTrouble);
  };
  return (
    <section aria-labelledby="password">
      <h2 id="password" className="mb-2 text-lg">
        Your password
      </h2>
      {me.school.demo ? (
        <p className="text-ink-2">In the demo, people are signed in by one press and have no password to change.</p>
      ) : (
        <form className="grid max-w-sm gap-4" onSubmit={submit} noValidate>
          <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
          <TextField label="Present password" name="current" type="password" autoComplete="current-password" />
          <TextField label="New password" name="next" type="password" autoComplete="new-password" hint="At least 10 characters." />
          <button className="btn justify-self-start">Change it</button>
        </form>
      )}
    </section>
  );
}
