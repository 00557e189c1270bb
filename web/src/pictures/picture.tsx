/** A picture of a word. The set (OpenMoji, CC BY-SA 4.0) is one file that loads when first needed and is kept for offline use. */
import { useEffect, useState } from 'react';

let set: Promise<Record<string, string>> | undefined;
const pictures = (): Promise<Record<string, string>> =>
  (set ??= import('./pictures.json')
    .then((m) => m.default as Record<string, string>)
    .catch((error: unknown) => {
      // asked for again the next time: the network may be back
      set = undefined;
      throw error;
    }));

/** The words of which there are pictures. */
export async function pictured(): Promise<string[]> {
  return Object.keys(await pictures());
}

/** Shows a word's picture, nothing where there is none; its name is for the adult and screen readers, never in print beside it. */
export function Picture({ word, size, decorative = false }: { word: string; size: number | string; decorative?: boolean }) {
  const [body, setBody] = useState<string | null | undefined>(undefined);
  useEffect(() => {
    let gone = false;
    pictures().then(
      (all) => !gone && setBody(all[word] ?? null),
      () => !gone && setBody(null),
    );
    return () => {
      gone = true;
    };
  }, [word]);
  if (body === null) return null;
  const url =
    body === undefined
      ? undefined
      : `data:image/svg+xml,${encodeURIComponent(`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 72 72">${body}</svg>`)}`;
  return (
    <span className="inline-grid place-items-center" style={{ width: size, height: size }} data-picture={word}>
      {url && <img src={url} alt={decorative ? '' : 'picture'} draggable={false} style={{ width: '100%', height: '100%' }} />}
    </span>
  );
}
