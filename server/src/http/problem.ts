import { PROBLEM_SENTENCES, type Problem, type ProblemCode } from '@sapling/contract';

const STATUS: Record<ProblemCode, number> = {
  'not-signed-in': 401,
  'not-allowed': 403,
  'not-found': 404,
  'bad-input': 400,
  'wrong-sign-in': 401,
  'code-needed': 401,
  'wrong-code': 401,
  'wrong-password': 400,
  'too-many-tries': 429,
  'already-set-up': 409,
  'forged-request': 403,
  'newer-version': 409,
  'in-use': 409,
  'cannot-undo': 409,
  'weak-password': 400,
  'too-large': 413,
  busy: 503,
  stopped: 503,
  'server-error': 500,
  'unknown-address': 404,
};

/** A refusal. Thrown anywhere in a handler; sent as application/problem+json. */
export class ProblemError extends Error {
  override readonly name = 'Refusal';
  constructor(
    readonly code: ProblemCode,
    readonly parts: { detail?: string; errors?: { path: string; message: string }[]; current?: unknown } = {},
  ) {
    super(parts.detail ?? PROBLEM_SENTENCES[code]);
  }
  get status(): number {
    return STATUS[this.code];
  }
  toProblem(): Problem {
    return {
      type: `urn:keen-sapling:problem:${this.code}`,
      title: PROBLEM_SENTENCES[this.code],
      status: this.status,
      code: this.code,
      ...this.parts,
    };
  }
}
