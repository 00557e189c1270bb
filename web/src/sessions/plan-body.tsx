/** A plan being changed: its minutes, its parts, what these children cannot read in it, and a way back from every change. */
import type { Taught } from '@sapling/core/phonics';
import { emptyPart, PART_KINDS, PART_WORDS, type PartKind, type SessionRequest } from '@sapling/core/planning';
import { Plus, RefreshCw, Undo2 } from 'lucide-react';
import { useEffect, type ReactNode } from 'react';
import { DropdownMenu as Menu } from 'radix-ui';
import { core } from '../workers/core.js';
import { PartEditor } from './part-editor.js';
import type { Plan } from './part-view.js';
import { PlanRemarks } from './plan-remarks.js';
import { useLacks } from './use-lacks.js';
import { planWords } from '../wording/plan-words.js';

interface Props {
  readonly plan: Plan;
  readonly request: SessionRequest;
  readonly taught: Taught | null;
  readonly wanted: number;
  readonly names: ReadonlyMap<string, string>;
  readonly canUndo: boolean;
  readonly onUndo: () => void;
  readonly onOthers: () => void;
  /** What becomes of the plan as it stands when it is done. */
  readonly onChange: (to: (now: Plan) => Plan) => void;
  readonly children: ReactNode;
}

/** A name for one part more of a kind, which no other part of the plan has. */
function freeId(kind: PartKind, plan: Plan): string {
  let id: string = kind;
  for (let n = 2; plan.parts.some((p) => p.id === id); n += 1) id = `${kind} ${n}`;
  return id;
}

export const minutesOf = (plan: Plan): number => plan.parts.reduce((sum, p) => sum + p.minutes, 0);

export function PlanBody({ plan, request, taught, wanted, names, canUndo, onUndo, onOthers, onChange, children }: Props) {
  const lacks = useLacks(plan, taught);
  const total = minutesOf(plan);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const typing = event.target instanceof HTMLElement && event.target.closest('input, textarea, select') !== null;
      if (!typing && event.key === 'z' && (event.ctrlKey || event.metaKey) && canUndo) {
        event.preventDefault();
        onUndo();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [canUndo, onUndo]);
  const move = (k: number, by: -1 | 1): void => {
    onChange((now) => {
      const to = k + by;
      if (to < 0 || to >= now.parts.length) return now;
      const parts = [...now.parts];
      [parts[k], parts[to]] = [parts[to]!, parts[k]!];
      return { ...now, parts };
    });
  };
  const add = async (kind: PartKind): Promise<void> => {
    const id = freeId(kind, plan);
    const bare = emptyPart({ id, kind, ...PART_WORDS[kind], minutes: 3 });
    const whole = { ...plan, parts: [...plan.parts, bare] };
    // filled where something can be had, empty where not: the adult may know what belongs there
    const part = await core()
      .redrawPart(request, whole, id, plan.parts.length + 1)
      .catch(() => bare);
    onChange((now) => ({ ...now, parts: [...now.parts, { ...part, id: freeId(kind, now) }] }));
  };
  return (
    <>
      <div className="flex flex-wrap items-center gap-3 border-b border-rule pb-3">
        <p className="mr-auto text-lg">
          <span className="font-serif text-xl font-semibold">{total} minutes</span>
          {total !== wanted && (
            <span className="ml-2 font-semibold text-gap">
              {Math.abs(total - wanted)} {total > wanted ? 'more' : 'less'} than the {wanted} planned
            </span>
          )}
        </p>
        <button className="btn btn-small" disabled={!canUndo} onClick={onUndo}>
          <Undo2 size={15} aria-hidden /> Undo
        </button>
        <button className="btn btn-small" onClick={onOthers}>
          <RefreshCw size={15} aria-hidden /> Other words
        </button>
        {children}
      </div>
      {lacks.size > 0 && (
        <p className="mt-3 rounded-m border-l-4 border-gap bg-gap-wash px-3 py-2" role="status">
          {lacks.size} {lacks.size === 1 ? 'word uses' : 'words use'} pairs these children have not been taught. Take{' '}
          {lacks.size === 1 ? 'it' : 'them'} out, or keep {lacks.size === 1 ? 'it' : 'them'} on purpose.
        </p>
      )}
      <PlanRemarks plan={plan} names={names} />
      <div className="ruled">
        {plan.parts.map((part, k) => (
          <PartEditor
            key={part.id}
            part={part}
            plan={plan}
            request={request}
            names={names}
            lacks={lacks}
            onChange={(to) => onChange((now) => ({ ...now, parts: now.parts.map((p) => (p.id === part.id ? to(p) : p)) }))}
            onMove={(by) => move(k, by)}
            onRemove={() => onChange((now) => (now.parts.length > 1 ? { ...now, parts: now.parts.filter((p) => p.id !== part.id) } : now))}
          />
        ))}
      </div>
      <div className="mt-2 flex flex-wrap items-start gap-6 border-t border-rule pt-4">
        <Menu.Root modal={false}>
          <Menu.Trigger className="btn btn-small">
            <Plus size={15} aria-hidden /> Add a part
          </Menu.Trigger>
          <Menu.Portal>
            <Menu.Content
              className="z-20 grid max-h-[60vh] w-[26rem] grid-cols-2 overflow-auto rounded-m border border-rule bg-sheet p-1 shadow-lg"
              align="start"
              sideOffset={4}
            >
              {PART_KINDS.map((kind) => (
                <Menu.Item
                  key={kind}
                  className="cursor-default rounded-s px-2.5 py-1.5 outline-none data-[highlighted]:bg-leaf-wash"
                  onSelect={() => void add(kind)}
                >
                  {planWords(PART_WORDS[kind].title)}
                </Menu.Item>
              ))}
            </Menu.Content>
          </Menu.Portal>
        </Menu.Root>
        {plan.atError && (
          <p className="max-w-xl text-sm">
            <b>At an error:</b> {planWords(plan.atError)}
          </p>
        )}
      </div>
    </>
  );
}
