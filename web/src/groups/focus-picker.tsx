/** Choosing the focus pairs of a group by hand, with how many of its children need each. */
import type { ChildLine, Group } from '@sapling/contract';
import { useState } from 'react';
import { Dialog } from '../ui/dialog.js';
import { graphemeShown, Sound } from '../ui/word-marks.js';
import { needOf } from './problem.js';

interface Props {
  group: Pick<Group, 'members' | 'focus' | 'name'>;
  taught: readonly string[];
  children: ReadonlyMap<string, ChildLine>;
  most: number;
  onClose: () => void;
  onPicked: (focus: string[]) => void;
}

export function FocusPicker({ group, taught, children, most, onClose, onPicked }: Props) {
  const [focus, setFocus] = useState<readonly string[]>(group.focus);
  const pairs = [...new Set([...group.focus, ...taught])]
    .map((gpc, k) => ({ gpc, k, need: needOf(group, children, gpc) }))
    .sort((a, b) => b.need - a.need || a.k - b.k);
  return (
    <Dialog open onClose={onClose} title={`Focus of ${group.name}`} lead={`Pairs most of these children need stand first. Up to ${most}.`}>
      <div className="flex flex-wrap gap-1.5">
        {pairs.map(({ gpc, need }) => {
          const on = focus.includes(gpc);
          return (
            <button
              key={gpc}
              aria-pressed={on}
              disabled={!on && focus.length >= most}
              onClick={() => setFocus(on ? focus.filter((g) => g !== gpc) : [...focus, gpc])}
              className={`inline-flex items-baseline gap-1.5 rounded-s border px-2 py-0.5 disabled:opacity-50 ${on ? 'border-pine bg-pine text-white' : 'border-rule bg-white hover:border-ink'}`}
            >
              <span className="font-child text-lg">{graphemeShown(gpc)}</span>
              <Sound gpc={gpc} className="text-sm" />
              <span className={`text-sm ${on ? '' : 'text-ink-2'}`}>{need}</span>
            </button>
          );
        })}
      </div>
      <div className="mt-5 flex gap-3">
        <button
          className="btn btn-main"
          onClick={() => {
            onPicked([...focus]);
            onClose();
          }}
        >
          Take this focus
        </button>
        <button className="btn" onClick={onClose}>
          Leave it
        </button>
      </div>
    </Dialog>
  );
}
