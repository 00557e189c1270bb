/** Years that were closed: who was in which class and group then, and the way back for the last one. */
import { toast } from 'sonner';
import { Link } from 'react-router';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { dateWords } from '../ui/dates.js';
import { GraphemeChip } from '../ui/word-marks.js';

/** So many pairs of a group's focus are drawn. */
const CHIPS = 6;

export function PastYears() {
  const { data: years } = useData('schoolYears');
  if (!years || years.length === 0) return null;
  const open = async (id: string, name: string): Promise<void> => {
    try {
      await call('undoRollOver', { params: { id } });
      await refresh('classes', 'children', 'groups', 'sessions', 'timetable', 'team');
      toast.success(`${name} is open again, as it was. What was marked since stays.`);
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="past-years">
      <h2 id="past-years" className="mb-2 text-xl">
        Years that were
      </h2>
      <ul className="grid gap-3">
        {years.map((year) => (
          <li key={year.id} className="sheet p-4">
            <div className="flex flex-wrap items-center gap-4">
              <h3 className="text-lg">{year.name}</h3>
              <span className="flex-1 text-ink-2">
                closed on {dateWords(year.endedOn)}; {year.classes.reduce((n, c) => n + c.children.length, 0)} children in{' '}
                {year.classes.length} classes, {year.groups.length} groups
              </span>
              {year.canUndo && (
                <button className="btn" onClick={() => void open(year.id, year.name)}>
                  Open it again
                </button>
              )}
            </div>
            <details className="mt-2">
              <summary className="cursor-pointer text-ink-2">Who was where</summary>
              <div className="mt-3 grid gap-6 lg:grid-cols-2">
                {year.classes.map((c) => (
                  <section key={c.name} aria-label={c.name}>
                    <h4 className="font-semibold">
                      {c.name}
                      {c.year && `, year ${c.year}`}
                    </h4>
                    <ul className="ruled">
                      {c.children.map((child) => (
                        <li key={child.id} className="flex justify-between gap-3 py-1">
                          {child.left ? (
                            <span>
                              {child.name} <span className="text-sm text-ink-2">has left</span>
                            </span>
                          ) : (
                            <Link className="underline underline-offset-4" to={`/children/${child.id}`}>
                              {child.name}
                            </Link>
                          )}
                          <span className="text-sm text-ink-2">
                            {child.secure} of {child.pairs} pairs secure when last seen
                          </span>
                        </li>
                      ))}
                    </ul>
                  </section>
                ))}
                {year.groups.length > 0 && (
                  <section aria-label="Groups">
                    <h4 className="font-semibold">Groups</h4>
                    <ul className="ruled">
                      {year.groups.map((group) => (
                        <li key={group.name} className="py-1">
                          <b>{group.name}</b>
                          {group.adult && ` with ${group.adult}`}, {group.held} {group.held === 1 ? 'session' : 'sessions'} held{' '}
                          {group.focus.slice(0, CHIPS).map((gpc) => (
                            <GraphemeChip key={gpc} gpc={gpc} />
                          ))}
                          {group.focus.length > CHIPS && <span className="text-sm text-ink-2"> and {group.focus.length - CHIPS} more</span>}
                          <span className="block text-sm text-ink-2">{group.children.map((c) => c.name).join(', ')}</span>
                        </li>
                      ))}
                    </ul>
                  </section>
                )}
              </div>
            </details>
          </li>
        ))}
      </ul>
    </section>
  );
}
