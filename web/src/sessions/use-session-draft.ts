/** The plan of a session to be made: drawn for what is chosen, drawn again when that changes, kept where it was pinned. */
import type { ChildLine, Group, LibraryText, SchoolSettings, Session, StyleRow } from '@sapling/contract';
import type { Taught } from '@sapling/core/phonics';
import type { SessionRequest } from '@sapling/core/planning';
import { useEffect, useMemo, useState } from 'react';
import { core } from '../workers/core.js';
import { planRequest } from './plan-request.js';
import type { Aim } from './session-choice.js';
import { useDraft, type Draft } from './use-draft.js';

export interface DraftGiven {
  readonly group: Group | undefined;
  readonly members: readonly ChildLine[];
  readonly taught: Taught | null;
  readonly aim: Aim;
  readonly on: string;
  readonly minutes: number;
  readonly draw: number;
  readonly style: StyleRow | undefined;
  readonly past: readonly Session[] | undefined;
  readonly texts: readonly LibraryText[] | undefined;
  readonly pictures: readonly string[] | undefined;
  readonly settings: SchoolSettings | undefined;
  /** Whether all that a plan rests on has been read. */
  readonly read: boolean;
}
export interface SessionDraft extends Draft {
  readonly request: SessionRequest | null;
  /** Why no plan could be drawn. */
  readonly trouble: string | null;
}

/** Makes what is planned from; null where something is not there yet or there is nothing to be for. */
function requestOf({ group, members, taught, aim, past, texts, pictures, settings, style, read, draw, on, minutes }: DraftGiven) {
  if (!read || !group || !taught || !past || !texts || !settings || !style) return null;
  if (aim.focus.length === 0 && !aim.skill) return null;
  const rest = { taught, sessions: past, seed: draw, style, texts, pictures: pictures ?? [], settings };
  return (): SessionRequest => planRequest({ ...aim, ...rest, group, members, on, minutes });
}

export function useSessionDraft(given: DraftGiven): SessionDraft {
  const draft = useDraft();
  const [trouble, setTrouble] = useState<string | null>(null);
  const { group, members, aim, on, minutes, draw, style, pictures } = given;
  const make = requestOf(given);
  // a live refresh of the lists must not redraw a plan that is being changed: only another choice is another request
  const key = JSON.stringify([
    make !== null,
    group?.id,
    members.map((m) => m.id),
    aim.focus,
    aim.skill,
    minutes,
    draw,
    on,
    style?.id,
    pictures === undefined,
  ]);
  const [asked, setAsked] = useState<{ key: string; request: SessionRequest | null }>({ key: '', request: null });
  if (asked.key !== key) setAsked({ key, request: make?.() ?? null });
  const { request } = asked;
  const { take } = draft;
  useEffect(() => {
    if (!request) return take(null);
    let gone = false;
    core()
      .planSession(request)
      .then(
        (drafted) => {
          if (gone) return;
          setTrouble(null);
          take(drafted);
        },
        (problem: unknown) => !gone && setTrouble((problem as Error).message),
      );
    return () => {
      gone = true;
    };
  }, [request, take]);
  // where nothing is to be drawn nothing is wrong
  const said = request && trouble;
  return useMemo(() => ({ ...draft, request, trouble: said }), [draft, request, said]);
}
