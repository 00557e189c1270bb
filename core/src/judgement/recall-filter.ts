/**
 * What is believed of a child's recall, answer by answer.
 *
 * Recall of a pair is a strength on the logistic scale. All of one child's strengths are held as one Gaussian: the child's
 * level, how it runs along the teaching order, what neighbours in the order share, what pairs that are easily mixed up
 * share, and each pair's own. So one answer tells of other pairs as much as they have in common (a Gaussian process over
 * pairs: Rasmussen and Williams, "Gaussian Processes for Machine Learning", 2006). Each answer moves it by moment
 * matching (assumed density filtering: Minka, "A family of algorithms for approximate Bayesian inference", 2001);
 * between answers strengths fade and grow uncertain (a state-space model: Fahrmeir, "Posterior mode estimation by extended
 * Kalman filtering", JASA 87, 1992). A sitting has a day of its own, an adult an ear of their own. How children differ
 * in kind (steady, all or nothing, different from day to day, quick to forget) is unknown, so a few such filters run side by
 * side, each weighted by how well it has foretold this child (multiple-model estimation: Magill 1965). How what they expect
 * has to be bent for the one child is learned in own-scale.ts; what a bell curve has no room for is in pairs-apart.ts, and what a
 * day on which nothing comes right does not tell in off-day.ts.
 */
import { isMiss, type Observation, type Strand } from '../evidence/observation.js';
import type { Gpc } from '../phonics/lexicon.js';
import { Breaks } from './breaks.js';
import { Covariance } from './covariance.js';
import { chancesFor, hitOf, type ChildKind, type FilterParameters, type ForetoldPart } from './filter-parameters.js';
import { logistic, logit } from './log-odds.js';
import { matched, meanLogistic } from './normal-grid.js';
import { balanced, forgetOffDay, mayTellNothingFrom, OFF_RIGHT, weighOff, withoutSitting, type Member, type Sitting } from './off-day.js';
import { bent, OwnScale, type Bend, type LastAnswer } from './own-scale.js';
import { OwnSlips } from './own-slips.js';
import { FIND_STRENGTH, HOLE_RECALLED, MIXED_RECALLED, overApart, PairsApart, recalledApart, type Apart } from './pairs-apart.js';
import { along, sharedBefore } from './recall-prior.js';
import { UsualPace } from './usual-pace.js';
import { blameOf, LEAST_RECALLED, lineOf, wrongAt } from './word-blame.js';

const DAY_MS = 86_400_000;
/** Answers of one adult with less than this between them are one sitting. */
export const SITTING_MS = 3 * 3_600_000;

export interface PairOfChild {
  readonly gpc: Gpc;
  /** Its place in the teaching order, counted from 0; null for a pair of no order. */
  readonly place: number | null;
}

/** A word read with nothing noted of where it went wrong, if it did: then its pairs and the push together share the blame. */
export interface WordAnswer {
  readonly observation: Observation;
  readonly gpcs: readonly Gpc[];
  readonly right: boolean;
  /** Which push together it asks for; the plainest where left out. */
  readonly strand?: Strand;
}
/** What is believed of one pair's free recall on an ordinary day. */
export interface Belief {
  /** Chance of a right answer. */
  readonly p: number;
  /** How the chances of the kinds of child below are bent to this child's own scale. */
  readonly bend: Bend;
  /** Days of breaks since the pair last came right: see breaks.ts. */
  readonly rested: number;
  /** How likely the pair is a hole, a find, or neither (pairs-apart.ts), and how strong it is as a find, log odds. */
  readonly apart: Apart & { readonly strength: number };
  /** Where it is neither, for each kind of child: its weight, and the strength's mean and variance with the chances of that kind. */
  readonly members: readonly {
    readonly weight: number;
    readonly mean: number;
    readonly variance: number;
    readonly guess: number;
    readonly lapse: number;
  }[];
}

