/** What went wrong, as a code that can be tested for; never found out by matching the message. */
export type CoreErrorCode =
  | 'bad-input'
  | 'empty'
  | 'too-long'
  | 'out-of-range'
  | 'unknown-pair'
  | 'unknown-shape'
  | 'no-candidates'
  | 'impossible'
  | 'bad-lexicon'
  | 'cancelled';

/**
 * The one error the core throws for bad input. `field` names the part of the input, as a path
 * (`marks.3.word`), so that an interface can point at it.
 * @example
 * try { scoreReading(bad) } catch (error) { if (isCoreError(error)) show(error.field, error.code) }
 */
export class CoreError extends Error {
  override readonly name = 'CoreError';
  constructor(
    readonly code: CoreErrorCode,
    readonly field: string,
    message: string,
  ) {
    super(message);
  }
}

export function isCoreError(value: unknown): value is CoreError {
  return value instanceof CoreError;
}
