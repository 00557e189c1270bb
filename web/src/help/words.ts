/** Words of the trade as this tool uses them: explained where they first come on a page, and together in Help. */
export const WORDS = {
  grapheme: 'The spelling of one sound: s, sh, igh, a-e.',
  pair: 'A grapheme with the sound it spells in a word. ow in snow and ow in cow are two pairs.',
  'teaching order': 'The steps in which a school teaches pairs and irregular words.',
  'irregular word': 'A word that is read before all its pairs are taught, such as said. Most have only one odd part.',
  'made-up word': 'A word that is none, such as vab. It cannot be known by sight, so it shows decoding alone.',
  cluster: 'Neighbouring consonants that keep their own sounds: st, spl, -nd.',
  secure:
    'Even the low end of what is believed is high, and it came right in two sittings, or in three where it was missed and only pointed to: the child knows it.',
  due: 'Secure when it was last seen, and that is long ago, or a holiday has gone by: to be looked at again, no gap.',
  wobbly: 'It may be known or not; what was seen does not settle it.',
  gap: 'Even the high end of what is believed is low, or it was missed again and again: it has to be taught.',
  slow: 'Right, and seldom at once: to be practised, not taught again.',
  focus: 'The few pairs and skills that a group is together for.',
  cycle: 'A block of weeks in which a group works on its focus.',
  blending: 'Pushing sounds together into a word.',
  decoding: 'Reading a word by its graphemes.',
  'words a minute': 'Words read right in a minute.',
} as const;
export type TradeWord = keyof typeof WORDS;
