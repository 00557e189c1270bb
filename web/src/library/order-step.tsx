/** One step of a teaching order in the editor: its name, its pairs to move and add, its irregular words, and what it opens. */
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { isLightPair, type StepOpening, type TeachingStep } from '@sapling/core/phonics';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import { GraphemeChip, graphemeSpoken, wordShown } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { addStep, movePair, moveStep, nudgePair, placeOf, removePair, removeStep, renameStep, setWords, shiftPair } from './order-draft.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';

export function Step({
  at,
  step,
  steps,
  may,
  opening,
  onChange,
}: {
  at: number;
  step: TeachingStep;
  steps: readonly TeachingStep[];
  may: boolean;
  opening: StepOpening | undefined;
  onChange: (steps: readonly TeachingStep[]) => void;
}) {
  const { setNodeRef, isOver } = useDroppable({ id: `step ${at}`, disabled: !may });
  return (
    <li ref={setNodeRef} className={`px-4 py-2 ${isOver ? 'bg-leaf-wash' : ''}`}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {may ? (
          <input
            className="w-20 rounded-s border border-transparent bg-transparent py-0.5 text-sm font-semibold hover:border-rule focus:border-rule"
            aria-label={`Name of step ${at + 1}`}
            value={step.name}
            maxLength={60}
            onChange={(event) => onChange(renameStep(steps, at, event.target.value))}
          />
        ) : (
          <span className="w-20 text-sm font-semibold">{step.name}</span>
        )}
        <span className="flex min-w-40 flex-1 flex-wrap gap-1.5">
          {step.gpcs.map((gpc) =>
            may ? <MovablePair key={gpc} gpc={gpc} steps={steps} onChange={onChange} /> : <GraphemeChip key={gpc} gpc={gpc} sound />,
          )}
          {may && <AddPair steps={steps} at={at} onChange={onChange} />}
        </span>
        {may ? (
          <WordsField key={step.words.join(' ')} at={at} steps={steps} onChange={onChange} />
        ) : (
          <span className="w-56 font-child text-ink-2">{step.words.map(wordShown).join('  ')}</span>
        )}
        {may && (
          <span className="flex">
            <StepButton
              label={`Move ${step.name} up`}
              onClick={() => onChange(moveStep(steps, at, -1))}
              disabled={at === 0}
              icon={<ArrowUp size={16} aria-hidden />}
            />
            <StepButton
              label={`Move ${step.name} down`}
              onClick={() => onChange(moveStep(steps, at, 1))}
              disabled={at === steps.length - 1}
              icon={<ArrowDown size={16} aria-hidden />}
            />
            <StepButton
              label={`Add a step after ${step.name}`}
              onClick={() => onChange(addStep(steps, at))}
              icon={<Plus size={16} aria-hidden />}
            />
            <StepButton
              label={`Take ${step.name} out`}
              onClick={() => onChange(removeStep(steps, at))}
              disabled={steps.length === 1}
              icon={<Trash2 size={16} aria-hidden />}
            />
          </span>
        )}
      </div>
      {opening && (
        <p className="mt-0.5 truncate pl-0.5 text-sm text-ink-2">
          {opening.opened === 0 ? (
            'opens no common word yet'
          ) : (
            <>
              <span className="font-semibold text-ink">+{opening.opened}</span>{' '}
              <span className="font-child">{opening.examples.join(', ')}</span>
            </>
          )}
        </p>
      )}
    </li>
  );
}

function StepButton({ label, icon, ...button }: { label: string; icon: React.ReactNode; onClick: () => void; disabled?: boolean }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      className="rounded-s p-1 text-ink-2 hover:bg-leaf-wash hover:text-ink disabled:opacity-30"
      {...button}
    >
      {icon}
    </button>
  );
}

