/**
 * Where this page stands: in the school itself, or in the made-up one beside it (under /try), which has addresses, a sign-in and
 * places on the device of its own, so that nothing of either reaches the other.
 */
const path = typeof location === 'undefined' ? '' : location.pathname;
export const TRYING = path === '/try' || path.startsWith('/try/');
/** What stands before every address here. */
export const BASE = TRYING ? '/try' : '';
/** An address of this school. */
export const under = (address: string): string => BASE + address;
/** The name under which something is kept on the device for this school. */
export const keptAs = (name: string): string => (TRYING ? `${name}.try` : name);

/**
 * Keeps a small thing on this device, or takes it away (null). A private window may keep nothing, and a device may be full: the page
 * goes on, and the next opening begins without it.
 * @param name as `keptAs` gives it
 * @returns whether it is kept
 */
export function keepHere(name: string, what: string | null): boolean {
  try {
    if (what === null) localStorage.removeItem(name);
    else localStorage.setItem(name, what);
    return true;
  } catch {
    return false;
  }
}
/** What was kept so; null where nothing was, or nothing can be. */
export function keptHere(name: string): string | null {
  try {
    return localStorage.getItem(name);
  } catch {
    return null;
  }
}
