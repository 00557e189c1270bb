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

/** What a number may be, and what it was; texts by their length. */
export interface ErrorNumbers {
  readonly from?: number;
  readonly to?: number;
  readonly is?: number;
}
type OfNumbers = 'too-long' | 'out-of-range';

/**
 * The one error the core throws for bad input. `field` names the part of the input, as a path
 * (`marks.3.word`), so that an interface can point at it; `numbers` are what a sentence in any other words would
 * need: whatever is too long or out of range says what it may be.
 * @example
 * try { scoreReading(bad) } catch (error) { if (isCoreError(error)) show(error.field, error.code) }
 */
export class CoreError extends Error {
  override readonly name = 'CoreError';
  constructor(code: OfNumbers, field: string, message: string, numbers: ErrorNumbers);
  constructor(code: Exclude<CoreErrorCode, OfNumbers>, field: string, message: string, numbers?: ErrorNumbers);
  constructor(
    readonly code: CoreErrorCode,
    readonly field: string,
    message: string,
    readonly numbers: ErrorNumbers = {},
  ) {
    super(message);
  }
}

export function isCoreError(value: unknown): value is CoreError {
  return value instanceof CoreError;
}
