/** Takes a word out of everything the school is offered, or puts it in: from wherever the word is shown, with a way back. */
import type { SchoolWord } from '@sapling/contract';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';

const SAID = {
  never: (word: string) => `“${word}” is never offered again, for everybody in the school.`,
  also: (word: string) => `“${word}” may be offered now, for everybody in the school.`,
} as const;

/** @param known what the school has decided about this word already · @returns whether it is so now; where it is not, it is said why */
export async function offerWord(word: string, offer: 'also' | 'never', known: SchoolWord | undefined): Promise<boolean> {
  try {
    const saved = await call('saveSchoolWord', { params: { word }, body: { offer, version: known?.version ?? 0 } });
    await refresh('library');
    toast(SAID[offer](word), {
      // for everybody in the school: long enough to think again
      duration: 20_000,
      action: {
        label: 'Undo',
        onClick: () => void (known && known.offer !== offer ? offerWord(word, known.offer, saved) : takeBackOffer(saved)),
      },
    });
    return true;
  } catch (error) {
    await refresh('library');
    toast.error(sentenceOf(error));
    return false;
  }
}

/** The word book decides again. */
export async function takeBackOffer(own: SchoolWord): Promise<void> {
  try {
    await call('removeSchoolWord', { params: { word: own.word }, query: { version: own.version } });
    await refresh('library');
    toast(`The word book decides about “${own.word}” again.`, {
      action: { label: 'Undo', onClick: () => void offerWord(own.word, own.offer, undefined) },
    });
  } catch (error) {
    await refresh('library');
    toast.error(sentenceOf(error));
  }
}
