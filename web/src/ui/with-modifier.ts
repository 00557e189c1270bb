/** Whether a key is pressed together with one that makes it the browser's or the system's: such a press is no answer. */
export const withModifier = (event: { readonly ctrlKey: boolean; readonly metaKey: boolean; readonly altKey: boolean }): boolean =>
  event.ctrlKey || event.metaKey || event.altKey;
