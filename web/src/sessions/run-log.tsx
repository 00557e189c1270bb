/** What happened in a session: most of it is there from running it; the rest takes two minutes at most. */
import type { Session } from '@sapling/contract';
import { minutesTaken, type RunDraft } from './run-draft.js';
import { planWords } from '../wording/plan-words.js';
import { NumberField } from '../ui/number-field.js';

export function RunLog({
  session,
  draft,
  onChange,
  onFinish,
}: {
  session: Session;
  draft: RunDraft;
  onChange: (change: Partial<RunDraft>) => void;
  onFinish: () => void;
}) {
  const { parts } = session.plan;
  const there = session.members.filter((m) => !draft.away.includes(m.id));
  const taken = minutesTaken(session, draft);
  const leftOver = parts.filter((p) => !draft.done.includes(p.id));
  const marked = Object.keys(draft.marks).length;
  return (
    <main className="max-w-3xl px-8 py-5">
      <h2 className="mb-1 text-2xl">What happened</h2>
      <p className="mb-1 text-ink-2">
        {there.length} of {session.members.length} there, {draft.done.length} of {parts.length} parts done
        {marked > 0 && `, ${marked} ${marked === 1 ? 'mark' : 'marks'} kept as evidence`}. Change it above and at the left.
      </p>
      {leftOver.length > 0 && leftOver.length < parts.length && (
        <p className="mb-3 text-ink-2">Carried over to the next session: {leftOver.map((p) => planWords(p.title)).join(', ')}.</p>
      )}
      <div className="my-4 flex flex-wrap items-end gap-x-5 gap-y-3">
        <label className="font-semibold">
          Minutes
          <NumberField least={0} most={120} className="field ml-2 !w-20" value={taken} onNumber={(minutes) => onChange({ minutes })} />
        </label>
        <details className="text-sm">
          <summary className="cursor-pointer text-ink-2">Somebody came late or left early</summary>
          <ul className="mt-2 flex flex-wrap gap-3">
            {there.map((m) => (
              <li key={m.id}>
                <label>
                  {m.name.split(' ')[0]}
                  <input
                    type="number"
                    min={0}
                    max={60}
                    className="field ml-1.5 !min-h-8 !w-16"
                    placeholder={String(taken)}
                    value={draft.childMinutes[m.id] ?? ''}
                    aria-label={`Minutes of ${m.name.split(' ')[0]}`}
                    onChange={(event) => {
                      const { [m.id]: _old, ...rest } = draft.childMinutes;
                      const typed = event.target.value;
                      onChange({
                        childMinutes: typed === '' ? rest : { ...rest, [m.id]: Math.max(0, Math.min(60, Math.round(Number(typed) || 0))) },
                      });
                    }}
                  />
                </label>
              </li>
            ))}
          </ul>
        </details>
      </div>
      <label className="mb-1 block font-semibold" htmlFor="happened">
        For the record
      </label>
      <textarea
        id="happened"
        className="field"
        rows={4}
        maxLength={4000}
        value={draft.happened}
        onChange={(event) => onChange({ happened: event.target.value })}
        placeholder="What went well, what did not, what was left"
      />
      <label className="mt-4 mb-1 block font-semibold" htmlFor="note">
        A note to whoever plans this group
      </label>
      <textarea
        id="note"
        className="field !bg-note"
        rows={2}
        maxLength={4000}
        value={draft.note}
        onChange={(event) => onChange({ note: event.target.value })}
        placeholder="Can stay empty"
      />
      <button className="btn btn-main mt-5 min-h-12 px-6 text-lg" onClick={onFinish}>
        {session.log ? 'Keep the changed log' : 'Log this session'}
      </button>
    </main>
  );
}
