/** The parts of a style, each with its minutes, its name and what is done; of a school's own style they are changed in place. */
import { MOST_PARTS, PART_KINDS, PART_WORDS, type PartKind } from '@sapling/core/planning';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { planWords } from '../wording/plan-words.js';
import { NumberField } from '../ui/number-field.js';
import type { StyleDraft } from './style-draft.js';

type Part = StyleDraft['parts'][number];
interface Props {
  parts: readonly Part[];
  /** Whether they can be changed. */
  own: boolean;
  onChange: (parts: Part[]) => void;
}

export function StyleParts({ parts, own, onChange }: Props) {
  const change = (k: number, part: Partial<Part>): void => onChange(parts.map((p, n) => (n === k ? { ...p, ...part } : p)));
  const move = (k: number, by: 1 | -1): void => {
    if (!parts[k + by]) return;
    const next = [...parts];
    [next[k], next[k + by]] = [next[k + by]!, next[k]!];
    onChange(next);
  };
  return (
    <>
      <ol className="ruled">
        {parts.map((p, k) => (
          <li key={`${p.id} ${k}`} className="grid grid-cols-[4.5rem_1fr] items-start gap-3 lg:grid-cols-[4.5rem_14rem_1fr_auto] py-2.5">
            {own ? (
              <Fields
                part={p}
                nth={k}
                onChange={(part) => change(k, part)}
                onMove={(by) => move(k, by)}
                onOut={() => onChange(parts.filter((_, n) => n !== k))}
              />
            ) : (
              <>
                <span className="font-serif text-lg font-semibold">{p.minutes} min</span>
                <span className="font-semibold">{planWords(p.title)}</span>
                <span className="text-sm text-ink-2 max-lg:col-span-2">{planWords(p.how)}</span>
                <span className="max-lg:hidden" />
              </>
            )}
          </li>
        ))}
      </ol>
      {own && (
        <label className="mt-3 inline-flex items-center gap-2">
          <Plus size={15} aria-hidden />
          <select
            className="field !w-auto"
            aria-label="Add a part"
            value=""
            disabled={parts.length >= MOST_PARTS}
            onChange={(e) => {
              const kind = e.target.value as PartKind;
              onChange([...parts, { id: '', kind, minutes: 3, ...PART_WORDS[kind] }]);
            }}
          >
            <option value="">a part</option>
            {PART_KINDS.map((kind) => (
              <option key={kind} value={kind}>
                {PART_WORDS[kind].title}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  );
}

interface FieldsProps {
  part: Part;
  nth: number;
  onChange: (part: Partial<Part>) => void;
  onMove: (by: 1 | -1) => void;
  onOut: () => void;
}
function Fields({ part: p, nth, onChange, onMove, onOut }: FieldsProps) {
  return (
    <>
      <label className="text-sm text-ink-2">
        <NumberField
          least={1}
          most={30}
          className="field !w-16 font-semibold"
          value={p.minutes}
          aria-label={`Minutes for ${p.title}`}
          onNumber={(minutes) => onChange({ minutes })}
        />
      </label>
      <span>
        <input
          className="field font-semibold"
          value={p.title}
          maxLength={80}
          aria-label={`Name of part ${nth + 1}`}
          onChange={(e) => onChange({ title: e.target.value })}
        />
        {p.title !== PART_WORDS[p.kind].title && <span className="text-sm text-ink-2">{PART_WORDS[p.kind].title}</span>}
      </span>
      <textarea
        className="field text-sm max-lg:col-span-2"
        rows={3}
        maxLength={400}
        value={p.how}
        aria-label={`What is done in ${p.title}`}
        onChange={(e) => onChange({ how: e.target.value })}
      />
      <span className="flex max-lg:col-span-2">
        <IconButton label={`${p.title}: earlier`} onPress={() => onMove(-1)} icon={<ArrowUp size={15} aria-hidden />} />
        <IconButton label={`${p.title}: later`} onPress={() => onMove(1)} icon={<ArrowDown size={15} aria-hidden />} />
        <IconButton label={`Take ${p.title} out`} onPress={onOut} icon={<Trash2 size={15} aria-hidden />} />
      </span>
    </>
  );
}

function IconButton({ label, onPress, icon }: { label: string; onPress: () => void; icon: ReactNode }) {
  return (
    <button className="grid size-8 place-items-center text-ink-2 hover:text-ink" aria-label={label} title={label} onClick={onPress}>
      {icon}
    </button>
  );
}
