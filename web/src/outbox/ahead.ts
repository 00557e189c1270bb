/** How far the day is kept on this device, for whoever shows it. */
/** Where it stands: nothing yet, under way, everything kept, or cut short. */
export type Ahead = 'not yet' | 'under way' | 'kept' | 'not all';
let state: Ahead = 'not yet';
const listeners = new Set<() => void>();
export const ahead = {
  get: (): Ahead => state,
  listen: (tell: () => void): (() => void) => {
    listeners.add(tell);
    return () => void listeners.delete(tell);
  },
};
export function sayAhead(now: Ahead): void {
  state = now;
  for (const tell of listeners) tell();
}
