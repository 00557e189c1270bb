/** A teaching order being changed: each change with a way back, kept where nobody was quicker, put away and brought back. */
import type { TeachingOrderRow } from '@sapling/contract';
import type { OrderDraft, TeachingStep } from '@sapling/core/phonics';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { useGoOn } from '../shell/go-on.js';

const STEPS_BACK = 100;

/**
 * @param saved the order as it is kept; undefined for one that was not kept yet
 * @param start what it was when it was opened
 * @param back where one goes when it is kept or put away
 */
export function useOrderDraft(id: string, saved: TeachingOrderRow | undefined, start: OrderDraft, may: boolean, back: string) {
  const goOn = useGoOn();
  const [draft, setDraft] = useState<OrderDraft>(start);
  const [past, setPast] = useState<OrderDraft[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [newer, setNewer] = useState<TeachingOrderRow | null>(null);
  const [restsOn, setRestsOn] = useState(saved?.version ?? 0);
  const changed = saved ? JSON.stringify({ ...draft }) !== JSON.stringify({ ...start }) : true;
  const { steps } = draft;
  const settled = useUnsaved(may && past.length > 0, say(`the teaching order “${draft.name}”`));
  const change = (next: Partial<OrderDraft>): void => {
    setPast((p) => [...p.slice(1 - STEPS_BACK), draft]);
    setDraft({ ...draft, ...next });
    setTrouble(null);
  };
  const changeSteps = (next: readonly TeachingStep[]): void => {
    if (next !== steps) change({ steps: next });
  };
  const undo = (): void => {
    const last = past.at(-1);
    if (!last) return;
    setDraft(last);
    setPast(past.slice(0, -1));
  };
  const save = async (): Promise<void> => {
    try {
      const body = {
        name: draft.name,
        style: draft.style,
        steps: steps.map((s) => ({ name: s.name, gpcs: [...s.gpcs], words: [...s.words] })),
      };
      const kept = await call('saveOrder', { params: { id }, body: { ...body, version: restsOn } });
      settled();
      await refresh('library', 'classes');
      toast(`“${kept.name}” is kept.`);
      await goOn(back);
    } catch (error) {
      if (error instanceof Problem && error.code === 'newer-version') setNewer(error.data.current as TeachingOrderRow);
      else setTrouble(sentenceOf(error));
    }
  };
  const removeOrder = async (): Promise<void> => {
    if (!saved?.version) return;
    try {
      await call('removeOrder', { params: { id }, query: { version: saved.version } });
      settled();
      const { version, name, style } = saved;
      await goOn(back);
      await refresh('library');
      toast(`“${name}” is put away.`, {
        action: {
          label: 'Undo',
          onClick: () =>
            void call('saveOrder', { params: { id }, body: { name, style, steps: saved.steps, version: version! + 1 } }).then(
              () => refresh('library'),
              (error: unknown) => toast.error(sentenceOf(error)),
            ),
        },
      });
    } catch (error) {
      setTrouble(sentenceOf(error));
    }
  };
  /** Theirs in place of one's own, which undo brings back; or one's own to be kept in place of theirs. */
  const settle = (take: 'theirs' | 'mine'): void => {
    if (!newer) return;
    if (take === 'theirs') change({ name: newer.name, style: newer.style, steps: newer.steps });
    setRestsOn(newer.version!);
    setNewer(null);
    toast(take === 'theirs' ? 'Theirs is shown. Undo brings yours back.' : 'Press “Keep this order” again to put yours in its place.');
  };
  return {
    draft,
    changed,
    canUndo: past.length > 0,
    trouble,
    newer,
    change,
    changeSteps,
    undo,
    save,
    removeOrder,
    settle,
    leaveOpen: () => setNewer(null),
  };
}
export type OrderDraftHandle = ReturnType<typeof useOrderDraft>;
