/** Two records that are one child's, side by side, before one goes into the other. */
import { type ChildLine, type Group, fullName } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { dateWords, agoWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, Trouble } from '../ui/form.js';

/** How alike two names are: pairs of letters in common, 0 to 1. The likeliest twin stands first. */
function likeness(a: string, b: string): number {
  const pairs = (text: string): Set<string> => {
    const plain = text
      .normalize('NFKD')
      .toLowerCase()
      .replace(/[^a-z]/g, '');
    return new Set([...plain.slice(1)].map((letter, k) => plain[k]! + letter));
  };
  const [left, right] = [pairs(a), pairs(b)];
  if (left.size + right.size === 0) return 0;
  return (2 * [...left].filter((p) => right.has(p)).length) / (left.size + right.size);
}

/** The groups the two are in, where each is in one of its own: the one child is in one of them. That of the record that stays is first. */
export function groupsApart(groups: readonly Group[], stays: string, goes: string): readonly [Group, Group] | null {
  const [one, other] = [stays, goes].map((id) => groups.find((g) => g.members.includes(id)));
  return one && other && one !== other ? [one, other] : null;
}

export async function undoMerge(id: string): Promise<void> {
  try {
    const merge = await call('undoMerge', { params: { id } });
    toast(`${merge.name} has a record of their own again.`);
  } catch (error) {
    toast.error(sentenceOf(error));
  }
  await refresh('children', 'classes', 'groups', 'sessions', 'readings', 'checks');
}

export function MergeDialog({ child, open, onClose }: { child: ChildLine; open: boolean; onClose: () => void }) {
  const { data: children } = useData(open ? 'children' : null);
  const { data: classes } = useData('classes');
  const { data: groups } = useData(open ? 'groups' : null);
  const [groupId, setGroup] = useState('');
  const [otherId, setOther] = useState('');
  const [trouble, setTrouble] = useState<unknown>(null);
  const others = (children ?? [])
    .filter((c) => c.id !== child.id)
    .sort(
      (a, b) => likeness(fullName(b), fullName(child)) - likeness(fullName(a), fullName(child)) || fullName(a).localeCompare(fullName(b)),
    );
  const other = others.find((c) => c.id === otherId);
  const className = (c: ChildLine): string => classes?.find((k) => k.id === c.classId)?.name ?? '';
  const apart = other ? groupsApart(groups ?? [], child.id, other.id) : null;
  const group = apart?.find((g) => g.id === groupId) ?? apart?.[0];
  const merge = async (): Promise<void> => {
    try {
      const made = await call('mergeChildren', { params: { id: child.id }, body: { other: other!.id, group: group?.id } });
      await refresh('children', 'classes', 'groups', 'sessions', 'readings', 'checks');
      toast(
        `The record of ${made.name} went into this one. It can be taken out again until ${dateWords(made.undoUntil)}, in Children, Who left.`,
        {
          action: { label: 'Undo', onClick: () => void undoMerge(made.id) },
        },
      );
      onClose();
    } catch (error) {
      setTrouble(error);
    }
  };
  const gaps = (c: ChildLine): number => c.line.filter((p) => p.state === 'gap').length;
  const answers = (c: ChildLine): number => c.line.reduce((sum, cell) => sum + cell.basedOn, 0);
  return (
    <Dialog
      open={open}
      onClose={onClose}
      wide
      title={`Is another record ${child.givenName}’s as well?`}
      lead="Everything the other one showed goes into this record: answers, checks, readings, notes, groups. It can be undone for thirty days."
    >
      <div className="grid gap-4">
        <Trouble>{trouble ? sentenceOf(trouble) : null}</Trouble>
        <SelectField label="The other record" value={otherId} onChange={(event) => setOther(event.target.value)}>
          <option value="">Choose; names most alike stand first</option>
          {others.map((c) => (
            <option key={c.id} value={c.id}>
              {fullName(c)}, {className(c)}
            </option>
          ))}
        </SelectField>
        {other && (
          <div className="grid gap-5 md:grid-cols-2">
            {[child, other].map((c, k) => (
              <section key={c.id} aria-label={k === 0 ? 'Stays' : 'Goes into it'} className="rounded-m border border-rule bg-paper p-4">
                <p className="text-sm text-ink-2">{k === 0 ? 'stays' : 'goes into it'}</p>
                <h3 className="text-lg font-semibold">{fullName(c)}</h3>
                <p className="mb-2 text-ink-2">
                  {[className(c), c.dateOfBirth && `born ${dateWords(c.dateOfBirth)}`, c.firstLanguage, c.needs, c.externalId]
                    .filter(Boolean)
                    .join(', ')}
                </p>
                <Line line={c.line} width="100%" />
                <p className="mt-2">
                  {answers(c)} {answers(c) === 1 ? 'answer' : 'answers'} about pairs, {c.line.filter((p) => p.state === 'secure').length}{' '}
                  secure, {gaps(c) === 1 ? '1 gap' : `${gaps(c)} gaps`},{' '}
                  {c.lastCheck ? `last checked ${agoWords(c.lastCheck)}` : 'never checked'}.
                </p>
              </section>
            ))}
          </div>
        )}
        {apart && (
          <SelectField
            label={`${child.givenName}’s group from now on`}
            hint={`Each record is in a group. The sessions to come of the other one go on without ${child.givenName}.`}
            value={group!.id}
            onChange={(event) => setGroup(event.target.value)}
          >
            {apart.map((g, k) => (
              <option key={g.id} value={g.id}>
                {g.name}, where {fullName(k === 0 ? child : other!)} is
              </option>
            ))}
          </SelectField>
        )}
        <div className="flex gap-3">
          <button className="btn btn-main" disabled={!other} onClick={() => void merge()}>
            {other ? `Put ${fullName(other)} into ${fullName(child)}` : 'Choose the other record first'}
          </button>
          <button className="btn" onClick={onClose}>
            Leave both
          </button>
        </div>
      </div>
    </Dialog>
  );
}
