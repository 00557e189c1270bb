/** Where others share the machine a page may be many times slower: waits that end in a failure are longer there, none that succeed. */
export const PATIENCE = process.env.CI ? 2 : 1;
