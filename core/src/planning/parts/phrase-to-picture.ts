/**
 * Short phrases to read, put to what they say.
 * @example { kind: 'phrase to picture', gpcs: [], lines: [{ text: 'a rainbow and rain', pictures: ['rainbow', 'rain'] }] }
 */
import type { PlannedLine } from '../part-content.js';
import { countedNouns, withArticle } from './noun-phrases.js';
import { itemCount, definePart } from './part.js';

export const phraseToPicture = definePart({
  title: 'Phrase to picture',
  how: 'Read the phrase, find what it says, read it again to the group.',
  worth: 5,
  evidence: null,
  sheets: ['pictures'],
  holds: ['lines'],
  connected: true,
  takes: 'lines',
  fill: (f) => {
    const nouns = countedNouns(f);
    const count = itemCount(f.minutes, 1, 3, 5);
    const lines: PlannedLine[] = [];
    for (let k = 0; k + 1 < nouns.length && lines.length < count; k += 2) {
      const [one, two] = [nouns[k]!, nouns[k + 1]!];
      const text = [`${withArticle(one)} and ${withArticle(two)}`, `${one} and ${two}`, withArticle(one), one].find((t) =>
        t.split(' ').every(f.readablePairs.reads),
      )!;
      lines.push({ text, pictures: text.includes(' and ') ? [one, two] : [one] });
    }
    return lines.length >= 2 ? { lines } : null;
  },
});
