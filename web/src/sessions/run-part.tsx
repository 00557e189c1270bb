/** One part of a running session: what is shown, going from item to item, marks, and what ends it; all of it by keys too. */
import { ChevronLeft, ChevronRight, Eye, EyeOff, Shuffle } from 'lucide-react';
import { useEffect, useEffectEvent, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Session } from '@sapling/contract';
import { useOpen } from '../shell/open.js';
import { anySeed } from '../any-seed.js';
import { clock, pressedAt } from '../clock.js';
import { planWords } from '../wording/plan-words.js';
import { answerOf, modelOf } from './adult-help.js';
import { showsMarks, type Part } from './part-view.js';
import { aboutOf, itemsOf, markKey, type RunDraft, type RunItem } from './run-draft.js';
import { RunItemView } from './run-items.js';
import type { RunAction, Shown } from './run-reducer.js';
import { withModifier } from '../ui/with-modifier.js';

const clockOf = (seconds: number): string => `${Math.floor(seconds / 60)}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`;
/** Milliseconds within which one press too many ends nothing. */
const GUARD_MS = 700;

interface Props {
  session: Session;
  draft: RunDraft;
  part: Part;
  shown: Shown;
  /** First names by child. */
  names: ReadonlyMap<string, string>;
  act: (action: RunAction) => void;
}

export function RunPart({ session, draft, part, shown, names, act }: Props) {
  const { oneByOne, items, item, at: itemAt } = shown;
  const [marks, setMarks] = useState(true);
  const [hidden, setHidden] = useState(false);
  const [slip, setSlip] = useState(false);
  // what was hidden in one part is not hidden in the next
  const [openPart, setOpenPart] = useState(draft.at);
  if (openPart !== draft.at) {
    setOpenPart(draft.at);
    setHidden(false);
  }
  const several = useMemo(() => severalSounds(session.plan.parts), [session.plan.parts]);
  const markable = item !== undefined && aboutOf(part, item.key) !== null;
  const shuffle = (): void => act({ do: 'shuffle', seed: anySeed() });
  const turn = { marks: () => setMarks(!marks), hidden: () => setHidden(!hidden), slip: () => setSlip(!slip) };
  usePartKeys({ session, draft, shown, act, shuffle, turn });
  const spent = draft.spent[draft.at] ?? 0;
  return (
    <main className="flex flex-col px-4 py-4 sm:px-8 sm:py-5">
      <div className="mb-1 flex items-baseline gap-4">
        <h2 className="text-2xl">{planWords(part.title)}</h2>
        <p className={`ml-auto text-xl ${spent > part.minutes * 60 ? 'font-semibold text-wobbly' : 'text-ink-2'}`}>
          {clockOf(spent)} <span className="text-base">of {part.minutes} min</span>
        </p>
      </div>
      <p className="mb-4 max-w-2xl text-ink-2">{planWords(part.how)}</p>
      <div className="flex-1">
        <RunItemView part={part} item={item} focus={session.plan.focus} names={names} marks={marks} hidden={hidden} several={several} />
      </div>
      {item && (
        <ItemBar session={session} draft={draft} part={part} item={item} names={names} act={act} markable={markable}>
          {itemAt + 1} of {items.length}
        </ItemBar>
      )}
      <div className="mt-5 flex flex-wrap items-center gap-3 border-t border-rule pt-4">
        <button className="btn btn-main min-h-12 px-6 text-lg" onClick={() => act({ do: 'done' })}>
          Done, next
        </button>
        <button className="btn min-h-12" onClick={() => act({ do: 'leave' })}>
          {oneByOne && itemAt > 0 ? 'Leave the rest for next time' : 'Leave it out'}
        </button>
        <span className="ml-auto flex flex-wrap items-center gap-2">
          {itemsOf(part).length > 1 && (
            <button className="btn btn-small" onClick={() => act({ do: 'look otherwise' })}>
              {oneByOne ? 'All at once' : 'One at a time'} <kbd>A</kbd>
            </button>
          )}
          {item && (
            <button className="btn btn-small" onClick={shuffle}>
              <Shuffle size={14} aria-hidden /> Shuffle <kbd>S</kbd>
            </button>
          )}
          <button className="btn btn-small" aria-pressed={hidden} onClick={turn.hidden}>
            {hidden ? <Eye size={14} aria-hidden /> : <EyeOff size={14} aria-hidden />} {hidden ? 'Show' : 'Hide'} <kbd>H</kbd>
          </button>
          {showsMarks(part) && (
            <button className="btn btn-small" aria-pressed={marks} onClick={turn.marks}>
              {marks ? 'Without marks' : 'With marks'} <kbd>M</kbd>
            </button>
          )}
        </span>
      </div>
      <AtSlip part={part} item={item} atError={session.plan.atError} open={slip} onTurn={turn.slip} />
    </main>
  );
}

