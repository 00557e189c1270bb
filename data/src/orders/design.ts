/**
 * Designs a teaching order by counting: at each place comes the pair that opens most of what children
 * meet, among those easy enough for that stage, kept away from what it is easily mixed up with. Nothing
 * here is recalled from a published order; `npm run orders -w data` writes the result. The reasons are in
 * docs/decisions/teaching-order.md.
 */
import { writeFileSync } from 'node:fs';
import { confusability, loadLexicon, wordJudge, type Gpc, type PairInfo, type TeachingOrder, type TeachingStep } from '@sapling/core';

const STAGES: { name: string; pairs: number; perStep: number; allow: (pair: PairInfo) => boolean }[] = [
  { name: 'single letters', pairs: 26, perStep: 4, allow: (p) => p.grapheme.length === 1 && !WEAK.has(p.sound) && PLAIN.has(p.gpc) },
  {
    name: 'doubles and two letters, one consonant',
    pairs: 16,
    perStep: 4,
    allow: (p) =>
      /^(ff|ll|ss|zz|ck|ch|sh|th|ng|qu|tt|pp|bb|dd|gg|mm|nn|rr|tch|dge|wh|kn|wr|ph)$/.test(p.grapheme) ||
      p.gpc === 'n:ng' ||
      p.gpc === 's:z',
  },
  {
    name: 'vowels of two and three letters',
    pairs: 18,
    perStep: 3,
    allow: (p) =>
      /^(ai|ay|ee|ea|igh|oa|oo|ar|or|ur|er|ow|oi|oy|air|ear|ir|aw|ou|ew|ue)$/.test(p.grapheme) &&
      !['ear:ur', 'ow:oh', 'ea:e', 'ou:u', 'ou:oo', 'ear:air', 'or:er', 'or:ur', 'ar:er'].includes(p.gpc),
  },
  {
    name: 'silent final e',
    pairs: 8,
    perStep: 2,
    allow: (p) => /^(a_e:ay|i_e:igh|o_e:oh|u_e:yoo|u_e:oo|e_e:ee|ve:v|se:z|se:s|ce:s|ge:j)$/.test(p.gpc),
  },
  {
    name: 'second sounds and spellings',
    pairs: 16,
    perStep: 4,
    allow: (p) =>
      /^(e:ee|o:oh|i:igh|u:yoo|a:ay|y:ee|y:igh|ow:oh|ea:e|c:s|g:j|ed:t|ed:d|ie:ee|ie:igh|le:uhl|o:u|a:o|a:aw|ey:ee|are:air|or:ur|ou:oo|oe:oh|au:aw|al:aw|oul:uu|ch:k|ti:sh|eer:eer|ear:ur|u:uu|a:ah|our:or|ore:or|ere:air|y:i)$/.test(
        p.gpc,
      ),
  },
  {
    name: 'longer words',
    pairs: 12,
    perStep: 4,
    allow: (p) =>
      WEAK.has(p.sound) ||
      /^(ti:sh|ci:sh|ture|ure:er|si:zh|ph:f|mb:m|kn:n|wr:r|gn:n|ch:k|sc:s|st:s|are:air|ore:or|our:or|ea:ay|ey:ee|au:aw)/.test(p.gpc),
  },
];
const WEAK = new Set(['uh', 'er']);
const PLAIN = new Set<Gpc>([
  's:s',
  'a:a',
  't:t',
  'p:p',
  'i:i',
  'n:n',
  'm:m',
  'd:d',
  'g:g',
  'o:o',
  'c:k',
  'k:k',
  'e:e',
  'u:u',
  'r:r',
  'h:h',
  'b:b',
  'f:f',
  'l:l',
  'j:j',
  'v:v',
  'w:w',
  'x:ks',
  'y:y',
  'z:z',
]);
/** Frequent in speech, but no words for a reading lesson. */
const NOT_YET = new Set([
  'uh',
  'yeah',
  'hey',
  'oh',
  'hi',
  'okay',
  'god',
  'money',
  'huh',
  'mr',
  'baby',
  'sir',
  're',
  'wanna',
  'haven',
  'guy',
  'honey',
  'cause',
  'gonna',
  'gotta',
  'll',
  've',
  'doesn',
  'didn',
  'isn',
  'wasn',
  'wouldn',
  'couldn',
]);
const KEEP_APART = 4;
const WORDS_PER_STEP = 2;

