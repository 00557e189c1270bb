/** Who is signed in. */
import type { Me, Role } from '@sapling/contract';
import { createContext, useContext } from 'react';

export interface Person extends Me {
  /** Reads the sign-in again, after signing in or out. */
  readonly again: () => Promise<unknown>;
}
export const MeContext = createContext<Person | null>(null);

export function useMe(): Person {
  const me = useContext(MeContext);
  if (!me) throw new Error('useMe is for signed-in pages.');
  return me;
}

const MAY = {
  'form groups': ['lead', 'teacher'],
  plan: ['lead', 'teacher'],
  import: ['lead', 'teacher'],
  'shape library': ['lead', 'teacher'],
  'set taught': ['lead', 'teacher', 'class teacher'],
  'manage team': ['lead'],
} as const satisfies Record<string, readonly Role[]>;

/** Whether this colleague's part includes it. The server decides; this only leaves out what would be refused. */
export function useMay(action: keyof typeof MAY): boolean {
  return (MAY[action] as readonly Role[]).includes(useMe().colleague.role);
}
export const ROLE_WORDS: Record<Role, string> = {
  lead: 'Lead',
  teacher: 'Intervention teacher',
  tutor: 'Tutor',
  'class teacher': 'Class teacher',
};
