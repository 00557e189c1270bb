/** What a place says of itself when somebody comes to it from another one, and that it is on its way while it is not there yet. */
import { useEffect, useRef, useState } from 'react';
import { useHref, useLocation, useNavigation } from 'react-router';

/** The title stands a moment after the place does, and is said once it has stood this long: what it is about has to be asked for. */
const TITLE_AFTER_MS = 400;

/**
 * Says the title of a new place to a screen reader, which hears nothing of a page that was not loaded anew (WCAG 2.2, 4.1.3), and
 * shows a line at the top of the window while a place is fetched for longer than a blink.
 */
export function Arrival() {
  const location = useLocation();
  const here = useHref(location);
  const fetching = useNavigation().state === 'loading';
  const opened = useRef<string | null>(location.pathname);
  const [said, setSaid] = useState('');
  useEffect(() => {
    // the place that was opened first is read out by itself
    if (opened.current === location.pathname) return;
    opened.current = null;
    const say = (): void => setSaid(document.title.replace(/ · Keen Sapling$/, ''));
    let later = setTimeout(say, TITLE_AFTER_MS);
    // over a slow line a place says at first what it is, and only later whose: "Child", then the child's name
    const titles = new MutationObserver(() => {
      clearTimeout(later);
      later = setTimeout(say, TITLE_AFTER_MS);
    });
    titles.observe(document.head, { childList: true, subtree: true, characterData: true });
    return () => {
      clearTimeout(later);
      titles.disconnect();
    };
  }, [location.pathname]);
  return (
    <>
      <p className="sr-only" aria-live="polite" data-place={here}>
        {said}
      </p>
      {fetching && <div aria-hidden className="fetching no-print" />}
    </>
  );
}
