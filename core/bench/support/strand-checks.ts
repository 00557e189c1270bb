/** One ordinary decoding check of twenty words, noted in three ways: is it told whether letters or blending are missing? */
import {
  allGpcs,
  decodingItems,
  derive,
  judge,
  loadLexicon,
  seeded,
  segment,
  taughtAfter,
  type Gpc,
  type Lexicon,
  type Observation,
} from '@sapling/core';
import { TEACHING_ORDERS } from '@sapling/data';

const AT = Date.parse('2026-11-24T09:00:00.000Z');
const KINDS = [
  { name: 'letters known, cannot blend', letters: 0.96, blend: 0.06, blendingGap: true },
  { name: 'half the letters, blends well', letters: 0.5, blend: 0.95, blendingGap: false },
  { name: 'a third of the letters, blends well', letters: 0.3, blend: 0.95, blendingGap: false },
  { name: 'letters known, blends well', letters: 0.97, blend: 0.95, blendingGap: false },
] as const;
const WAYS = ['what was said', 'parts tapped', 'only wrong'] as const;

const BEFORE = ['with a recall check before', 'without one', 'without, then the cards it asks for'] as const;

export async function strandChecks(say: (line: string) => void, children: number): Promise<void> {
  say('\nA decoding check of twenty words: called a blending gap or not as is true, by the way it was noted');
  const lexicon = await loadLexicon();
  const order = TEACHING_ORDERS[0]!;
  const taught = taughtAfter(order, 12);
  const look = (list: readonly Observation[]): ReturnType<typeof judge> =>
    judge(derive(lexicon, list), { asOf: new Date(AT + 86_400_000).toISOString(), order: allGpcs(order), taught: taught.gpcs });
  for (const kind of KINDS)
    for (const before of BEFORE) {
      let offered = 0;
      const right = WAYS.map((way) => {
        let told = 0;
        for (let k = 0; k < children; k += 1) {
          const made = checkOf(lexicon, taught, kind, way, before === BEFORE[0], k);
          let found = look(made.list);
          if (before === BEFORE[2] && found.undecided) {
            offered += Number(way === 'only wrong');
            found = look([...made.list, ...found.undecided.ask.map(made.card)]);
          }
          told += Number((found.strands.get('blending')?.state === 'gap') === kind.blendingGap);
        }
        return `${way} ${((100 * told) / children).toFixed(0)} %`;
      });
      const asked = before === BEFORE[2] ? ` (asked for after ${((100 * offered) / children).toFixed(0)} % of those)` : '';
      say(`  ${kind.name.padEnd(36)} ${before.padEnd(36)} ${right.join(', ')}${asked}`);
    }
}

function checkOf(
  lexicon: Lexicon,
  taught: ReturnType<typeof taughtAfter>,
  kind: (typeof KINDS)[number],
  way: (typeof WAYS)[number],
  cards: boolean,
  seed: number,
): { readonly list: Observation[]; readonly card: (gpc: Gpc, k: number) => Observation } {
  const random = seeded(seed * 31 + 7);
  const knows = new Set(taught.gpcs.filter(() => random() < kind.letters));
  const base = { child: 'c', by: 'b' };
  const at = (n: number): string => new Date(AT + n * 6000).toISOString();
  const list: Observation[] = [];
  const id = (): string => `o${String(list.length).padStart(4, '0')}`;
  const onCard = (gpc: Gpc, when: number, luck: number): Observation => ({
    ...base,
    id: id(),
    at: at(when),
    kind: 'see-say',
    gpc,
    skill: 'recall',
    outcome: luck < (knows.has(gpc) ? 0.95 : 0.05) ? 'right' : 'wrong',
  });
  if (cards) for (const gpc of taught.gpcs) list.push(onCard(gpc, list.length - 400, random()));
  const words = decodingItems(lexicon, { taught, madeUp: false, perLevel: 10, seed })
    .filter((i) => i.word)
    .slice(0, 20);
  words.forEach(({ word }, n) => {
    const units = segment(lexicon, word!)[0]!.units;
    const wrong = units.flatMap((u, k) => (random() < (knows.has(`${u.grapheme}:${u.sound}`) ? 0.03 : 0.95) ? [k] : []));
    const pushed = random() < kind.blend;
    const observation: Observation = {
      ...base,
      id: id(),
      at: at(n),
      kind: 'word',
      item: word!,
      outcome: pushed && wrong.length === 0 ? 'right' : 'wrong',
    };
    if (observation.outcome === 'wrong' && way === 'what was said') {
      const sounds = units.map((u, k) =>
        wrong.includes(k) ? (u.sound === 'a' ? 'o' : u.sound.length === 1 && !'aeiou'.includes(u.sound) ? 'm' : 'a') : u.sound,
      );
      if (pushed) observation.parts = wrong;
      else observation.said = sounds.map((s) => `/${s}/`).join(' ');
    }
    if (observation.outcome === 'wrong' && way === 'parts tapped' && pushed) observation.parts = wrong;
    list.push(observation);
  });
  const later = seeded(seed * 31 + 8);
  return { list, card: (gpc, k) => ({ ...onCard(gpc, 100 + k, later()), id: `later${k}` }) };
}
