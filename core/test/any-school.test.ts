/** The judgement in schools whose rules were drawn by lot: on none of them is a number fitted, and no table prints these. */
import { drawAnySchool, drawPupilAnywhere } from '@sapling/data';
import { describe, expect, it } from 'vitest';
import { estimate, foretell } from '../src/index.js';

const SCHOOLS = Array.from({ length: 8 }, (_, k) => drawAnySchool(901 + k));

describe('schools drawn by lot', () => {
  it('differ in kind, and give the same records each time: in order of time, of pairs of the order, with chances that are chances', () => {
    expect(new Set(SCHOOLS.map((s) => `${s.learns} ${s.loses} ${s.lies}`)).size).toBeGreaterThan(4);
    for (const school of SCHOOLS) {
      const pupil = drawPupilAnywhere(school, 3);
      expect(drawPupilAnywhere(school, 3)).toEqual(pupil);
      const times = pupil.observations.map((o) => o.at);
      expect(times).toEqual([...times].sort());
      expect(pupil.observations.every((o) => pupil.order.includes(o.gpc!) && o.child === pupil.id)).toBe(true);
      expect(pupil.chances.every((p) => p > 0 && p < 1)).toBe(true);
      expect(pupil.snapshots.at(-1)!.when).toBe('after a break');
    }
  });
  it('are foretold better than by the last five answers, and what is believed of pairs is right on the whole', () => {
    const loss = (p: number, right: boolean): number => -Math.log(Math.max(1e-4, right ? p : 1 - p));
    let [model, plain, n] = [0, 0, 0];
    const bins = Array.from({ length: 5 }, () => ({ n: 0, said: 0, was: 0 }));
    for (const school of SCHOOLS)
      for (const child of [1, 2, 3]) {
        const { observations, order, snapshots } = drawPupilAnywhere(school, child);
        for (const f of foretell(observations, { order }).filter((one) => one.kind === 'see-say')) {
          model += loss(f.p, f.right);
          plain += loss(f.plain, f.right);
          n += 1;
        }
        const look = snapshots[1]!;
        const seen = observations.filter((o) => o.at < look.at);
        for (const [gpc, e] of estimate(seen, { asOf: look.at, order })) {
          const bin = bins[Math.min(4, Math.floor(e.p * 5))]!;
          bin.n += 1;
          bin.said += e.p;
          bin.was += look.chance.get(gpc)!;
        }
      }
    expect(n).toBeGreaterThan(2000);
    expect(model / n).toBeLessThan(0.95 * (plain / n));
    const off = bins.reduce((sum, { said, was }) => sum + Math.abs(said - was), 0) / bins.reduce((sum, bin) => sum + bin.n, 0);
    expect(off).toBeLessThan(0.08);
  });
});