interface KeysGiven extends Omit<Props, 'names' | 'part'> {
  shuffle: () => void;
  turn: { readonly marks: () => void; readonly hidden: () => void; readonly slip: () => void };
}
/** Arrow keys and the space bar go on, digits mark children, letters do what the buttons do. */
function usePartKeys({ session, draft, shown, act, shuffle, turn }: KeysGiven): void {
  const { opened } = useOpen();
  /** When the last item of this part came up: a press a moment after was meant for the one before. */
  const lastCame = useRef(0);
  useEffect(() => {
    lastCame.current = clock.ms();
  }, [draft.at]);
  const onward = (event: KeyboardEvent): void => {
    const at = event.repeat ? lastCame.current : pressedAt(event);
    const last = shown.items.length - 1;
    if (shown.at >= last && at - lastCame.current < GUARD_MS) return;
    if (shown.at < last && shown.at + 1 >= last) lastCame.current = at;
    act({ do: 'step', by: 1 });
  };
  const onKey = useEffectEvent((event: KeyboardEvent) => {
    if (opened || withModifier(event)) return;
    if (event.target instanceof HTMLElement && event.target.closest('input, textarea, select, a')) return;
    const onButton = event.target instanceof HTMLElement && event.target.closest('button') !== null;
    const does: Record<string, () => void> = {
      ArrowRight: () => onward(event),
      ArrowLeft: () => act({ do: 'step', by: -1 }),
      // Enter goes on like the space bar: what ends a part is its button, or going on after its last item
      ...(onButton ? {} : { ' ': () => onward(event), Enter: () => onward(event) }),
      s: shuffle,
      m: turn.marks,
      h: turn.hidden,
      a: () => act({ do: 'look otherwise' }),
      e: turn.slip,
    };
    const present = session.members.filter((m) => !draft.away.includes(m.id));
    const child = /^[1-9]$/.test(event.key) ? present[Number(event.key) - 1] : undefined;
    // with the capitals locked a letter is the same key
    const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
    const todo = child ? () => act({ do: 'mark', child: child.id }) : does[key];
    if (!todo) return;
    event.preventDefault();
    todo();
  });
  useEffect(() => {
    const listen = (event: KeyboardEvent): void => onKey(event);
    window.addEventListener('keydown', listen);
    return () => window.removeEventListener('keydown', listen);
  }, []);
}

interface ItemProps extends Omit<Props, 'shown'> {
  item: RunItem;
}
/** Back and on, where one is, what the adult has to know, and a mark for each child. */
function ItemBar({ markable, children, ...given }: ItemProps & { markable: boolean; children: ReactNode }) {
  const { part, item, act } = given;
  const right = answerOf(part, item);
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      <button className="btn min-h-11" onClick={() => act({ do: 'step', by: -1 })} aria-label="Back">
        <ChevronLeft size={18} aria-hidden />
      </button>
      <p className="min-w-16 text-center text-ink-2" role="status">
        {children}
      </p>
      <button className="btn min-h-11" onClick={() => act({ do: 'step', by: 1 })} aria-label="Next">
        <ChevronRight size={18} aria-hidden />
      </button>
      {right && (
        <p className="max-w-md text-sm text-ink-2">
          <span className="sr-only">For you: </span>
          {right}
        </p>
      )}
      {markable && <ChildMarks {...given} />}
    </div>
  );
}

function ChildMarks({ session, draft, part, item, names, act }: ItemProps) {
  const present = session.members.filter((m) => !draft.away.includes(m.id));
  return (
    <fieldset className="ml-6 flex flex-wrap gap-1.5">
      <legend className="sr-only">Marks for one child</legend>
      {present.map((m, k) => {
        const made = draft.marks[markKey(part.id, item.key, m.id)];
        const theirs = item.word !== undefined && part.words[item.word]!.for === m.id;
        return (
          <button
            key={m.id}
            onClick={() => act({ do: 'mark', child: m.id })}
            aria-label={`${names.get(m.id)}: ${made ?? 'no mark'}`}
            className={`min-h-11 rounded-m border px-3 text-left ${made === 'slipped' ? 'border-gap bg-gap-wash' : made === 'right alone' ? 'border-leaf bg-leaf-wash' : 'border-rule bg-sheet'}`}
          >
            {k < 9 && <kbd className="mr-1.5">{k + 1}</kbd>}
            {names.get(m.id)}
            {made ? <span className="block text-sm">{made}</span> : theirs && <span className="block text-sm text-leaf">their word</span>}
          </button>
        );
      })}
    </fieldset>
  );
}

/** What is said and done at a slip, opened by a press. */
function AtSlip({
  part,
  item,
  atError,
  open,
  onTurn,
}: {
  part: Part;
  item: RunItem | undefined;
  atError: string | undefined;
  open: boolean;
  onTurn: () => void;
}) {
  const model = item ? modelOf(part, item) : null;
  return (
    <div className="mt-3 flex flex-wrap items-start gap-x-4 gap-y-2 text-sm">
      {(model !== null || atError) && (
        <button className="btn min-h-11" aria-pressed={open} onClick={onTurn}>
          At a slip <kbd>E</kbd>
        </button>
      )}
      {open && (
        <div className="max-w-2xl flex-1 rounded-m border-l-4 border-pine bg-leaf-wash px-3 py-2" role="status">
          {model && <p className="text-base">{model}</p>}
          {atError && <p className="text-ink-2">{planWords(atError)}</p>}
        </div>
      )}
    </div>
  );
}

/** Graphemes that the parts of this session use for more than one sound. */
function severalSounds(parts: readonly Part[]): Set<string> {
  const sounds = new Map<string, Set<string>>();
  for (const gpc of parts.flatMap((p) => [...p.gpcs, ...p.words.flatMap((w) => w.units.map((u) => `${u.grapheme}:${u.sound}`))])) {
    const grapheme = gpc.slice(0, gpc.indexOf(':'));
    sounds.set(grapheme, (sounds.get(grapheme) ?? new Set()).add(gpc));
  }
  return new Set([...sounds].filter(([, all]) => all.size > 1).map(([grapheme]) => grapheme));
}
