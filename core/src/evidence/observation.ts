/** One marked response. Append-only: a correction is a new observation that names the one it replaces. */
import { compareText } from '../compare-text.js';
import { CHECK_KINDS, checkKindOf } from '../checks/kinds/index.js';
import type { Gpc } from '../phonics/lexicon.js';

/** What an answer comes from: a kind of check, a text, or a session. */
export const OBSERVATION_KINDS = [...CHECK_KINDS, 'text', 'session'] as const;
export type ObservationKind = (typeof OBSERVATION_KINDS)[number];
/** What an answer is called in a list of answers. @example pastOf('hear-point') // 'heard it, pointed' */
export const pastOf = (kind: string): string =>
  checkKindOf(kind)?.past ?? ({ text: 'in a text', session: 'in a session' } as Readonly<Record<string, string>>)[kind] ?? kind;

export const OUTCOMES = ['right', 'slow', 'put right', 'wrong', 'no answer', 'accent'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** Whether an answer speaks against what was asked. */
export const isMiss = (outcome: Outcome): boolean => outcome === 'wrong' || outcome === 'no answer';

export const STRANDS = ['recall', 'listening', 'blending', 'clusters', 'longer words', 'irregular words', 'spelling', 'fluency'] as const;
export type Strand = (typeof STRANDS)[number];

export interface Observation {
  id: string;
  child: string;
  by: string;
  /** ISO 8601, UTC. */
  at: string;
  kind: ObservationKind;
  gpc?: Gpc;
  skill?: Strand;
  /** The word or text it was met in. */
  item?: string;
  outcome: Outcome;
  said?: string;
  /** From the moment the item was painted to the response, in milliseconds. */
  ms?: number;
  /** How many there were to choose among. */
  options?: number;
  fromMemory?: boolean;
  /** Which card of its check it answers, where that is not the pair itself. */
  card?: string;
  /** Units of the word that went wrong, counted from 0, where the part was marked instead of what was said. */
  parts?: number[];
  /** The id of the observation this one corrects. */
  replaces?: string;
}

/**
 * The observations that count: each once however often it was sent, none that another replaces or that
 * was taken back, in the order they were made (time, then id). A correction stands at the time of what it
 * corrects: a mark put right a week later is still an answer given then. Of several corrections of one mark (from two
 * devices, say) the last one made counts.
 */
export function effective(observations: readonly Observation[], withdrawn: ReadonlySet<string> = new Set()): Observation[] {
  const byId = new Map<string, Observation>();
  for (const observation of observations) if (!byId.has(observation.id)) byId.set(observation.id, observation);
  const gone = new Set(withdrawn);
  for (const observation of byId.values())
    if (observation.replaces !== undefined && !withdrawn.has(observation.id)) gone.add(observation.replaces);
  const kept = new Map<string, Observation>();
  for (const observation of byId.values()) {
    if (gone.has(observation.id)) continue;
    const first = firstMarked(observation, byId);
    // what is corrected may not have arrived yet
    const id = first.replaces ?? first.id;
    const other = kept.get(id);
    if (!other || other.at < observation.at || (other.at === observation.at && other.id < observation.id)) kept.set(id, observation);
  }
  return [...kept.values()]
    .map((o) => (o.replaces === undefined ? o : { ...o, at: firstMarked(o, byId).at }))
    .sort((a, b) => compareText(a.at, b.at) || compareText(a.id, b.id));
}

function firstMarked(observation: Observation, byId: ReadonlyMap<string, Observation>): Observation {
  let first = observation;
  for (let steps = 0; first.replaces !== undefined && byId.has(first.replaces) && steps < byId.size; steps += 1)
    first = byId.get(first.replaces)!;
  return first;
}
