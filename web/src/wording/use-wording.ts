/** Follows the words and the language of the school, on every page of somebody signed in. */
import type { OwnDates, SchoolSettings } from '@sapling/contract';
import { useEffect } from 'react';
import { unsavedWork } from '../shell/unsaved.js';
import { keepWording, type Catalogue, type Wording } from './say.js';

/** Catalogues that ship beside the source's own British English, by BCP 47 tag. */
const CATALOGUES: Record<string, () => Promise<{ default: Catalogue }>> = {
  'en-US': () => import('./catalogues/en-US.json'),
  de: () => import('./catalogues/de.json'),
};
/** Where a page is in use beside a child, and is not to be opened anew. */
const BESIDE_A_CHILD = /^(\/try)?\/(check\/[^/]|sessions\/[^/]+\/run|cover\/|screen\/)/;

const languageTag = ({ language, spelling }: Pick<SchoolSettings, 'language' | 'spelling'>): string =>
  language === 'German' ? 'de' : spelling === 'American' ? 'en-US' : 'en-GB';

/** How a colleague reads dates, over what the school says. */
const own = (dates: OwnDates | null): Partial<Pick<Wording, 'dateOrder' | 'dateLanguage'>> =>
  dates === null ? {} : dates === '24 Nov' || dates === 'Nov 24' ? { dateOrder: dates, dateLanguage: 'en-GB' } : { dateLanguage: dates };

/**
 * Keeps the wording as the school set it. Where it is another one than the page was opened in, the page is opened anew: much that is
 * said was put together when it opened. Beside a child, and where
 * something is not kept yet, that waits for the next opening.
 */
export function useWording(settings: SchoolSettings | undefined, dates: OwnDates | null): void {
  useEffect(() => {
    if (!settings) return;
    let gone = false;
    void (async () => {
      const language = languageTag(settings);
      // one that cannot be fetched now comes with the next opening
      const catalogue = language in CATALOGUES ? await CATALOGUES[language]!().catch(() => null) : { default: {} };
      if (!catalogue) return;
      if (
        !gone &&
        keepWording({ words: settings.ownWords, language, dateOrder: settings.dateOrder, ...own(dates) }, catalogue.default) &&
        !BESIDE_A_CHILD.test(location.pathname) &&
        unsavedWork().length === 0
      )
        location.reload();
    })();
    return () => {
      gone = true;
    };
  }, [settings, dates]);
}
