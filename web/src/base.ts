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