/** One child's beliefs, moved on by each answer; `pairs` never changes. */
export class RecallFilter {
  readonly pairs: readonly PairOfChild[];
  private readonly index: Map<Gpc, number>;
  private members: Member[];
  private readonly n: number;
  private readonly m: number;
  private readonly adultSlot = new Map<string, number>();
  private readonly adults: number;
  /** When each pair was last met, in days. */
  private readonly lastMet: Float64Array;
  /** When a pair was last taught with an answer that came right, milliseconds. */
  private readonly lastTaught = new Map<number, number>();
  /** Sessions that worked on a pair since it was last answered. */
  private unseenTeaching = new Map<number, number>();
  private now = Number.NaN;
  private breaks = new Breaks();
  /** How many days of breaks there had been when each pair was last met. */
  private readonly restedWhenMet: Float64Array;
  private sitting: Sitting | null = null;
  private readonly pace = new UsualPace();
  private readonly g: Float64Array;
  private readonly scale: OwnScale;
  private readonly slips = new OwnSlips();
  private pairsApart: PairsApart;
  /** Of each pair that was answered: the last answer, and by how much what was believed then must be lifted so that no wrong answer raised it and no right one lowered it. */
  private readonly answered = new Map<number, { readonly at: number; readonly right: boolean; readonly delay: number; lift: number }>();

  constructor(
    private readonly parameters: FilterParameters,
    pairs: readonly PairOfChild[],
    adults: readonly string[],
  ) {
    this.pairs = pairs;
    this.index = new Map(pairs.map((p, k) => [p.gpc, k]));
    this.n = pairs.length;
    this.adults = adults.length;
    adults.forEach((by, k) => this.adultSlot.set(by, this.n + k));
    this.m = this.n + adults.length + 1;
    this.lastMet = new Float64Array(this.n).fill(Number.NaN);
    this.restedWhenMet = new Float64Array(this.n);
    this.g = new Float64Array(this.m);
    this.scale = new OwnScale(parameters.scale);
    this.pairsApart = new PairsApart(this.n);
    this.members = parameters.children.map((kind) => ({
      kind,
      off: null,
      logWeight: Math.log(kind.weight),
      mean: this.startMean(),
      cov: new Covariance(this.m, this.startCov(kind)),
    }));
  }

  private startMean(): Float64Array {
    const { mean, slope } = this.parameters;
    const out = new Float64Array(this.m);
    this.pairs.forEach(({ place }, k) => (out[k] = mean + slope * along(place)));
    return out;
  }

  private startCov(kind: ChildKind): Float64Array {
    const { n, m } = this;
    const { level, near, twins } = sharedBefore(this.parameters, this.pairs);
    const own = kind.own ** 2;
    const places = kind.near ** 2;
    const cov = new Float64Array(m * m);
    for (let i = 0, at = 0; i < n; i += 1)
      for (let j = 0; j <= i; j += 1, at += 1) cov[i * m + j] = level[at]! + places * near[at]! + own * (i === j ? 1 : twins[at]!);
    for (let a = n; a < n + this.adults; a += 1) cov[a * m + a] = this.parameters.adultSd ** 2;
    return cov;
  }

  /**
   * The same beliefs, apart from these: what is asked of a later moment must not move what answers are held against. Time and
   * sessions may go by in them (`pass`, `teach`); answers are for the one it was made of.
   */
  apart(): RecallFilter {
    const copy = Object.assign(Object.create(RecallFilter.prototype) as RecallFilter, this);
    copy.members = this.members.map((member) => ({ ...member, mean: member.mean.slice(), cov: member.cov.copy() }));
    copy.unseenTeaching = new Map(this.unseenTeaching);
    copy.breaks = this.breaks.copy();
    copy.pairsApart = this.pairsApart.copy();
    return copy;
  }