const lexicon = await loadLexicon();
const words = lexicon.words().flatMap((word) => {
  const entry = lexicon.peek(word)!;
  if (entry.unfit || entry.name || entry.perMillion < 8 || word.includes("'") || (word.length < 2 && word !== 'a' && word !== 'i'))
    return [];
  return [{ word, pairs: [...new Set(entry.indexes)], perMillion: entry.perMillion, weight: Math.log2(1 + entry.perMillion) }];
});

const taught = new Set<number>();
const order: number[] = [];
const steps: TeachingStep[] = [];
const wholes: string[] = [];

function worth(candidate: number): number {
  let sum = 0;
  for (const word of words) {
    if (!word.pairs.includes(candidate)) continue;
    const missing = word.pairs.filter((p) => !taught.has(p) && p !== candidate).length;
    if (missing <= 3) sum += (word.weight * (word.pairs.length <= 4 ? 1 : 0.5)) / 5 ** missing;
  }
  return sum;
}

for (const stage of STAGES) {
  const candidates = lexicon.pairs.flatMap((pair, k) => (stage.allow(pair) && !taught.has(k) && pair.count > 40 ? [k] : []));
  for (let n = 0; n < stage.pairs;) {
    const step: number[] = [];
    while (step.length < stage.perStep && n < stage.pairs) {
      const recent = order.slice(-KEEP_APART).map((k) => lexicon.pairs[k]!.gpc);
      const best = candidates
        .filter((k) => !taught.has(k))
        .map((k) => {
          const clash = Math.max(0, ...recent.map((gpc) => confusability(gpc, lexicon.pairs[k]!.gpc)));
          return { k, score: worth(k) * [1, 0.25, 0.1][clash]! };
        })
        .sort((a, b) => b.score - a.score || a.k - b.k)[0];
      if (!best || best.score <= 0) break;
      taught.add(best.k);
      order.push(best.k);
      step.push(best.k);
      n += 1;
    }
    if (step.length === 0) break;
    steps.push({ name: `Step ${steps.length + 1}`, gpcs: step.map((k) => lexicon.pairs[k]!.gpc), words: irregularFor() });
  }
}

/** The commonest short words that cannot be read yet and will not be soon. */
function irregularFor(): string[] {
  if (order.length < 8) return [];
  const judge = wordJudge(lexicon, { gpcs: [...taught].map((k) => lexicon.pairs[k]!.gpc), words: wholes });
  const chosen = words
    .filter(
      (w) =>
        w.perMillion > 150 &&
        w.word.length <= 7 &&
        !wholes.includes(w.word) &&
        !NOT_YET.has(w.word) &&
        judge(w.word).status === 'not yet' &&
        (oddness(w.pairs) < 1 || w.perMillion > 2500),
    )
    .sort((a, b) => b.perMillion - a.perMillion)
    .slice(0, WORDS_PER_STEP + (steps.length % 3 === 0 ? 1 : 0))
    .map((w) => w.word);
  wholes.push(...chosen);
  return chosen;
}

/** The share of its grapheme's uses that the oddest pair of a word has, in tenths: below one it is irregular. */
function oddness(pairs: readonly number[]): number {
  return (
    Math.min(
      ...pairs.map((k) => {
        const pair = lexicon.pairs[k]!;
        const all = lexicon.pairs.filter((p) => p.grapheme === pair.grapheme).reduce((a, p) => a + p.count, 0);
        return (10 * pair.count) / all;
      }),
    ) / 2.2
  );
}

const result: TeachingOrder = { id: 'riverbank', name: 'Riverbank order', style: 'revisit to apply', steps };
writeFileSync(new URL('./riverbank.json', import.meta.url), `${JSON.stringify(result, null, 2)}\n`);
for (const step of steps) console.log(step.name.padEnd(8), step.gpcs.join(' ').padEnd(44), step.words.join(' '));
console.log(order.length, 'pairs', wholes.length, 'irregular words');
