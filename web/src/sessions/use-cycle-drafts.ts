/** All sessions of a cycle drafted one after the other, so that each knows those before it; then kept together, or as many as were. */
import type { Group } from '@sapling/contract';
import type { PlannedSession } from '@sapling/core/planning';
import { useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { toast } from 'sonner';
import { anySeed } from '../any-seed.js';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { core } from '../workers/core.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';
import { draftAll, requestOf, type Drafted } from './draft-cycle.js';
import { takeBack } from './take-back.js';
import type { useMaterials } from './use-materials.js';
import { useGoOn } from '../shell/go-on.js';

type Materials = ReturnType<typeof useMaterials>;
export interface Working {
  readonly done: number;
  readonly of: number;
  readonly what: 'drafting' | 'keeping';
}

export function useCycleDrafts(materials: Materials, toMake: readonly PlannedSession[], minutes: number) {
  const goOn = useGoOn();
  const [drafts, setDrafts] = useState<readonly Drafted[]>([]);
  const [working, setWorking] = useState<Working | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const stop = useRef({ aborted: false });
  // kept again because no answer came, each is the same session
  const ids = useRef(new Map<string, string>());
  const settled = useUnsaved(drafts.length > 0, say('the sessions drafted for the cycle'));
  const draft = async (): Promise<void> => {
    if (!materials) return;
    stop.current = { aborted: false };
    setTrouble(null);
    setDrafts([]);
    ids.current.clear();
    setWorking({ done: 0, of: toMake.length, what: 'drafting' });
    try {
      await draftAll(
        materials,
        toMake,
        minutes,
        (r) => core().planSession(r),
        (drafted, of) => {
          setDrafts((now) => [...now, drafted]);
          setWorking((now) => now && { ...now, done: now.done + 1, of });
        },
        stop.current,
      );
    } catch (problem) {
      setTrouble((problem as Error).message);
    }
    setWorking(null);
  };
  const again = async (id: string): Promise<void> => {
    const k = drafts.findIndex((d) => d.id === id);
    const old = drafts[k];
    if (!old) return;
    try {
      const plan = await core().planSession(requestOf(materials!, old.session, drafts.slice(0, k), minutes, anySeed()));
      // by its id: others may have been taken out while it was drawn
      setDrafts((now) => now.map((d) => (d.id === id ? { ...old, plan } : d)));
    } catch (problem) {
      setTrouble((problem as Error).message);
    }
  };
  const keep = async (group: Group, who: string): Promise<void> => {
    setTrouble(null);
    setWorking({ done: 0, of: drafts.length, what: 'keeping' });
    const made: { id: string; version: number }[] = [];
    try {
      for (const d of drafts) {
        const id = ids.current.get(d.id) ?? uuidv7();
        ids.current.set(d.id, id);
        made.push(await call('addSession', { body: { id, groupId: group.id, on: d.on, adultId: who || null, plan: d.plan } }));
        setWorking({ done: made.length, of: drafts.length, what: 'keeping' });
      }
    } catch (problem) {
      setTrouble(`${made.length === 0 ? 'None was kept' : `${made.length} of ${drafts.length} were kept`}. ${sentenceOf(problem)}`);
      const kept = new Set(drafts.slice(0, made.length).map((d) => d.id));
      setDrafts((now) => now.filter((d) => !kept.has(d.id)));
      setWorking(null);
      await refresh('sessions');
      return;
    }
    settled();
    await refresh('sessions');
    toast.success(`${made.length === 1 ? '1 session is' : `${made.length} sessions are`} kept${who ? ' and shared' : ''}.`, {
      action: { label: 'Undo', onClick: () => void takeBack(made) },
    });
    await goOn(`/groups/${group.id}/cycle`);
  };
  return {
    drafts,
    working,
    trouble,
    draft,
    again,
    keep,
    takeOut: (id: string) => setDrafts((now) => now.filter((x) => x.id !== id)),
    stop: () => {
      stop.current.aborted = true;
    },
  };
}
