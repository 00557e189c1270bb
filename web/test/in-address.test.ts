/** What is chosen of a page stands in its address, which follows a moment later. */
import fc from 'fast-check';
import { expect, it } from 'vitest';
import { arrived, type Chosen } from '../src/ui/in-address.js';

it('whatever of one’s own choices the address shows on its way, the last of them stands; another address is a link', () => {
  const typed = fc.array(fc.string({ minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 20 });
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.string({ minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 20 }),
      fc.infiniteStream(fc.boolean()),
      typed,
      (mine, skips, later) => {
        let chosen: Chosen = { there: null, value: mine.at(-1)!, mine };
        // some are passed over, the last one never
        const shown = mine.filter((_, k) => k === mine.length - 1 || skips.next().value);
        for (const there of shown) {
          chosen = arrived(chosen, there);
          expect(chosen.value).toBe(mine.at(-1));
          expect(chosen.there).toBe(there);
        }
        expect(chosen.mine).toEqual([]);
        for (const there of [...later, null]) {
          chosen = arrived(chosen, there);
          expect(chosen).toEqual({ there, value: there, mine: [] });
        }
      },
    ),
  );
});
