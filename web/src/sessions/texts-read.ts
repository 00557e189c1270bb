/** The texts that a group read in a session that was held. */
import type { Session } from '@sapling/contract';

export const textsReadIn = ({ plan, log }: Session): string[] =>
  log ? plan.parts.flatMap((p) => (p.text && log.done.includes(p.id) ? [p.text.id] : [])) : [];