  /** Lets time go by until a moment; nothing is raised by it. */
  pass(at: number): void {
    if (Number.isNaN(this.now)) this.now = at;
    const days = (at - this.now) / DAY_MS;
    if (days <= 0.02) return;
    this.now = at;
    const { mostVariance, levelDrift } = this.parameters;
    const { n, m } = this;
    for (const { kind, mean, cov: held } of this.members) {
      const cov = held.settled();
      for (let i = 0; i < n; i += 1) {
        const at0 = i * m + i;
        const variance = cov[at0]!;
        const added = variance >= mostVariance ? 0 : Math.min(mostVariance - variance, kind.drift * days);
        const level = variance >= mostVariance ? 0 : levelDrift * days;
        let value = mean[i]! - this.faded(kind, i, at);
        // a wider belief of a gap must not look like hope
        if (value < 0) value *= Math.sqrt((1 + LOGIT_VARIANCE * (variance + added + level)) / (1 + LOGIT_VARIANCE * variance));
        value += this.faded(kind, i, at);
        mean[i] = value;
        cov[at0] = variance + added;
      }
      if (levelDrift > 0) {
        const more = levelDrift * days;
        for (let i = 0; i < n; i += 1) {
          if (cov[i * m + i]! >= mostVariance) continue;
          for (let j = 0; j <= i; j += 1) if (cov[j * m + j]! < mostVariance) cov[i * m + j]! += more;
        }
      }
    }
  }

  /** How much a pair has faded since it was last met: fast at first, then slower; all back when it is met. */
  private faded(kind: ChildKind, i: number, at: number, soonest = 0): number {
    const { fadeTime, unmetDays, rest } = this.parameters;
    const last = this.lastMet[i]!;
    const days = Number.isNaN(last) ? unmetDays : Math.max(soonest, at / DAY_MS - last);
    return kind.fade * Math.log1p(days / fadeTime) + (rest * this.restedSince(i, at)) / 30;
  }

  /** How strong a pair would be if it were a find: what is met everywhere fades in breaks alone. */
  private findStrength(i: number, at: number): number {
    return FIND_STRENGTH - (this.parameters.rest * this.restedSince(i, at)) / 30;
  }

  /** Days of breaks since a pair last came right. */
  private restedSince(i: number, at: number): number {
    return this.breaks.until(at) - this.restedWhenMet[i]!;
  }

  private sameSitting({ by, at }: Pick<Observation, 'by' | 'at'>): boolean {
    return this.sitting !== null && this.sitting.by === by && Date.parse(at) - this.sitting.at < SITTING_MS;
  }

  /** Begins a sitting where this answer is the first of one: a new day is drawn. */
  private sit(observation: Observation): void {
    const { by } = observation;
    const at = Date.parse(observation.at);
    if (this.sameSitting(observation)) {
      this.sitting!.at = at;
      return;
    }
    const before = this.sitting ?? { number: 0, seen: 0, answers: 0 };
    this.sitting = { by, at, number: before.number + 1, answers: 0, seen: before.seen + before.answers };
    const d = this.m - 1;
    for (const member of this.members) {
      forgetOffDay(member, this.sitting);
      const { kind, mean } = member;
      const cov = member.cov.settled();
      mean[d] = 0;
      for (let i = 0; i < d; i += 1) cov[d * this.m + i] = 0;
      cov[d * this.m + d] = kind.day ** 2;
    }
  }

  /** Chance that an answer comes right, as foretold before it is given; the filter must have passed to its moment. */
  foretell(observation: Observation): number {
    const i = this.index.get(observation.gpc!);
    if (i === undefined) return Number.NaN;
    return this.scale.foretell(hitOf(this.foretoldParts(observation)), this.lastAnswer(i, Date.parse(observation.at)));
  }
  private lastAnswer(i: number, at: number): LastAnswer | null {
    const last = this.answered.get(i);
    return last ? { right: last.right, delay: last.delay, days: Math.max(0, (at - last.at) / DAY_MS) } : null;
  }

