/**
 * Whether a password can be chosen: long enough, and nothing that is tried first. No rule about what kinds of characters stand in
 * it (NIST SP 800-63B, 5.1.1.2; OWASP ASVS 5, 6.2). The common ones are those that came up most often in what was stolen from
 * others, as the package of dictionaries for zxcvbn has them.
 */
import { ProblemError } from '../http/problem.js';

const LEAST = 10;
const MOST = 200;

let common: Promise<ReadonlySet<string>> | undefined;
/** Common passwords of that length, without digits and signs behind them: read when one is first chosen. */
function commonOnes(): Promise<ReadonlySet<string>> {
  common ??= import('@zxcvbn-ts/language-common').then(
    ({ dictionary }) => new Set((dictionary['passwords-common'] as readonly string[]).filter((p) => p.length >= 5)),
  );
  return common;
}
/** What is left of it as people change a common one: small letters, nothing but digits or signs behind. */
const core = (text: string): string => text.toLowerCase().replace(/[^\p{L}]+$/u, '');
/** A row of one character, or of neighbours. */
const isRow = (text: string): boolean => {
  const steps = new Set([...text].slice(1).map((c, k) => c.codePointAt(0)! - [...text][k]!.codePointAt(0)!));
  return steps.size <= 1 && (steps.has(0) || steps.has(1) || steps.has(-1));
};

/** Why it cannot be chosen; undefined where it can. @param about words that whoever tries would try first: names, the school */
export async function whyWeak(password: string, about: readonly string[] = []): Promise<string | undefined> {
  const length = [...password].length;
  if (length < LEAST) return `At least ${LEAST} characters.`;
  if (length > MOST) return `At most ${MOST} characters.`;
  const small = password.toLowerCase();
  const all = await commonOnes();
  if (all.has(small) || all.has(core(small)) || isRow(small))
    return 'This is one of the passwords that are tried first. Take another, three words for instance.';
  // what is left without names that everybody here knows, digits and signs
  const known = ['keen sapling', 'sapling', 'password', ...about]
    .flatMap((text) => text.toLowerCase().split(/[^\p{L}\p{N}]+/u))
    .filter((w) => w.length >= 4);
  const left = known
    .sort((a, b) => b.length - a.length)
    .reduce((text, word) => text.replaceAll(word, ''), small)
    .replace(/[^\p{L}]/gu, '');
  if (left.length < 4) return 'Take words that have nothing to do with you and the school.';
  return undefined;
}

/** @throws Refusal `weak-password` with the reason, at `path` */
export async function requireStrong(password: string, about: readonly string[], path: string): Promise<void> {
  const message = await whyWeak(password, about);
  if (message !== undefined) throw new ProblemError('weak-password', { detail: message, errors: [{ path, message }] });
}
