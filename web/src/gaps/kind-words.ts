/** What each kind of answer is called where answers are listed. */
export const KIND_WORDS: Record<string, string> = {
  'see-say': 'saw it, said it',
  'see-name': 'saw it, named it',
  'key word': 'gave a key word',
  'hear-point': 'heard it, pointed',
  'hear-write': 'heard it, wrote it',
  text: 'in a text',
  word: 'in a word',
  'made-up word': 'in a made-up word',
  'irregular word': 'in an irregular word',
  'find in row': 'in a row of four',
  spelling: 'in spelling',
  session: 'in a session',
};
