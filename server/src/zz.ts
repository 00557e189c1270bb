import { demoStory } from './demo/story.js';
import { estimate } from '@sapling/core';
import { DEMO_REFERENCE } from '@sapling/data';
const s = await demoStory();
const obs = [...s.demo.observations, ...s.words.observations, ...s.groups.flatMap((g) => g.sessions.flatMap((x) => x.log?.marks ?? []))];
for (const n of ['Umar', 'Quentin', 'Alba', 'Dewi']) {
  const c = s.demo.children.find((x) => x.givenName === n)!; const t = s.demo.hidden.get(c.id)!;
  const own = obs.filter((o) => o.child === c.id).sort((a, b) => a.at < b.at ? -1 : 1);
  const days = new Map<string, number>(); for (const o of own) days.set(o.at.slice(0, 10) + o.kind, (days.get(o.at.slice(0, 10) + o.kind) ?? 0) + 1);
  console.log(n, t.kind, [...days].join(' | '));
  const firstDay = own[0]!.at.slice(0, 10);
  const after = new Date(Date.parse(firstDay) + 7 * 864e5).toISOString();
  const first = estimate(own.filter((o) => o.at < after), { asOf: after }), now = estimate(own, { asOf: DEMO_REFERENCE });
  const seen = new Set(own.filter((o) => o.at < after && o.gpc).map((o) => o.gpc!));
  let a = 0, b = 0, ta = 0, tb = 0;
  const diff: string[] = [];
  for (const g of seen) { const x = first.get(g)?.known ?? 0, y = now.get(g)?.known ?? 0; a += x; b += y; ta += (t.knownFrom.get(g) ?? 99) <= 0 ? 1 : 0; tb += (t.knownFrom.get(g) ?? 99) <= 5.5 ? 1 : 0; if (Math.abs(y - x) > 0.25) diff.push(`${g} ${x.toFixed(2)}>${y.toFixed(2)} true ${(t.knownFrom.get(g) ?? 99) <= 5} [${own.filter((o) => o.gpc === g).map((o) => o.outcome[0]).join('')}]`); }
  console.log('  seen', seen.size, 'then', a.toFixed(1), 'now', b.toFixed(1), 'true then', ta, 'true now', tb, diff.slice(0, 30).join('; '));
}
