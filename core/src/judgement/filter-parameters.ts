/** What the recall filter is made of: its numbers are in parameters.ts, what they do is in recall-filter.ts and own-scale.ts. */
import { checkKindOf } from '../checks/kinds/index.js';
import type { Observation, ObservationKind } from '../evidence/observation.js';
import type { OwnScaleParameters } from './own-scale.js';

/** How an answer of a kind can come about without knowing, and go wrong though known. */
export interface KindChances {
  readonly guess: number;
  readonly lapse: number;
}
/** What one kind of child makes of an answer before it is given: how likely it is that kind, and that it recalls the pair. */
export interface ForetoldPart extends KindChances {
  readonly weight: number;
  readonly recalled: number;
}
/** Chance that it comes right, over these kinds. */
export const hitOf = (parts: readonly ForetoldPart[]): number =>
  parts.reduce((sum, { weight, guess, lapse, recalled }) => sum + weight * (guess + (1 - guess - lapse) * recalled), 0);
/** The chances of a kind of answer: as fitted, or as its descriptor says where simulated children never meet it. */
export const chancesOf = ({ kinds }: FilterParameters, kind: ObservationKind): KindChances | undefined =>
  kinds[kind] ?? checkKindOf(kind)?.chances;
/** How an adult hears, against the usual: what guesses that pass and slips that are marked are multiplied by. */
export interface AdultEar {
  readonly guess: number;
  readonly lapse: number;
}
/** A kind of child: what differs from the rest. */
export interface ChildKind {
  readonly weight: number;
  /** Standard deviation of a pair's own part, logistic scale. */
  readonly own: number;
  /** What the standard deviation shared with neighbours in the order is multiplied by. */
  readonly near: number;
  /** Standard deviation of a day. */
  readonly day: number;
  /** How fast strength fades. */
  readonly fade: number;
  /** Variance that a day without being seen adds to a pair. */
  readonly drift: number;
}
export interface FilterParameters {
  readonly mean: number;
  /** Mean change of strength over a hundred pairs of the order. */
  readonly slope: number;
  readonly levelSd: number;
  readonly slopeSd: number;
  readonly nearSd: number;
  /** Pairs so far apart in the order share little of their neighbourhood. */
  readonly nearLength: number;
  /** Correlation of the own parts of two pairs that are easily mixed up. */
  readonly twins: number;
  readonly adultSd: number;
  /** Variance a day adds to the level. */
  readonly levelDrift: number;
  /** Days after which fading slows down. */
  readonly fadeTime: number;
  /** What a month of a break, in which nothing at all was seen of the child, takes off every strength beyond its first three weeks. */
  readonly rest: number;
  /** A pair that was never seen to be met counts as met so many days ago. */
  readonly unmetDays: number;
  readonly mostVariance: number;
  /** What being asked, and being taught, adds to strength. */
  readonly meet: number;
  readonly teach: number;
  /** What a logged session that worked on a pair adds to its strength, and to the variance of it: what is taught does not always take. */
  readonly logged: number;
  readonly loggedVariance: number;
  /** How much longer (logarithm) a right answer takes that was all but forgotten than one that is sure, and how much times vary. */
  readonly timeSpan: number;
  readonly timeSd: number;
  /** From memory, so much of each guess and lapse more. */
  readonly fromMemory: number;
  /** What the lapses and guesses of every kind of answer are multiplied by; one for all kinds of child, so that luck is no sign of one. */
  readonly luck: number;
  readonly kinds: Readonly<Partial<Record<ObservationKind, KindChances>>>;
  readonly children: readonly ChildKind[];
  /** How differently single children go by all this: see own-scale.ts. */
  readonly scale: OwnScaleParameters;
  /** Adults of whom it is known how they hear, by id; any other hears as usual. */
  readonly ears?: Readonly<Record<string, AdultEar>>;
}

/** The chances of one answer: of its kind, from memory or not, among how many, and as its adult hears. */
export function chancesFor(
  parameters: FilterParameters,
  { kind, options, fromMemory, by }: Pick<Observation, 'kind' | 'options' | 'fromMemory'> & { readonly by?: string },
): KindChances {
  const own = chancesOf(parameters, kind) ?? chancesOf(parameters, 'see-say')!;
  const more = (fromMemory ? parameters.fromMemory : 1) * parameters.luck;
  const pointed = options !== undefined && options > 1;
  // what is pointed at is marked by the device, whoever sits beside it
  const ear = pointed || by === undefined ? undefined : parameters.ears?.[by];
  const guess = Math.min(0.6, own.guess * more * (ear?.guess ?? 1));
  return { guess: pointed ? Math.max(guess, 1 / options) : guess, lapse: Math.min(0.4, own.lapse * more * (ear?.lapse ?? 1)) };
}
