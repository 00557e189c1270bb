import { estimate, type Observation } from '../src/index.js';
import { teachingOrder } from '@sapling/data';
const gpcs = teachingOrder('riverbank')!.steps.slice(0, 20).flatMap((s) => s.gpcs);
let n = 0;
const o = (day: number, gpc: string, outcome: string, kind = 'see-say'): Observation => ({ id: `${(n += 1)}`, child: 'c', by: 'a', at: new Date(Date.parse('2026-10-01T09:00:00Z') + day * 864e5 + n * 1000).toISOString(), kind, gpc, outcome }) as any;
for (const kind of ['see-say', 'session']) for (const target of ['er:er', 'ai:ay']) {
  n = 0;
  const base = gpcs.map((g) => o(0, g, gpcs.indexOf(g) < 44 && g !== target ? 'right' : 'wrong'));
  const row: string[] = [];
  const all = [...base];
  for (let k = 0; k < 6; k += 1) {
    const e = estimate(all, { asOf: new Date(Date.parse('2026-10-01T09:00:00Z') + (32 + k) * 864e5).toISOString() }).get(target)!;
    row.push(`${e.known.toFixed(2)} ${e.state}`);
    all.push(o(32 + k, target, 'wrong', kind));
  }
  const e = estimate(all, { asOf: new Date(Date.parse('2026-10-01T09:00:00Z') + 39 * 864e5).toISOString() }).get(target)!;
  console.log(kind, target, row.join(' > '), '>', e.known.toFixed(2), e.state);
}
