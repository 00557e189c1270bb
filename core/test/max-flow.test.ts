/** The most that flows is what the narrowest cut lets through (max-flow min-cut), every cut tried. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { Network } from '../src/max-flow.js';

it('finds as much as the narrowest of all cuts', () => {
  let something = 0;
  fc.assert(
    fc.property(
      fc.integer({ min: 2, max: 6 }),
      fc.array(fc.tuple(fc.nat(5), fc.nat(5), fc.integer({ min: 0, max: 4 })), { maxLength: 14 }),
      (nodes, raw) => {
        const ways = raw.map(([a, b, c]) => [a % nodes, b % nodes, c] as const).filter(([a, b]) => a !== b);
        const network = new Network();
        for (const [a, b, c] of ways) network.addEdge(a, b, c);
        const [source, sink] = [0, nodes - 1];
        let narrowest = Infinity;
        // every set of nodes that holds the source and not the sink
        for (let set = 0; set < 2 ** nodes; set += 1) {
          const holds = (n: number): boolean => (set & (1 << n)) !== 0;
          if (!holds(source) || holds(sink)) continue;
          narrowest = Math.min(
            narrowest,
            ways.reduce((sum, [a, b, c]) => sum + (holds(a) && !holds(b) ? c : 0), 0),
          );
        }
        const most = network.maxFlow(source, sink);
        something += most;
        expect(most).toBe(narrowest);
      },
    ),
    { numRuns: 400, seed: 3 },
  );
  expect(something).toBeGreaterThan(300);
});