  /** The same by kind of child: how likely it is this one, that it recalls the pair, and that it comes right or wrong otherwise. Empty for a pair that is not here. */
  foretoldParts(observation: Observation): ForetoldPart[] {
    const i = this.index.get(observation.gpc!);
    if (i === undefined) return [];
    const a = this.adultSlot.get(observation.by);
    const d = this.m - 1;
    const same = this.sameSitting(observation);
    const total = this.members.reduce((sum, { logWeight }) => sum + Math.exp(logWeight), 0);
    const { guess, lapse } = this.slips.of(observation.kind, chancesFor(this.parameters, observation));
    const { usual, hole, mixed, find } = this.pairsApart.of(i);
    const parts = this.members.map(({ kind, off, mean, cov, logWeight }) => {
      if (same && off?.sitting === this.sitting!.number)
        return { weight: (usual * Math.exp(logWeight)) / total, guess: OFF_RIGHT, lapse: 0, recalled: 0 };
      let mu = mean[i]! - this.faded(kind, i, Date.parse(observation.at));
      let v = cov.at(i, i);
      if (a !== undefined) {
        mu += mean[a]!;
        v += cov.at(a, a) + 2 * cov.at(a, i);
      }
      if (same) {
        mu += mean[d]!;
        v += cov.at(d, d) + 2 * cov.at(d, i) + (a === undefined ? 0 : 2 * cov.at(d, a));
      } else v += kind.day ** 2;
      return { weight: (usual * Math.exp(logWeight)) / total, guess, lapse, recalled: meanLogistic(mu, v) };
    });
    const strength = this.findStrength(i, Date.parse(observation.at));
    return [
      ...parts,
      { weight: hole, guess, lapse, recalled: HOLE_RECALLED },
      { weight: mixed, guess, lapse, recalled: MIXED_RECALLED },
      { weight: find, guess, lapse, recalled: logistic(strength) },
    ];
  }

  observe(observation: Observation): void {
    const i = this.index.get(observation.gpc!);
    if (i === undefined) return;
    const at = Date.parse(observation.at);
    this.pass(at);
    this.breaks.present(at);
    this.unseenTeaching.delete(i);
    this.sit(observation);
    const right = !isMiss(observation.outcome);
    const delay = right ? this.pace.delayOf(observation) : null;
    const believed = this.believed(i).p;
    const parts = this.foretoldParts(observation);
    const { guess, lapse } = this.slips.of(observation.kind, chancesFor(this.parameters, observation));
    this.scale.observe(hitOf(parts), this.lastAnswer(i, at), right);
    const recalled = parts.reduce((sum, one) => sum + one.weight * one.recalled, 0);
    this.slips.observe(observation.kind, chancesFor(this.parameters, observation), recalled, right);
    const apart = this.pairsApart.of(i);
    const asFind = logistic(this.findStrength(i, at));
    const a = this.adultSlot.get(observation.by) ?? -1;
    const d = this.m - 1;
    const { timeSpan, timeSd, meet, teach } = this.parameters;
    // several marks of one session are one time of teaching
    const taught = observation.kind === 'session' && at - (this.lastTaught.get(i) ?? -Infinity) >= SITTING_MS;
    const rows = a >= 0 ? [i, d, a] : [i, d];
    const chosen = observation.kind === 'session' ? i : null;
    const sitting = this.sitting!;
    const kinds = this.members.length;
    // in a session many adults mark only what went wrong: that nothing came right there says nothing of the day
    if (!right && chosen === null && mayTellNothingFrom(this.members, sitting, hitOf(parts)))
      this.members.push(...withoutSitting(this.members, sitting));
    sitting.answers += 1;
    for (const member of this.members) {
      if (member.off?.sitting === sitting.number) {
        weighOff(member, right);
        continue;
      }
      const { kind, mean } = member;
      const v = this.gather(member, rows);
      const mu = mean[i]! - this.faded(kind, i, at) + mean[d]! + (a >= 0 ? mean[a]! : 0);
      const likelihood = (base: number): number => {
        const hit = guess + (1 - guess - lapse) * base;
        if (!right) return 1 - hit;
        return delay === null ? hit : hit * Math.exp(-((delay - timeSpan * (USUAL_SURE - base)) ** 2) / (2 * timeSd ** 2));
      };
      const ofApart = overApart(apart, asFind, likelihood);
      this.update(member, mu, v, (base) => ofApart + apart.usual * likelihood(base), chosen);
      if (right) mean[i]! += taught ? teach : meet;
    }
    this.balance();
    const hit = (recall: number): number => guess + (1 - guess - lapse) * recall;
    const ofWay = { hole: hit(HOLE_RECALLED), mixed: hit(MIXED_RECALLED), find: hit(asFind) };
    this.pairsApart.observe(i, right, hitOf(parts.slice(0, kinds)) / apart.usual, ofWay);
    this.answered.set(i, { at, right, delay: delay ?? 0, lift: 0 });
    this.meeting(i, at, right, taught);
    const lift = logit(believed) - logit(this.believed(i).p);
    if (right ? lift > 0 : lift < 0) this.answered.get(i)!.lift = lift;
  }

