/** Hands a text to the person as a file. */
export const save = (name: string, text: string, type: string): void => saveBlob(name, new Blob([text], { type: `${type};charset=utf-8` }));

/** Hands something to the person as a file. */
export function saveBlob(name: string, blob: Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(blob);
  link.download = name;
  link.click();
  // a large one is written for a while after the press
  setTimeout(() => URL.revokeObjectURL(link.href), 60_000);
}