function MovablePair({
  gpc,
  steps,
  onChange,
}: {
  gpc: string;
  steps: readonly TeachingStep[];
  onChange: (steps: readonly TeachingStep[]) => void;
}) {
  const light = isLightPair(gpc);
  const { setNodeRef: carried, listeners, transform, isDragging } = useDraggable({ id: gpc });
  const { setNodeRef: below, isOver } = useDroppable({ id: `pair ${gpc}` });
  const move = (next: readonly TeachingStep[]): void => {
    onChange(next);
    // the chip is made anew where it went; it keeps the keyboard's place
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-pair="${CSS.escape(gpc)}"]`)?.focus());
  };
  return (
    <span ref={below} className={isOver && !isDragging ? 'border-l-4 border-leaf' : ''}>
      <button
        ref={carried}
        {...listeners}
        data-pair={gpc}
        type="button"
        aria-label={`${graphemeSpoken(gpc)}${light ? ', light' : ''}`}
        title={light ? 'Light: a letter written twice for the sound it has alone. It may share a step with others.' : undefined}
        aria-keyshortcuts="Alt+ArrowLeft Alt+ArrowRight Alt+ArrowUp Alt+ArrowDown Delete"
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)`, position: 'relative', zIndex: 20 } : undefined}
        className="touch-none cursor-grab active:cursor-grabbing"
        onKeyDown={(event) => {
          if (event.key === 'Delete') {
            event.preventDefault();
            onChange(removePair(steps, gpc));
          }
          if (!event.altKey) return;
          const by = {
            ArrowLeft: () => nudgePair(steps, gpc, -1),
            ArrowRight: () => nudgePair(steps, gpc, 1),
            ArrowUp: () => shiftPair(steps, gpc, -1),
            ArrowDown: () => shiftPair(steps, gpc, 1),
          }[event.key];
          if (!by) return;
          event.preventDefault();
          move(by());
        }}
      >
        <GraphemeChip gpc={gpc} sound className={light ? 'border-dashed' : ''} />
      </button>
    </span>
  );
}

/** Typing a pair into a step: `ai` offers what it spells; one that stands elsewhere moves here. */
function AddPair({
  steps,
  at,
  onChange,
}: {
  steps: readonly TeachingStep[];
  at: number;
  onChange: (steps: readonly TeachingStep[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const open = typed !== null;
  const { value: chart } = useCore(async () => (open ? core().soundChart() : []), open, say('the chart of sounds'));
  const all = useMemo(() => (chart ?? []).flatMap((c) => c.spellings), [chart]);
  if (typed === null)
    return (
      <button
        type="button"
        className="rounded-s border border-dashed border-rule px-1.5 text-ink-2 hover:border-ink-2"
        aria-label={`Add a pair to ${steps[at]!.name}`}
        onClick={() => setTyped('')}
      >
        +
      </button>
    );
  const wanted = typed.trim().toLowerCase();
  const offered = all
    .filter((s) => s.gpc === wanted || s.grapheme === wanted.split(':')[0])
    .sort((a, b) => b.count - a.count)
    .slice(0, 8);
  const put = (gpc: string): void => {
    onChange(movePair(steps, gpc, { step: at, at: steps[at]!.gpcs.length }));
    setTyped(null);
  };
  return (
    <span className="flex flex-wrap items-center gap-1">
      <input
        className="field !min-h-0 !w-20 !py-0.5"
        aria-label="Grapheme to add"
        autoFocus
        maxLength={12}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={(event) => {
          if (event.key === 'Escape') setTyped(null);
          if (event.key === 'Enter' && offered[0]) put(offered[0].gpc);
        }}
      />
      {offered.map((s) => (
        <button key={s.gpc} type="button" onClick={() => put(s.gpc)} className="hover:opacity-70">
          <GraphemeChip gpc={s.gpc} sound />
          {placeOf(steps, s.gpc) && <span className="text-sm text-ink-2"> moves here</span>}
        </button>
      ))}
      {wanted && offered.length === 0 && <span className="text-sm text-ink-2">no common word has it</span>}
    </span>
  );
}

function WordsField({
  at,
  steps,
  onChange,
}: {
  at: number;
  steps: readonly TeachingStep[];
  onChange: (steps: readonly TeachingStep[]) => void;
}) {
  const [typed, setTyped] = useState(steps[at]!.words.map(wordShown).join(' '));
  const keep = (): void => {
    const words = typed
      .toLowerCase()
      .split(/[\s,;]+/)
      .filter((w) => /^[a-z][a-z'-]*$/.test(w));
    if (words.join(' ') === steps[at]!.words.join(' ')) return setTyped(words.map(wordShown).join(' '));
    onChange(setWords(steps, at, words));
  };
  return (
    <input
      className="w-36 rounded-s border border-rule-2 bg-transparent px-1.5 py-0.5 font-child text-ink-2 hover:border-rule focus:border-rule"
      aria-label={`Irregular words of ${steps[at]!.name}`}
      placeholder="irregular words"
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={keep}
      onKeyDown={(event) => event.key === 'Enter' && keep()}
    />
  );
}
