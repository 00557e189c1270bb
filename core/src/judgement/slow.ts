/**
 * Which pairs a child knows and seldom says at once, and in which strands their answers are right and slow. Slow is relative to the child's own usual time for that kind of card with
 * that adult (much of a time measured by an adult's press is the adult's), within bounds that no child's pace can move.
 */
import { compareText } from '../compare-text.js';
import type { SkillEvidence } from '../evidence/derived.js';
import { isMiss, type Observation, type Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import type { EstimateModel } from './model.js';
import { chancesOf } from './filter-parameters.js';

/** A usual time before any is known, milliseconds, and how many answers it is worth. */
const USUAL_MS = 1500;
const USUAL_COUNTS = 4;
/** Slow is so many times the usual. */
const TIMES = 1.7;
/** No answer quicker than this is slow for anybody, and none slower than that is at once. */
const QUICK_UNTIL_MS = 2200;
const SLOW_FROM_MS = 4500;
/** Of so many newest right answers, more than this share slow. */
const NEWEST = 5;
const SHARE = 0.5;

/** A word takes longer than a card: so many times as long before one is slow for anybody, and before none is at once. */
const WORD_TIMES = 1.6;
/** Of fewer right answers nothing is said of a strand. */
const LEAST_OF_STRAND = 4;
/** Of a strand so many newest tell: words differ more than cards of one pair do. */
const NEWEST_OF_STRAND = 12;

const byTime = ({ observation: a }: SkillEvidence, { observation: b }: SkillEvidence): number =>
  compareText(a.at, b.at) || compareText(a.id, b.id);

/** The strands whose newest right answers were mostly slow. Fluency is not among them: it is about speed itself. */
export function slowStrands(evidence: readonly SkillEvidence[]): ReadonlySet<Strand> {
  const times = new Times();
  const newest = new Map<Strand, Observation[]>();
  for (const { strand, observation } of [...evidence].sort(byTime)) {
    times.add(observation);
    if (strand === 'fluency' || observation.fromMemory || !tells(observation)) continue;
    newest.set(strand, [...(newest.get(strand) ?? []), observation].slice(-NEWEST_OF_STRAND));
  }
  const usual = times.usual(WORD_TIMES);
  const slow = [...newest].filter(
    ([, own]) => own.length >= LEAST_OF_STRAND && own.filter((o) => isSlow(o, usual, WORD_TIMES)).length / own.length > SHARE,
  );
  return new Set(slow.map(([strand]) => strand));
}

/** A child's usual times of right answers, by kind of card and adult. */
class Times {
  readonly #all = new Map<string, { kind: string; log: number; n: number }>();
  readonly #ofKind = new Map<string, { log: number; n: number }>();

  add(o: Observation): void {
    if (o.ms === undefined || o.fromMemory || isMiss(o.outcome)) return;
    const key = `${o.kind} ${o.by}`;
    const entry = this.#all.get(key) ?? { kind: o.kind, log: 0, n: 0 };
    const ofKind = this.#ofKind.get(o.kind) ?? { log: 0, n: 0 };
    const log = Math.log(Math.min(20_000, Math.max(200, o.ms)));
    for (const times of [entry, ofKind]) {
      times.log += log;
      times.n += 1;
    }
    this.#all.set(key, entry);
    this.#ofKind.set(o.kind, ofKind);
  }

  /** In milliseconds; where there are few answers to an adult, drawn towards what the child takes with the others, and that towards anybody's. */
  usual(times = 1): ReadonlyMap<string, number> {
    const drawn = (log: number, n: number, towards: number): number => (log + USUAL_COUNTS * towards) / (n + USUAL_COUNTS);
    return new Map(
      [...this.#all].map(([key, { kind, log, n }]) => {
        const all = this.#ofKind.get(kind)!;
        const others = drawn(all.log - log, all.n - n, Math.log(times * USUAL_MS));
        return [key, Math.exp(drawn(log, n, others))];
      }),
    );
  }
}

/** The pairs whose newest right answers were mostly slow; one slow answer alone says nothing. */
export function slowPairs(observations: readonly Observation[], model: EstimateModel): ReadonlySet<Gpc> {
  const watch = new SlowWatch(model);
  for (const o of observations) watch.add(o);
  return watch.pairs();
}

/** The same while answers come in, in order of time: asked at any moment, it costs the pairs and not all answers so far. */
export class SlowWatch {
  readonly #times = new Times();
  /** Of each pair the newest answers that tell. */
  readonly #newest = new Map<Gpc, Observation[]>();

  constructor(private readonly model: EstimateModel) {}

  add(o: Observation): void {
    this.#times.add(o);
    if (o.gpc === undefined || o.fromMemory || chancesOf(this.model.recall, o.kind) === undefined || !tells(o)) return;
    const own = this.#newest.get(o.gpc);
    if (!own) this.#newest.set(o.gpc, [o]);
    else {
      own.push(o);
      if (own.length > NEWEST) own.shift();
    }
  }

  pairs(): ReadonlySet<Gpc> {
    const usual = this.#times.usual();
    const out = new Set<Gpc>();
    for (const [gpc, newest] of this.#newest)
      if (newest.length >= 2 && newest.filter((o) => isSlow(o, usual)).length / newest.length > SHARE) out.add(gpc);
    return out;
  }
}

/** Whether an answer tells how quick it was: a wrong one does not, nor one of which nothing is known. */
const tells = (o: Observation): boolean =>
  !isMiss(o.outcome) && o.outcome !== 'put right' && (o.outcome === 'slow' || o.ms !== undefined || o.outcome === 'right');

/**
 * @param usual the child's usual time of a right answer by kind of card and adult, milliseconds
 * @param times how many times as long as a card it takes anybody
 */
function isSlow(o: Observation, usual: ReadonlyMap<string, number>, times = 1): boolean {
  if (o.outcome === 'slow') return true;
  if (o.ms === undefined) return false;
  const from = TIMES * (usual.get(`${o.kind} ${o.by}`) ?? times * USUAL_MS);
  return o.ms > Math.min(times * SLOW_FROM_MS, Math.max(times * QUICK_UNTIL_MS, from));
}
