/** A file that the server makes while somebody waits: how far it is, a way to stop it, and then the file. */
import { useCallback, useEffect, useRef, useState } from 'react';
import { v7 as uuidv7 } from 'uuid';
import { callFile, sentenceOf } from './client.js';
import { onWork } from './data.js';

export type MadeFile =
  | { readonly is: 'not begun' }
  | { readonly is: 'being made'; readonly done: number; readonly of: number }
  | { readonly is: 'made'; readonly file: Blob }
  | { readonly is: 'failed'; readonly why: string };

export function useMadeFile(): { readonly state: MadeFile; make(address: string): Promise<Blob | undefined>; stop(): void } {
  const [state, setState] = useState<MadeFile>({ is: 'not begun' });
  const gone = useRef<AbortController | null>(null);
  useEffect(() => () => gone.current?.abort(), []);
  return {
    state,
    make: useCallback(async (address) => {
      const work = uuidv7();
      const own = new AbortController();
      // one file at a time: what was asked for before is not wanted any more
      gone.current?.abort();
      gone.current = own;
      const newest = (): boolean => gone.current === own;
      setState({ is: 'being made', done: 0, of: 0 });
      const ended = onWork(work, (done, of) => newest() && setState((now) => (now.is === 'being made' ? { ...now, done, of } : now)));
      try {
        const file = await callFile(`${address}${address.includes('?') ? '&' : '?'}work=${work}`, own.signal);
        if (newest()) setState({ is: 'made', file });
        return file;
      } catch (error) {
        if (newest()) setState(own.signal.aborted ? { is: 'not begun' } : { is: 'failed', why: sentenceOf(error) });
        return undefined;
      } finally {
        ended();
      }
    }, []),
    stop: useCallback(() => gone.current?.abort(), []),
  };
}
