/** What is said of pairs held against the true chance of a right answer: known from 0.7, a clear gap to 0.35. */
import { estimate, type Gpc } from '@sapling/core';
import type { Drawn } from './pupils.js';

const percent = (x: number, of: number): string => (of === 0 ? '-' : `${((100 * x) / of).toFixed(1)} %`);

/** Counts over many looks. */
export class SaidOfPairs {
  private readonly bins = Array.from({ length: 10 }, () => ({ n: 0, said: 0, was: 0 }));
  private readonly n = {
    clear: 0,
    named: 0,
    calledSecure: 0,
    secure: 0,
    secureKnown: 0,
    gaps: 0,
    gapsKnown: 0,
    slow: 0,
    slowKnown: 0,
    others: 0,
    othersKnown: 0,
  };

  /** @param told of what logged sessions worked on */
  add(pupil: Drawn, when: 'in term' | 'after a break', told = false): void {
    const { n } = this;
    for (const look of pupil.snapshots.filter((s) => s.when === when)) {
      const seen = pupil.observations.filter((o) => o.at < look.at);
      const teaching = told ? pupil.teaching : [];
      for (const [gpc, e] of estimate(seen, { asOf: look.at, order: pupil.order, teaching })) {
        const chance = look.chance.get(gpc as Gpc)!;
        const bin = this.bins[Math.min(9, Math.floor(e.p * 10))]!;
        bin.n += 1;
        bin.said += e.p;
        bin.was += chance;
        if (chance <= 0.35 && e.basedOn >= 2) {
          n.clear += 1;
          n.named += Number(e.state === 'gap');
          n.calledSecure += Number(e.state === 'secure');
        }
        if (e.state === 'secure') {
          n.secure += 1;
          n.secureKnown += Number(chance >= 0.7);
        }
        if (e.state === 'gap') {
          n.gaps += 1;
          n.gapsKnown += Number(chance >= 0.7);
        }
        if (chance >= 0.85 && e.basedOn >= 2) {
          const [all, known] = pupil.sort === 'slow' ? (['slow', 'slowKnown'] as const) : (['others', 'othersKnown'] as const);
          n[all] += 1;
          n[known] += Number(e.known >= 0.5);
        }
      }
    }
  }

  line(): string {
    const { n, bins } = this;
    const off = bins.reduce((sum, { said, was }) => sum + Math.abs(said - was), 0) / bins.reduce((sum, bin) => sum + bin.n, 0);
    return `calibration error ${(100 * off).toFixed(1)} points; clear gaps named ${percent(n.named, n.clear)}, called secure ${percent(n.calledSecure, n.clear)}; secure that are known ${percent(n.secureKnown, n.secure)}; named gaps that are known ${percent(n.gapsKnown, n.gaps)}; slow and known, judged known ${percent(n.slowKnown, n.slow)}, of others ${percent(n.othersKnown, n.others)}`;
  }
}
