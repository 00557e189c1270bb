/** The school's handwriting model on screen: its font is loaded when letters are to be written, not before. */
import { useEffect, useState } from 'react';
import type { SchoolSettings } from '@sapling/contract';

export type HandwritingModel = SchoolSettings['handwriting'];
export const HANDWRITING_WORDS: Record<HandwritingModel, string> = {
  '': 'plain letters',
  'gb-s': 'England, some letters joined',
  'gb-j': 'England, joined',
  ie: 'Ireland',
  'us-modern': 'United States, upright',
  'us-trad': 'United States, joined',
  'au-vic': 'Australia, Victoria',
  nz: 'New Zealand',
};
const LOAD: Record<Exclude<HandwritingModel, ''>, () => Promise<unknown>> = {
  'gb-s': () => import('@fontsource-variable/playwrite-gb-s/wght.css'),
  'gb-j': () => import('@fontsource-variable/playwrite-gb-j/wght.css'),
  ie: () => import('@fontsource-variable/playwrite-ie/wght.css'),
  'us-modern': () => import('@fontsource-variable/playwrite-us-modern/wght.css'),
  'us-trad': () => import('@fontsource-variable/playwrite-us-trad/wght.css'),
  'au-vic': () => import('@fontsource-variable/playwrite-au-vic/wght.css'),
  nz: () => import('@fontsource-variable/playwrite-nz/wght.css'),
};
const FAMILIES: Record<Exclude<HandwritingModel, ''>, string> = {
  'gb-s': 'Playwrite GB S Variable',
  'gb-j': 'Playwrite GB J Variable',
  ie: 'Playwrite IE Variable',
  'us-modern': 'Playwrite US Modern Variable',
  'us-trad': 'Playwrite US Trad Variable',
  'au-vic': 'Playwrite AU VIC Variable',
  nz: 'Playwrite NZ Variable',
};

/** The font to write a letter in; undefined until it is there, and where the school has none. */
export function useHandwriting(model: HandwritingModel | undefined): string | undefined {
  const [there, setThere] = useState<HandwritingModel>('');
  useEffect(() => {
    if (!model) return;
    let gone = false;
    // without it letters stay plain
    LOAD[model]().then(
      () => !gone && setThere(model),
      () => undefined,
    );
    return () => {
      gone = true;
    };
  }, [model]);
  return model && there === model ? `'${FAMILIES[model]}', var(--font-child)` : undefined;
}
