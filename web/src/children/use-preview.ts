/** What the server would do with the rows of a class list, as they are now. */
import type { BodyOf, Endpoints } from '@sapling/contract';
import { useEffect, useState } from 'react';
import { call, sentenceOf } from '../api/client.js';
import type { Preview } from './import-rows.js';

export type Asked = BodyOf<Endpoints['previewImport']>;
/** How long it waits for quiet, in milliseconds. */
const QUIET_MS = 200;

/**
 * @param file what the rows are of: of another file nothing that was said of this one stays; null before there is one
 * @param asked the rows and how they are taken, made anew only where they change
 * @returns `preview` of what was asked before stays while the server looks; `upToDate` says that it is of just this. What is
 * written is what was looked at, so that nothing is written before.
 */
export function usePreview(
  file: object | null,
  asked: Asked,
): {
  readonly preview: Preview | null;
  readonly upToDate: boolean;
  /** Why the server could not look at just this. */
  readonly trouble: string | null;
  readonly again: () => void;
} {
  const [looked, setLooked] = useState<{ readonly file: object; readonly of: Asked; readonly preview: Preview } | null>(null);
  const [failed, setFailed] = useState<{ readonly of: Asked; readonly why: string } | null>(null);
  const [times, setTimes] = useState(0);
  useEffect(() => {
    if (!file) return;
    let gone = false;
    const timer = setTimeout(() => {
      call('previewImport', { body: asked }).then(
        (preview) => {
          if (gone) return;
          setLooked({ file, of: asked, preview });
          setFailed(null);
        },
        (error: unknown) => !gone && setFailed({ of: asked, why: sentenceOf(error) }),
      );
    }, QUIET_MS);
    return () => {
      gone = true;
      clearTimeout(timer);
    };
  }, [file, asked, times]);
  return {
    preview: file !== null && looked?.file === file ? looked.preview : null,
    upToDate: file !== null && looked?.of === asked,
    trouble: file !== null && failed?.of === asked ? failed.why : null,
    again: () => setTimes((n) => n + 1),
  };
}
