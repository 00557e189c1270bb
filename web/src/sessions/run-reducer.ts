/** What each press does to a running session. */
import { partKind } from '@sapling/core/planning';
import type { Part } from './part-view.js';
import { aboutOf, itemsOf, leftOf, markKey, nextMark, type RunDraft, type RunItem } from './run-draft.js';

export type RunAction =
  | { readonly do: 'begin'; readonly draft: RunDraft }
  | { readonly do: 'change'; readonly change: Partial<RunDraft> }
  | { readonly do: 'done' }
  | { readonly do: 'leave' }
  /** To the next item or the one before; past the last one the part is done, before the first one the part before opens. */
  | { readonly do: 'step'; readonly by: 1 | -1 }
  | { readonly do: 'mark'; readonly child: string }
  | { readonly do: 'shuffle'; readonly seed: number }
  | { readonly do: 'away'; readonly child: string }
  /** The open part is looked at one by one instead of as a whole, or the other way round. */
  | { readonly do: 'look otherwise' }
  /** So many seconds have gone by for the open part. */
  | { readonly do: 'time'; readonly seconds: number };

export interface RunState {
  readonly draft: RunDraft | null;
  /** The draft as it is to be kept on the device: each change at once, the seconds four times a minute. */
  readonly toKeep: RunDraft | null;
  /** Parts that are looked at otherwise than their kind is. */
  readonly other: ReadonlySet<string>;
}
export const BEFORE_RUN: RunState = { draft: null, toKeep: null, other: new Set() };
const KEPT_EVERY_S = 15;

/** What is on screen: the open part, whether its items come one by one, and which. Nothing is open where what happened is asked. */
export interface Shown {
  readonly part: Part | undefined;
  readonly oneByOne: boolean;
  readonly items: readonly RunItem[];
  readonly at: number;
  readonly item: RunItem | undefined;
}
export function shownOf(parts: readonly Part[], { draft, other }: Pick<RunState, 'draft' | 'other'>): Shown {
  const part = draft ? parts[draft.at] : undefined;
  if (!draft || !part) return { part: undefined, oneByOne: false, items: [], at: 0, item: undefined };
  const oneByOne = itemsOf(part).length > 0 && Boolean(partKind(part.kind).shownWhole) === other.has(part.id);
  const items = oneByOne ? itemsOf(part, draft.shuffles[part.id]) : [];
  const at = Math.min(draft.items[part.id] ?? 0, Math.max(0, items.length - 1));
  return { part, oneByOne, items, at, item: items[at] };
}

const turned = (list: readonly string[], value: string): string[] =>
  list.includes(value) ? list.filter((x) => x !== value) : [...list, value];

function done(part: Part, draft: RunDraft): RunDraft {
  const { [part.id]: _gone, ...left } = draft.left;
  return { ...draft, done: draft.done.includes(part.id) ? draft.done : [...draft.done, part.id], left, at: draft.at + 1 };
}
/** What was shown was done; what was not is carried over. */
function leave({ part, oneByOne, at }: Shown & { part: Part }, draft: RunDraft): RunDraft {
  const from = oneByOne && at > 0 ? at + 1 : 0;
  const words = leftOf(part, from, draft.shuffles[part.id]);
  return {
    ...draft,
    at: draft.at + 1,
    done: draft.done.filter((d) => d !== part.id),
    left: from > 0 && words.length > 0 ? { ...draft.left, [part.id]: words } : draft.left,
  };
}
function step({ part, items, at }: Shown & { part: Part }, draft: RunDraft, by: 1 | -1): RunDraft {
  if (by === 1 && at >= items.length - 1) return done(part, draft);
  if (by === -1 && at === 0) return { ...draft, at: Math.max(0, draft.at - 1) };
  return { ...draft, items: { ...draft.items, [part.id]: at + by } };
}
function mark({ part, item }: Shown & { part: Part }, draft: RunDraft, child: string): RunDraft {
  if (!item || aboutOf(part, item.key) === null) return draft;
  const key = markKey(part.id, item.key, child);
  const { [key]: old, ...rest } = draft.marks;
  const next = nextMark(old);
  return { ...draft, marks: next ? { ...rest, [key]: next } : rest };
}
function time(draft: RunDraft, seconds: number): RunDraft {
  const spent = Array.from({ length: Math.max(draft.spent.length, draft.at + 1) }, (_, k) => draft.spent[k] ?? 0);
  spent[draft.at]! += seconds;
  return { ...draft, spent };
}

function next(shown: Shown, draft: RunDraft, action: RunAction): RunDraft {
  if (action.do === 'change') return { ...draft, ...action.change };
  if (action.do === 'away') return { ...draft, away: turned(draft.away, action.child) };
  const { part } = shown;
  if (!part) return draft;
  const open = { ...shown, part };
  switch (action.do) {
    case 'done':
      return done(part, draft);
    case 'leave':
      return leave(open, draft);
    case 'step':
      return step(open, draft, action.by);
    case 'mark':
      return mark(open, draft, action.child);
    case 'shuffle':
      return { ...draft, shuffles: { ...draft.shuffles, [part.id]: action.seed }, items: { ...draft.items, [part.id]: 0 } };
    case 'time':
      return time(draft, action.seconds);
    default:
      return draft;
  }
}

/** The state after a press. Before the draft is there, only `begin` does anything; where what happened is asked, nothing is marked or stepped. */
export function reduceRun(parts: readonly Part[], state: RunState, action: RunAction): RunState {
  if (action.do === 'begin') return { ...state, draft: action.draft };
  if (!state.draft) return state;
  const shown = shownOf(parts, state);
  if (action.do === 'look otherwise') return shown.part ? { ...state, other: new Set(turned([...state.other], shown.part.id)) } : state;
  const draft = next(shown, state.draft, action);
  if (draft === state.draft) return state;
  const quarters = (of: RunDraft): number => Math.floor((of.spent[draft.at] ?? 0) / KEPT_EVERY_S);
  const keeps = action.do !== 'time' || quarters(draft) > quarters(state.draft);
  return { ...state, draft, toKeep: keeps ? draft : state.toKeep };
}
