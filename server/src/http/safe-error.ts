/**
 * An error as a log may hold it: its kind, its code and where it happened. Never its message: the message of a database error
 * carries the values of the query, and those are names, notes and what children said.
 */
export interface SafeError {
  readonly type: string;
  readonly code?: string;
  readonly at: string[];
  readonly cause?: SafeError;
}

const MOST_FRAMES = 12;

export function safeError(error: unknown, depth = 0): SafeError {
  if (!(error instanceof Error)) return { type: typeof error, at: [] };
  const code = (error as { code?: unknown }).code;
  return {
    type: error.constructor.name,
    ...(typeof code === 'string' && /^[\w-]{1,40}$/.test(code) ? { code } : {}),
    at: (error.stack ?? '')
      .split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, MOST_FRAMES)
      .map((line) => line.trim()),
    ...(error.cause !== undefined && depth < 3 ? { cause: safeError(error.cause, depth + 1) } : {}),
  };
}

/** The state that PostgreSQL gave an error, five letters, wherever in it that stands. */
function sqlState(error: unknown): string | undefined {
  for (let at: unknown = error, depth = 0; at instanceof Error && depth < 4; at = at.cause, depth += 1) {
    const code = (at as { code?: unknown }).code;
    if (typeof code === 'string' && /^[0-9A-Z]{5}$/.test(code)) return code;
  }
  return undefined;
}
/** Whether the values were at fault (SQLSTATE classes 22 and 23) and not the database. */
export const isDataError = (error: unknown): boolean => /^2[23]/.test(sqlState(error) ?? '');
/** What the database says where a child's record went into another one meanwhile: see migration 0038. */
export const isMerged = (error: unknown): boolean => sqlState(error) === 'KS001';
/** Whether two transactions waited for each other, or would have read past each other, and the database ended one: nothing of it stands. */
export const isClash = (error: unknown): boolean => /^40(P01|001)$/.test(sqlState(error) ?? '');
