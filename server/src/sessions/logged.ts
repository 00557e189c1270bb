/** What was kept of a session that was held: which of its logs counts, and its plan as older versions kept it. */
import type { Session } from '@sapling/contract';

export interface LogOfSession {
  readonly id: string;
  readonly session: string;
  readonly replaces: string | null;
}

/** Of each session the log that stands, by the session's id: the newest that none replaces. @param logs newest first */
export function standingLogs<T extends LogOfSession>(logs: readonly T[]): Map<string, T> {
  const replaced = new Set(logs.map((log) => log.replaces).filter((id) => id !== null));
  const out = new Map<string, T>();
  for (const log of logs) if (!replaced.has(log.id) && !out.has(log.session)) out.set(log.session, log);
  return out;
}

/** Plans made before parts had ids go by their kind, of which each had one. */
export function withIds(plan: Session['plan']): Session['plan'] {
  return { ...plan, parts: plan.parts.map((part) => (part.id ? part : { ...part, id: part.kind })) };
}