  /**
   * A logged session worked on the pair: it may have taken. Likelier known, and less surely so than by an answer; each further
   * session that nobody looked after adds half as much, so that teaching alone makes nothing known. A pair that is not held is
   * left out.
   */
  teach(gpc: Gpc, at: number): void {
    this.pass(at);
    this.breaks.present(at);
    const i = this.index.get(gpc);
    if (i === undefined) return;
    const { logged, loggedVariance, mostVariance } = this.parameters;
    const before = this.unseenTeaching.get(i) ?? 0;
    this.unseenTeaching.set(i, before + 1);
    for (const { mean, cov: held } of this.members) {
      const cov = held.settled();
      mean[i]! += logged * AGAIN_COUNTS ** before;
      const own = i * this.m + i;
      cov[own] = Math.max(cov[own]!, Math.min(mostVariance, cov[own]! + loggedVariance));
    }
    this.pairsApart.taught(i, logged * AGAIN_COUNTS ** before);
  }

  private meeting(i: number, at: number, right: boolean, taught: boolean): void {
    // a miss is no meeting, and teaching after which it came wrong has not taken yet: what either left is seen when the pair is
    // looked at again, and no wrong answer raises what is believed
    if (!right) return;
    if (taught) this.lastTaught.set(i, at);
    this.lastMet[i] = at / DAY_MS;
    this.restedWhenMet[i] = this.breaks.until(at);
  }

  /** Gathers the covariance of everything with an answer that rests on these (a pair, this day, an adult); returns the answer's own variance. */
  private gather({ cov }: Member, rows: readonly number[]): number {
    cov.sumOfRows(rows, this.g);
    return rows.reduce((sum, row) => sum + this.g[row]!, 0);
  }

  /**
   * Moves one kind of child by an answer: moments of its linear predictor matched under the answer's likelihood.
   * @param chosen a pair that was asked since it is likely to lack: the answer tells of it and the day as any does, of everything else
   * a part, and makes nothing else surer
   */
  private update(member: Member, mu: number, v: number, likelihood: (base: number) => number, chosen: number | null = null): void {
    const { m, g } = this;
    const { mean, cov } = member;
    const sd = Math.sqrt(v);
    const { mass, step, shrink } = matched(v, (x) => likelihood(logistic(mu + sd * x)));
    member.logWeight += Math.log(mass);
    if (chosen === null) {
      for (let j = 0; j < m; j += 1) mean[j]! += g[j]! * step;
      return cov.narrow(shrink, g);
    }
    for (let j = 0; j < m; j += 1) mean[j]! += g[j]! * step * (j === chosen || j === m - 1 ? 1 : OF_OTHERS);
    const left = 1 + (shrink * g[chosen]! ** 2) / cov.at(chosen, chosen);
    cov.shrinkRow(chosen, Math.sqrt(Math.max(LEAST_LEFT, left)));
  }
  private balance(): void {
    this.members = balanced(this.members, this.sitting);
  }

  /** What is believed of a pair's free recall on an ordinary day, by the usual card; undefined for a pair that is not held. */
  belief(gpc: Gpc): Belief | undefined {
    const k = this.index.get(gpc);
    return k === undefined ? undefined : this.believed(k);
  }
  private believed(k: number): Belief {
    let total = 0;
    for (const { logWeight } of this.members) total += Math.exp(logWeight);
    let p = 0;
    const { guess, lapse } = this.slips.of('see-say', chancesFor(this.parameters, { kind: 'see-say' }));
    const members = this.members.map(({ kind, mean, cov, logWeight }) => {
      const own = {
        weight: Math.exp(logWeight) / total,
        mean: mean[k]! - this.faded(kind, k, this.now, SOONEST_DAYS),
        variance: cov.at(k, k),
        guess,
        lapse,
      };
      p += own.weight * (guess + (1 - guess - lapse) * meanLogistic(own.mean, own.variance + kind.day ** 2));
      return own;
    });
    const strength = this.findStrength(k, this.now);
    const apart = { ...this.pairsApart.of(k), strength };
    const recalled = recalledApart(apart, logistic(strength));
    p = apart.usual * p + (1 - apart.usual) * guess + (1 - guess - lapse) * recalled;
    const { spread, shift } = this.scale.bendOf(this.lastAnswer(k, this.now));
    const bend = { spread, shift: shift + (this.answered.get(k)?.lift ?? 0) };
    return { p: bent(p, bend), bend, rested: this.restedSince(k, this.now), apart, members };
  }

