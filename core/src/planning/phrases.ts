/** A sentence in phrases, as it is read aloud: a stroke wherever a reader may take breath. */

/** Words that begin a phrase. */
const BEGINS = new Set(
  'and but so or because when then while as if until after before that who which in on at to from with by into over under up down off for of out near behind between past along across through'.split(
    ' ',
  ),
);
const ENDS = /[,;:–—]["'”’)]*$/;
/** A phrase holds so many words at least; what stands behind the last stroke too. */
const LEAST = 2;
/** From so many words on a phrase is ended where the next one can begin. */
const LONG = 3;

/**
 * @example inPhrases('The big dog ran to the shed and sat down.') // 'The big dog ran / to the shed / and sat down.'
 */
export function inPhrases(sentence: string): string {
  const words = sentence.split(/\s+/).filter(Boolean);
  const out: string[] = [];
  let size = 0;
  words.forEach((word, k) => {
    const left = words.length - k;
    const bare = word.toLowerCase().replace(/[^\p{L}'’]/gu, '');
    const after = k > 0 && ENDS.test(words[k - 1]!);
    // two words that begin a phrase stand in one: *up to the shed*
    const follows = k > 0 && BEGINS.has(words[k - 1]!.toLowerCase());
    if (left >= LEAST && ((after && size > 0) || (BEGINS.has(bare) && size >= LONG && !follows))) {
      out.push('/');
      size = 0;
    }
    out.push(word);
    size += 1;
  });
  return out.join(' ');
}
