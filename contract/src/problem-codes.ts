/** The codes of refusals, and a plain sentence for each. */
export const PROBLEM_CODES = [
  'not-signed-in',
  'not-allowed',
  'not-found',
  'bad-input',
  'wrong-sign-in',
  'wrong-password',
  'too-many-tries',
  'already-set-up',
  'forged-request',
  'newer-version',
  'in-use',
  'cannot-undo',
  'weak-password',
  'too-large',
  'busy',
  'stopped',
  'server-error',
  'unknown-address',
] as const;
export type ProblemCode = (typeof PROBLEM_CODES)[number];

/** A plain sentence for each refusal: what happened and what to do. */
export const PROBLEM_SENTENCES: Record<ProblemCode, string> = {
  'not-signed-in': 'You are signed out. Sign in again; marks you made are kept on this device.',
  'not-allowed': 'Your part of the work does not include this. Ask the lead if it should.',
  'not-found': 'This is not here, or not shared with you.',
  'bad-input': 'Something in what was entered does not fit. Nothing was saved.',
  'wrong-password': 'That is not your password.',
  'wrong-sign-in': 'The email and password do not go together.',
  'too-many-tries': 'Too many tries. Wait a few minutes and try again.',
  'already-set-up': 'This installation already has its first lead. Sign in instead.',
  'forged-request': 'The page is out of date. Reload it and try again; nothing was saved.',
  'newer-version': 'Somebody else changed this while you did. Look at both and choose.',
  'in-use': 'This is already in use.',
  'cannot-undo': 'This cannot be undone any more, because work has been done on it since.',
  'weak-password': 'Choose a password of at least 10 characters.',
  'too-large': 'That is too large to take in one go.',
  busy: 'Too much is being made just now. Try again in a minute.',
  stopped: 'This was stopped before it was done.',
  'server-error': 'Something went wrong on our side. Nothing of yours was lost; try again.',
  'unknown-address': 'There is nothing at this address.',
};
