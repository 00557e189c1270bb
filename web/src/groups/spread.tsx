/** How groups fall across classes, first languages and needs, so that a lead can see a pattern. Nothing is decided from these. */
import type { ChildLine, Group, SchoolClass } from '@sapling/contract';

interface Props {
  groups: readonly Group[];
  children: readonly ChildLine[];
  classes: readonly SchoolClass[];
}

export function Spread({ groups, children, classes }: Props) {
  const byId = new Map(children.map((c) => [c.id, c]));
  const grouped = new Set(groups.flatMap((g) => g.members));
  const rows = [
    ...groups.map((g) => ({ name: g.name, members: g.members.flatMap((id) => byId.get(id) ?? []) })),
    { name: 'In no group', members: children.filter((c) => !grouped.has(c.id)) },
    { name: 'All children', members: [...children] },
  ];
  const kinds: { title: string; of: (c: ChildLine) => string }[] = [
    { title: 'Class', of: (c) => classes.find((k) => k.id === c.classId)?.name ?? '?' },
    { title: 'First language', of: (c) => c.firstLanguage || 'not recorded' },
    { title: 'Needs on record', of: (c) => c.needs || 'none recorded' },
  ];
  return (
    <section aria-label="How groups fall" className="mb-6 border-y-2 border-pine bg-sheet px-5 py-4">
      <h2 className="text-lg">How groups fall</h2>
      <p className="mb-3 text-sm text-ink-2">
        From what the school records, so that a pattern can be seen. No group is formed from language or needs; with few children a pattern
        can be chance.
      </p>
      <div className="flex flex-wrap gap-x-8 gap-y-5">
        {kinds.map(({ title, of }) => {
          const values = [...new Set(children.map(of))].sort();
          return (
            <table key={title} className="text-sm">
              <caption className="pb-1 text-left font-semibold">{title}</caption>
              <thead>
                <tr>
                  <td />
                  {values.map((v) => (
                    <th key={v} scope="col" className="max-w-24 px-2 text-right align-bottom font-normal text-ink-2">
                      {v}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {rows.map((row) => (
                  <tr key={row.name} className="border-t border-rule-2">
                    <th scope="row" className="py-0.5 pr-3 text-left font-normal">
                      {row.name}
                    </th>
                    {values.map((v) => {
                      const n = row.members.filter((c) => of(c) === v).length;
                      return (
                        <td key={v} className={`px-2 text-right ${n === 0 ? 'text-ink-2' : 'font-semibold'}`}>
                          {n}
                        </td>
                      );
                    })}
                  </tr>
                ))}
              </tbody>
            </table>
          );
        })}
      </div>
    </section>
  );
}
