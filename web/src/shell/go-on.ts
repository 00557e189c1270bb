/** Going on to another place after something that takes a while. */
import { useCallback } from 'react';
import { useHref, useLocation, useNavigate, type NavigateOptions } from 'react-router';

const bare = (path: string): string => path.replace(/\/$/, '');

/**
 * Goes on from here once what was pressed is done: whoever has gone elsewhere meanwhile is not pulled back. A place may draw
 * itself anew in between; what counts is that the address still names it.
 * @example const goOn = useGoOn(); await call('removeSession', …); await goOn('/sessions');
 */
export function useGoOn(): (to: string, options?: NavigateOptions) => Promise<void> {
  const go = useNavigate();
  const here = useHref(useLocation().pathname);
  return useCallback(
    async (to, options) => {
      if (bare(location.pathname) === bare(here)) await go(to, options);
    },
    [go, here],
  );
}
