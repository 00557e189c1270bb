/** One part of a plan as it is changed: minutes, another draw, single words and lines out, in, swapped and pinned. */
import { DropdownMenu as Menu } from 'radix-ui';
import { ArrowDown, ArrowUp, MoreHorizontal, Pin, PinOff, Plus, RefreshCw, Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { partKind, withContent, type SessionRequest } from '@sapling/core/planning';
import { graphemeShown } from '../ui/word-marks.js';
import { anySeed } from '../any-seed.js';
import { core } from '../workers/core.js';
import { PartView, type Part, type Plan, type Word } from './part-view.js';
import type { Lacks } from './use-lacks.js';
import { AnotherText } from './another-text.js';
import { NeverOffer } from '../library/offered-word.js';
import { planWords } from '../wording/plan-words.js';
import { NumberField } from '../ui/number-field.js';

interface Props {
  readonly part: Part;
  readonly plan: Plan;
  readonly request: SessionRequest;
  readonly names: ReadonlyMap<string, string>;
  readonly lacks: Lacks;
  /** What becomes of the part as it stands when it is done: it may have been changed while words were drawn. */
  readonly onChange: (to: (now: Part) => Part) => void;
  readonly onMove: (by: -1 | 1) => void;
  readonly onRemove: () => void;
}

function Lack({ missing }: { missing: readonly string[] }) {
  return (
    <span className="block text-sm font-semibold text-gap">
      {missing.length === 0
        ? 'not a word the tool can read'
        : `not taught: ${missing.map((gpc) => `${graphemeShown(gpc)} /${gpc.split(':')[1]}/`).join(', ')}`}
    </span>
  );
}

export function PartEditor({ part, plan, request, names, lacks, onChange, onMove, onRemove }: Props) {
  const { childSees, fixed, keepsTogether, takes } = partKind(part.kind);
  const [drawn, lined] = [!fixed, takes === 'lines'];
  const [busy, setBusy] = useState(false);
  const trying = async (work: () => Promise<void>): Promise<boolean> => {
    setBusy(true);
    try {
      await work();
      return true;
    } catch (error) {
      toast((error as Error).message);
      return false;
    } finally {
      setBusy(false);
    }
  };
  const redraw = (): Promise<boolean> =>
    trying(async () => {
      const drawn = await core().redrawPart(request, plan, part.id, anySeed());
      onChange(() => drawn);
    });
  const swap = (word: Word): Promise<boolean> =>
    trying(async () => {
      const other = await core().swapWord(request, plan, { part: part.id, word: word.word, seed: anySeed() });
      onChange((now) => ({ ...now, words: now.words.map((w) => (w.word === word.word ? other : w)) }));
    });
  const put = (word: Word, change: Partial<Word>): void =>
    onChange((now) => ({ ...now, words: now.words.map((w) => (w.word === word.word ? { ...w, ...change } : w)) }));
  /** Whether what was typed was taken in: where it was not, it stays. */
  const add = async (text: string): Promise<boolean> => {
    if (lined) {
      onChange((now) => withContent(now, { lines: [...(now.lines ?? []), { text, pinned: true }] }));
      return true;
    }
    const word = text.toLowerCase();
    if (part.words.some((w) => w.word === word)) return true;
    return trying(async () => {
      const planned = await core().plannedWord(word, [...plan.focus]);
      const added = { ...planned, pinned: true, ...(childSees === 'nothing' ? { heard: true } : {}) };
      onChange((now) => (now.words.some((w) => w.word === word) ? now : { ...now, words: [...now.words, added] }));
    });
  };
  return (
    <section aria-label={planWords(part.title)} className="grid grid-cols-[4.5rem_1fr] gap-x-5 py-4">
      <label className="text-sm text-ink-2">
        <NumberField
          least={0}
          most={30}
          className="field !w-16 text-lg font-semibold"
          value={part.minutes}
          aria-label={`Minutes for ${planWords(part.title)}`}
          onNumber={(minutes) => onChange((now) => ({ ...now, minutes }))}
        />
        <span className="mt-0.5 block">minutes</span>
      </label>
      <div>
        <div className="flex flex-wrap items-start gap-2">
          <h3 className="mr-auto text-lg">{planWords(part.title)}</h3>
          {part.kind === 'text' && <AnotherText part={part} plan={plan} request={request} onChange={onChange} />}
          {drawn && (
            <button
              className="btn btn-small"
              disabled={busy}
              onClick={() => void redraw()}
              aria-label={`Draw ${planWords(part.title)} again`}
            >
              <RefreshCw size={14} aria-hidden className={busy ? 'animate-spin' : ''} /> Others
            </button>
          )}
          <PartMenu part={part} onMove={onMove} onRemove={onRemove} onChange={onChange} />
        </div>
        <p className="mb-3 max-w-2xl text-sm text-ink-2">{planWords(part.how)}</p>
        <PartView
          part={part}
          focus={plan.focus}
          names={names}
          size="text-[1.45rem]"
          beside={(word) => (
            <WordMenu
              word={word}
              names={names}
              lack={lacks.get(word.word)}
              canSwap={drawn && !keepsTogether}
              onSwap={() => void swap(word)}
              onPin={() => put(word, { pinned: !word.pinned })}
              onFor={(child) => put(word, { for: child })}
              onRemove={() => onChange((now) => ({ ...now, words: now.words.filter((w) => w.word !== word.word) }))}
            />
          )}
        />
        {part.kind === 'review' && (
          <p className="mt-2 flex flex-wrap gap-1">
            {part.gpcs.map((gpc) => (
              <button
                key={gpc}
                className="rounded-s px-1.5 text-sm text-ink-2 hover:text-gap"
                onClick={() =>
                  onChange((now) =>
                    withContent(now, {
                      gpcs: now.gpcs.filter((g) => g !== gpc),
                      ...(now.stack ? { stack: now.stack.filter((g) => g !== gpc) } : {}),
                    }),
                  )
                }
                aria-label={`Take ${graphemeShown(gpc)} out`}
              >
                <span className="font-child">{graphemeShown(gpc)}</span> <X size={12} aria-hidden className="inline" />
              </button>
            ))}
          </p>
        )}
        {lined && (
          <ul className="mt-1 grid gap-1">
            {(part.lines ?? []).map((line) => (
              <li key={line.text} className="flex items-center gap-2 text-sm text-ink-2">
                {(line.text.match(/[\p{L}'’]+/gu) ?? [])
                  .filter((w) => lacks.has(w))
                  .map((w) => (
                    <span key={w}>
                      {w}: <Lack missing={lacks.get(w)!} />
                    </span>
                  ))}
                <button
                  className="underline underline-offset-2 hover:text-gap"
                  onClick={() => onChange((now) => withContent(now, { lines: now.lines!.filter((l) => l.text !== line.text) }))}
                  aria-label={`Take “${line.text}” out`}
                >
                  take out
                </button>
              </li>
            ))}
          </ul>
        )}
        {takes && <AddItem part={part} lined={lined} onAdd={add} />}
      </div>
    </section>
  );
}

function AddItem({ part, lined, onAdd }: { part: Part; lined: boolean; onAdd: (text: string) => Promise<boolean> }) {
  const [typed, setTyped] = useState('');
  const text = typed.trim();
  return (
    <form
      className="mt-3.5 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (text !== '') void onAdd(text).then((taken) => taken && setTyped(''));
      }}
    >
      <input
        className={`field !min-h-8 font-child ${lined ? '!w-80' : '!w-40'}`}
        placeholder={lined ? 'a line' : 'a word'}
        aria-label={`Add a ${lined ? 'line' : 'word'} to ${planWords(part.title)}`}
        maxLength={lined ? 200 : 30}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <button className="btn btn-small" disabled={text === ''}>
        <Plus size={15} aria-hidden /> Add
      </button>
    </form>
  );
}

const ITEM = 'flex cursor-default items-center gap-2 rounded-s px-2.5 py-1.5 outline-none data-[highlighted]:bg-leaf-wash';
const BOX = 'z-20 min-w-44 rounded-m border border-rule bg-sheet p-1 shadow-lg';

function PartMenu({ part, onMove, onRemove, onChange }: Pick<Props, 'part' | 'onMove' | 'onRemove' | 'onChange'>) {
  return (
    <Menu.Root modal={false}>
      <Menu.Trigger className="btn btn-small" aria-label={`More for ${planWords(part.title)}`}>
        <MoreHorizontal size={16} aria-hidden />
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content className={BOX} align="end" sideOffset={4}>
          <Menu.Item className={ITEM} onSelect={() => onMove(-1)}>
            <ArrowUp size={15} aria-hidden /> Earlier
          </Menu.Item>
          <Menu.Item className={ITEM} onSelect={() => onMove(1)}>
            <ArrowDown size={15} aria-hidden /> Later
          </Menu.Item>
          <Menu.Item className={ITEM} onSelect={() => onChange((now) => ({ ...now, pinned: !now.pinned }))}>
            {part.pinned ? <PinOff size={15} aria-hidden /> : <Pin size={15} aria-hidden />}
            {part.pinned ? 'Let it be drawn again' : 'Keep when all is drawn again'}
          </Menu.Item>
          <Menu.Item className={`${ITEM} text-gap`} onSelect={onRemove}>
            <Trash2 size={15} aria-hidden /> Take the part out
          </Menu.Item>
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}

function WordMenu({
  word,
  names,
  lack,
  canSwap,
  onSwap,
  onPin,
  onFor,
  onRemove,
}: {
  word: Word;
  names: ReadonlyMap<string, string>;
  lack: readonly string[] | undefined;
  canSwap: boolean;
  onSwap: () => void;
  onPin: () => void;
  onFor: (child: string | undefined) => void;
  onRemove: () => void;
}) {
  return (
    <span className={lack ? 'ml-1 border-l-4 border-gap bg-gap-wash pl-2' : ''}>
      <Menu.Root modal={false}>
        <Menu.Trigger
          className="grid size-7 place-items-center text-ink-2 hover:text-ink"
          aria-label={`Change ${word.word}`}
          title={word.pinned ? 'pinned' : 'change'}
        >
          {word.pinned ? <Pin size={13} aria-hidden /> : <MoreHorizontal size={14} aria-hidden />}
        </Menu.Trigger>
        <Menu.Portal>
          <Menu.Content className={BOX} sideOffset={2}>
            {canSwap && (
              <Menu.Item className={ITEM} onSelect={onSwap}>
                <RefreshCw size={15} aria-hidden /> Another in its place
              </Menu.Item>
            )}
            <Menu.Item className={ITEM} onSelect={onPin}>
              {word.pinned ? <PinOff size={15} aria-hidden /> : <Pin size={15} aria-hidden />} {word.pinned ? 'Unpin' : 'Pin'}
            </Menu.Item>
            {[...names].map(([id, name]) => (
              <Menu.CheckboxItem
                key={id}
                className={ITEM}
                checked={word.for === id}
                onCheckedChange={(on) => onFor(on === true ? id : undefined)}
              >
                For {name} {word.for === id && '✓'}
              </Menu.CheckboxItem>
            ))}
            <Menu.Item className={`${ITEM} text-gap`} onSelect={onRemove}>
              <Trash2 size={15} aria-hidden /> Take out
            </Menu.Item>
            {!word.madeUp && <NeverOffer word={word.word} onDone={onRemove} />}
          </Menu.Content>
        </Menu.Portal>
      </Menu.Root>
      {lack && <Lack missing={lack} />}
    </span>
  );
}
