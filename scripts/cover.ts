/** npm run cover [-- words …]: which texts practise which pair of each order, what is missing, and what a new text is good for. */
import { readFileSync } from 'node:fs';
import { loadLexicon } from '@sapling/core';
import { taughtAfter, wordJudge, wordsOf } from '@sapling/core/phonics';
import { pairsInText, practises } from '@sapling/core/reading';
import { coverOf, readableFrom, TEACHING_ORDERS, TEXTS } from '@sapling/data';

const lexicon = await loadLexicon();
const print = (line: string): void => void process.stdout.write(`${line}\n`);
const one = process.argv[2];
if (one) {
  // one text: where it is readable, what it practises, and which words make up the rest
  const body = readFileSync(one, 'utf8');
  const text = body.split(/^---$/m)[2]?.split('\n## ')[0] ?? body;
  print(`${wordsOf(text).length} words`);
  for (const order of TEACHING_ORDERS) {
    const step = readableFrom(lexicon, text, order);
    const judge = wordJudge(lexicon, taughtAfter(order, step ?? order.steps.length));
    const rest = [...new Set(wordsOf(text).map((w) => w.text))].filter((w) => ['not yet', 'unread'].includes(judge(w).status));
    print(
      `${order.id} from ${step ?? 'never'}; not readable: ${rest.map((w) => `${w} (${judge(w).missing.join(' ')})`).join(', ') || 'none'}`,
    );
  }
  print(
    [...pairsInText(lexicon, text)]
      .filter(([, p]) => practises(p))
      .map(([gpc, p]) => `${gpc} ${p.times}/${p.words.size}`)
      .join('  '),
  );
} else {
  for (const order of TEACHING_ORDERS) {
    const cover = coverOf(lexicon, order, TEXTS);
    const short = cover.filter((c) => c.texts.length < c.wanted);
    print(`\n${order.name}: ${cover.length - short.length} of ${cover.length} pairs have their texts`);
    for (const c of short)
      print(`  step ${String(c.step).padStart(2)} ${c.gpc.padEnd(9)} ${c.texts.length} of ${c.wanted}  ${c.texts.join(', ')}`);
  }
}
