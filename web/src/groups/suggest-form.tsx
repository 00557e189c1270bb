/** The wish for groups: from whom, how formed, how many of what size, for how long. */
import type { SchoolClass } from '@sapling/contract';
import type { ReactNode } from 'react';
import { GROUP_SKILLS, MOST_MEMBERS } from './problem.js';
import { KEEP, type Asked, type Keep, type Way, type Wish } from './suggest-wish.js';
import { NumberField } from '../ui/number-field.js';

interface Props {
  wish: Wish;
  asked: Asked;
  classIds: readonly string[];
  classes: readonly SchoolClass[] | undefined;
  /** How many were chosen elsewhere. */
  chosen: number;
  hasGroups: boolean;
  /** Whether there was a cycle before. */
  hasLast: boolean;
  onWish: (wish: Partial<Wish>) => void;
  /** What stands after the last field. */
  children: ReactNode;
}

export function SuggestForm({ wish, asked, classIds, classes, chosen, hasGroups, hasLast, onWish, children }: Props) {
  const [least, most] = wish.size;
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-3">
        <label className="flex items-center gap-2">
          From
          <select className="field !w-auto" value={wish.from} onChange={(event) => onWish({ from: event.target.value })}>
            {chosen > 0 && <option value="chosen">the {chosen} chosen under Gaps</option>}
            <option value="all">{wish.replace ? 'all children with gaps' : 'all children with gaps, in no group'}</option>
            {classIds.length > 1 &&
              classIds.map((id) => (
                <option key={id} value={id}>
                  {classes?.find((c) => c.id === id)?.name ?? 'one class'} only
                </option>
              ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          by
          <select
            className="field !w-auto"
            aria-label="How groups are formed"
            value={wish.way}
            onChange={(event) => onWish({ way: event.target.value as Way })}
          >
            <option value="shared gaps">shared gaps, wherever they are</option>
            <option value="next step">next step in the order</option>
            {GROUP_SKILLS.map((s) => (
              <option key={s} value={s}>
                one skill: {s}
              </option>
            ))}
          </select>
        </label>
        <Field label="Groups" value={asked.number} most={60} onChange={(count) => onWish({ count })} />
        <Field label="of" value={least} most={MOST_MEMBERS} onChange={(n) => onWish({ size: [n, Math.max(n, most)] })} />
        <Field label="to" value={most} most={MOST_MEMBERS} onChange={(n) => onWish({ size: [Math.min(least, n), n] })} />
      </div>
      <div className="mt-3 flex flex-wrap items-center gap-x-5 gap-y-3">
        <Field label="Weeks" value={wish.weeks} most={20} onChange={(weeks) => onWish({ weeks })} />
        <Field label="Sessions" value={wish.perWeek} most={10} onChange={(perWeek) => onWish({ perWeek })} />
        <span className="text-sm text-ink-2" title="A pair needs four sessions to be met, to come back and to be read">
          a week, for {asked.focusSize} {asked.focusSize === 1 ? 'pair' : 'pairs'}
        </span>
        {hasGroups && (
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4"
              checked={wish.replace}
              onChange={(event) => onWish({ replace: event.target.checked })}
            />{' '}
            New cycle: these groups end
          </label>
        )}
        {(hasLast || hasGroups) && (
          <label className="flex items-center gap-2">
            Staying together
            <select className="field !w-auto" value={wish.keep} onChange={(event) => onWish({ keep: event.target.value as Keep })}>
              {Object.keys(KEEP).map((k) => (
                <option key={k}>{k}</option>
              ))}
            </select>
          </label>
        )}
        {children}
      </div>
    </>
  );
}

function Field({ label, value, most, onChange }: { label: string; value: number; most: number; onChange: (value: number) => void }) {
  return (
    <label className="flex items-center gap-2">
      {label}
      <NumberField className="field !w-16" least={1} most={most} value={value} onNumber={onChange} />
    </label>
  );
}
