/**
 * Holds every text that ships against the three teaching orders: from which step it is offered (95 % of its
 * running words decodable or taught as wholes), and which words make up the rest. With `--write` the steps are
 * written into the headers.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { loadLexicon } from '@sapling/core';
import { wordsOf } from '@sapling/core/phonics';
import { firstStep, writeTextFile } from '@sapling/core/reading';
import { TEACHING_ORDERS, TEXTS } from '@sapling/data';

const lexicon = await loadLexicon();
const write = process.argv.includes('--write');
for (const { id, ...text } of TEXTS) {
  const words = wordsOf(text.text).length;
  const found = TEACHING_ORDERS.map((order) => ({ order, at: firstStep(lexicon, text.text, order) }));
  const offered = found.flatMap(({ order, at }) => (at ? [{ order: order.id, step: at.step }] : []));
  process.stdout.write(
    `${id.padEnd(28)} ${text.kind.padEnd(12)} ${String(words).padStart(3)} words, ${text.questions.length} questions  ` +
      found.map(({ order, at }) => (at ? `${order.id} ${at.step} (${at.rest.join(' ') || 'all'})` : `${order.id} never`)).join(' · ') +
      '\n',
  );
  if (!write) continue;
  const file = new URL(`../data/texts/${id}.md`, import.meta.url);
  const next = writeTextFile({ ...text, offered });
  if (readFileSync(file, 'utf8') !== next) writeFileSync(file, next);
}
