/** Around every screen of somebody signed in: the command list with Ctrl K and help with ?, beside a check too. */
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { Outlet, useLocation } from 'react-router';
import { Arrival } from './arrival.js';
import { UnsavedGuard } from './unsaved.js';
import { OpenContext, type Opened } from './open.js';
import { withModifier } from '../ui/with-modifier.js';

const Commands = lazy(() => import('./commands.js'));
const HelpPanel = lazy(() => import('../help/help-panel.js'));

const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(input|textarea|select)$/i.test(target.tagName));

export function Root() {
  const { pathname } = useLocation();
  const [opened, setOpened] = useState<Opened>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      const next =
        (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'k'
          ? 'commands'
          : event.key === '?' && !withModifier(event) && !isTyping(event.target)
            ? 'help'
            : null;
      if (!next) return;
      event.preventDefault();
      setOpened((now) => (now === next ? null : next));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const open = useMemo(() => ({ opened, open: setOpened }), [opened]);
  return (
    <OpenContext.Provider value={open}>
      <Outlet />
      <Arrival />
      <UnsavedGuard />
      <Suspense>
        {opened === 'commands' && <Commands onClose={() => setOpened(null)} />}
        {opened === 'help' && <HelpPanel path={pathname} onClose={() => setOpened(null)} />}
      </Suspense>
    </OpenContext.Provider>
  );
}
