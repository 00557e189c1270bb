/** Long work in pieces, so that other requests are answered meanwhile. */

/** So many milliseconds of work before others are let in. */
const BREATH_MS = 20;

/** A pause to be waited for between pieces of work: it lets others in where the last pause is long enough ago. */
export function breathing(): () => Promise<void> {
  let began = performance.now();
  return async () => {
    if (performance.now() - began < BREATH_MS) return;
    await new Promise<void>((resolve) => setImmediate(resolve));
    began = performance.now();
  };
}
