/**
 * A school's own words for what schools name differently: put into a sentence of the program in place of the words it is written
 * with, in the number and with the capital that stand there. Sentences are written with the standard words; names, and words that a
 * child reads, never pass through here.
 */

/** What schools name differently, with the words sentences are written with: one, and many. A word without a plural says how something is. */
export const TERMS = {
  'irregular word': ['irregular word', 'irregular words'],
  'made-up word': ['made-up word', 'made-up words'],
  cluster: ['cluster', 'clusters'],
  grapheme: ['grapheme', 'graphemes'],
  pair: ['pair', 'pairs'],
  secure: ['secure'],
  wobbly: ['wobbly'],
  gap: ['gap', 'gaps'],
  unchecked: ['unchecked'],
  group: ['group', 'groups'],
  session: ['session', 'sessions'],
  cycle: ['cycle', 'cycles'],
  class: ['class', 'classes'],
  'teaching order': ['teaching order', 'teaching orders'],
} as const satisfies Record<string, readonly [string] | readonly [string, string]>;
export type Term = keyof typeof TERMS;
export const TERM_NAMES = Object.keys(TERMS) as readonly Term[];

/** A school's words: one and many, where it says something else. Where many is empty it is made as English makes it. */
export type OwnWords = Readonly<Partial<Record<Term, { readonly one: string; readonly many?: string | undefined }>>>;

/** The plural of a word or phrase as English makes it most often: *target sound* to *target sounds*, *box* to *boxes*. */
export function pluralOf(one: string): string {
  if (/[^aeiou]y$/i.test(one)) return `${one.slice(0, -1)}ies`;
  return /(s|x|z|ch|sh)$/i.test(one) ? `${one}es` : `${one}s`;
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
/** Whether a word is said with *an* before it: by its first letter, but for the usual ones that sound otherwise. */
const takesAn = (word: string): boolean => /^[aeiou]/i.test(word) && !/^(uni|use|usu|eu|one\b|once\b)/i.test(word);

/**
 * What puts a school's words into sentences.
 * @returns the same sentence where it holds none of the words, or the school has none of its own
 */
export function ownWording(words: OwnWords): (text: string) => string {
  const forms = new Map<string, string>();
  for (const term of TERM_NAMES) {
    const own = words[term];
    const one = own?.one.trim();
    if (!one) continue;
    const [single, plural] = TERMS[term] as readonly [string, string?];
    forms.set(single, one);
    if (plural !== undefined) forms.set(plural, own?.many?.trim() || pluralOf(one));
  }
  if (forms.size === 0) return (text) => text;
  // the longest first; a hyphen or an apostrophe before or after makes another word, and so does a place of the sentence
  const all = [...forms.keys()].sort((a, b) => b.length - a.length).map(escaped);
  const found = new RegExp(`(?<![\\p{L}\\p{N}{’'-])(?:(a|an)(\\s+))?(${all.join('|')})(?![\\p{L}\\p{N}}]|-\\p{L})`, 'giu');
  return (text) =>
    text.replace(found, (_whole, article: string | undefined, space: string | undefined, word: string) => {
      const own = forms.get(word.toLowerCase())!;
      const begins = word[0] === word[0]!.toLowerCase() ? own : own[0]!.toUpperCase() + own.slice(1);
      if (article === undefined) return begins;
      const small = takesAn(own) ? 'an' : 'a';
      return `${article[0] === 'A' ? small[0]!.toUpperCase() + small.slice(1) : small}${space!}${begins}`;
    });
}