  /** How much pair k's strength goes with each other's under each kind of child: covariances, for choosing what to ask. */
  together(k: number): readonly Float64Array[] {
    return this.members.map(({ cov }) => {
      const row = new Float64Array(this.m);
      cov.sumOfRows([k], row);
      return row.subarray(0, this.n);
    });
  }

  /**
   * A word that went wrong with nothing noted: its pairs and the push share the blame (word-blame.ts), and nothing is surer.
   * @param blends how likely the sounds are pushed together
   */
  miss({ observation, gpcs }: WordAnswer, blends = USUALLY_BLENDS): void {
    this.pass(Date.parse(observation.at));
    const rows = gpcs.flatMap((gpc) => this.index.get(gpc) ?? []);
    const chances = rows.map((i) => this.believed(i).p);
    const beside = rows.map((i) => {
      const apart = this.pairsApart.of(i);
      const asFind = logistic(this.findStrength(i, this.now));
      return { usual: apart.usual, aside: recalledApart(apart, asFind), asFind };
    });
    const sitting = this.sameSitting(observation) ? this.sitting!.number : null;
    for (const member of this.members) {
      if (member.off !== null && member.off.sitting === sitting) {
        weighOff(member, false);
        continue;
      }
      const { kind, mean, cov } = member;
      const pairs = rows.map((i, k) => ({ ...beside[k]!, mean: mean[i]! - this.faded(kind, i, this.now), variance: cov.at(i, i) }));
      const blame = blameOf(pairs);
      cov.sumOfRows(rows, this.g, blame);
      const { variance, moves } = lineOf(rows, this.g, blame);
      const { mass, step } = matched(variance, (x) => wrongAt(pairs, moves, blends, x));
      member.logWeight += Math.log(mass);
      for (let j = 0; j < this.m; j += 1) mean[j]! += this.g[j]! * step * (rows.includes(j) ? 1 : OF_OTHERS);
    }
    this.balance();
    const all = chances.reduce((product, p) => product * p, blends);
    new Set(rows).forEach((i) => {
      const k = rows.indexOf(i);
      const chance = Math.max(LEAST_RECALLED, chances[k]!);
      const others = Math.min(1 - LEAST_RECALLED, all / chance);
      const { asFind } = beside[k]!;
      const ofWay = { hole: others * HOLE_RECALLED, mixed: others * MIXED_RECALLED, find: others * asFind };
      this.pairsApart.observe(i, false, others * chance, ofWay);
    });
  }
}

/**
 * How much of what an answer would tell of other pairs is believed of a mark in a session, and of a word that went wrong with nothing
 * noted. Sessions work on what lacks, and many adults mark only what went wrong: such answers are chosen, and a child is not known by
 * them. And of a word nobody knows which of its pairs it was, if any.
 */
const OF_OTHERS = 0.25;
/** Of a pair's variance at least so much is left by one answer. */
const LEAST_LEFT = 0.05;
/** What a further session on a pair that nobody looked at since adds, against the one before. */
const AGAIN_COUNTS = 0.5;
/** How often a child of whom nothing is known pushes known sounds together. */
const USUALLY_BLENDS = 0.8;
/** What was met today is judged as it will be tomorrow: what a child can say a minute later is not yet learned. */
const SOONEST_DAYS = 1;
/** How sure a child usually is of what comes right: the delay of such an answer is none. */
const USUAL_SURE = 0.8;
const LOGIT_VARIANCE = Math.PI / 8;
