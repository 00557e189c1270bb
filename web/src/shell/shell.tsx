/** The frame of every place: the rail on the left, what waits to be sent, the command list. */
import { CircleHelp, LogOut, Search } from 'lucide-react';
import { useEffect, useState } from 'react';
import { NavLink, Outlet, ScrollRestoration, useNavigate } from 'react-router';
import { toast } from 'sonner';
import { call, Unreachable } from '../api/client.js';
import { useData } from '../api/data.js';
import { setSchool } from '../workers/core.js';
import { useOutbox } from '../outbox/outbox.js';
import { forgetEverythingRead } from '../outbox/store.js';
import { Dialog } from '../ui/dialog.js';
import { Leaf } from '../ui/leaf.js';
import { ROLE_WORDS, useMe } from './me.js';
import { useOpen } from './open.js';
import { usePhone } from './use-phone.js';
import { PhoneBar } from './phone-bar.js';
import { OutboxLine } from './outbox-line.js';
import { placesFor } from './places.js';
import { LackingLine } from '../ui/lacking-line.js';
import { useWording } from '../wording/use-wording.js';
import { Trying } from '../try-it/trying.js';
import { forgetUnsaved, unsavedWork } from './unsaved.js';

export function Shell() {
  const me = useMe();
  const go = useNavigate();
  const outbox = useOutbox();
  const { data: corrections } = useData('corrections');
  const { data: own } = useData('schoolWords');
  const { data: settings } = useData('settings');
  useWording(settings, me.dates);
  const spelling = settings?.spelling;
  useEffect(() => {
    const of = (offer: 'also' | 'never'): string[] => (own ?? []).filter((w) => w.offer === offer).map((w) => w.word);
    setSchool(corrections ?? [], { ...(spelling ? { spelling } : {}), added: of('also'), removed: of('never') });
  }, [corrections, own, spelling]);
  const { open } = useOpen();
  const phone = usePhone();
  const [leaving, setLeaving] = useState(false);

  const signOut = async (): Promise<void> => {
    setLeaving(false);
    try {
      await call('signOut');
    } catch (error) {
      if (error instanceof Unreachable)
        return void toast.error('Signing out needs the network, so that the sign-in really ends. Nothing has changed.');
    }
    await forgetEverythingRead();
    // whoever signs in next begins at Today
    forgetUnsaved();
    await go('/');
    await me.again();
  };
  const leave = (): void => (outbox.waiting > 0 || unsavedWork().length > 0 ? setLeaving(true) : void signOut());
  return (
    <div className="flex min-h-dvh">
      <a
        href="#content"
        className="sr-only focus:not-sr-only focus:fixed focus:top-2 focus:left-2 focus:z-50 focus:rounded-m focus:bg-sheet focus:p-2"
      >
        Skip to the content
      </a>
      {!phone && (
        <div className="no-print sticky top-0 flex h-dvh w-14 shrink-0 flex-col overflow-y-auto bg-pine text-[#dfe8e0] lg:w-48">
          <p className="flex items-center gap-2 px-4 pt-5 pb-4 font-serif text-[1.1rem] font-semibold text-white">
            <Leaf size={22} /> <span className="max-lg:sr-only">Keen Sapling</span>
          </p>
          <nav aria-label="Places">
            <ul>
              {placesFor(me.colleague.role).map(({ to, name, icon: Icon }) => (
                <li key={to}>
                  <NavLink
                    to={to}
                    end={to === '/'}
                    className={({ isActive }) =>
                      `flex items-center gap-3 border-l-4 py-2 pr-3 pl-3.5 ${isActive ? 'border-[#b9d58e] bg-pine-2 font-semibold text-white' : 'border-transparent hover:bg-pine-2'}`
                    }
                  >
                    <Icon size={17} aria-hidden strokeWidth={1.8} className="shrink-0" /> <span className="max-lg:sr-only">{name}</span>
                  </NavLink>
                </li>
              ))}
            </ul>
          </nav>
          <button
            className="mx-2 mt-4 flex items-center lg:mx-3.5 gap-2 rounded-m border border-[#53757b] px-2.5 py-1.5 text-left text-sm hover:border-white"
            onClick={() => open('commands')}
          >
            <Search size={15} aria-hidden className="shrink-0" /> <span className="max-lg:sr-only">Go to…</span>{' '}
            <span className="kbd ml-auto max-lg:hidden">Ctrl K</span>
          </button>
          <button
            className="mx-2 mt-2 flex items-center gap-2 rounded-m px-2.5 py-1.5 text-left text-sm hover:bg-pine-2 lg:mx-3.5"
            onClick={() => open('help')}
          >
            <CircleHelp size={15} aria-hidden className="shrink-0" /> <span className="max-lg:sr-only">Help</span>{' '}
            <span className="kbd ml-auto max-lg:hidden">?</span>
          </button>
          <div className="mt-auto px-2 pt-6 pb-4 text-sm lg:px-4">
            <OutboxLine />
            <p className="mt-4 leading-snug font-semibold text-white max-lg:sr-only">{me.colleague.name}</p>
            <p className="text-[#b9c9c2] max-lg:sr-only">{ROLE_WORDS[me.colleague.role]}</p>
            <button className="mt-2 flex items-center gap-1.5 underline-offset-4 hover:underline" onClick={leave}>
              <LogOut size={14} aria-hidden className="shrink-0" /> <span className="max-lg:sr-only">Sign out</span>
            </button>
          </div>
        </div>
      )}
      <main id="content" tabIndex={-1} className="min-w-0 flex-1 focus:outline-none max-sm:pb-20">
        {me.school.demo && (
          <p className="no-print border-b border-rule bg-note px-4 py-1 text-sm sm:px-8">
            <span>Demo: {me.school.name} is made up, and so are all its people and children.</span>
            <Trying />
          </p>
        )}
        <LackingLine className="no-print mx-4 mt-3 sm:mx-8" />
        <Outlet />
        {phone && (
          <footer className="no-print mx-4 mt-4 flex flex-wrap items-center gap-x-5 gap-y-2 border-t border-rule pt-3 text-sm">
            <span className="rounded-m bg-pine px-2.5 py-1 text-white">
              <OutboxLine />
            </span>
            <span className="flex-1">{me.colleague.name}</span>
            <button className="underline underline-offset-4" onClick={leave}>
              Sign out
            </button>
          </footer>
        )}
      </main>
      {phone && <PhoneBar onMore={() => open('commands')} />}
      <Dialog
        open={leaving}
        onClose={() => setLeaving(false)}
        title={outbox.waiting > 0 ? 'Some marks are not sent yet' : 'Leave without keeping it?'}
      >
        {outbox.waiting > 0 && (
          <p>
            {outbox.waiting} {outbox.waiting === 1 ? 'record waits' : 'records wait'} on this device. They stay here without names and are
            sent when you sign in on this device again; colleagues will not see them until then.
          </p>
        )}
        {leaving && unsavedWork().length > 0 && (
          <p>
            Not kept yet: {unsavedWork().join('; ')}. <b>It is lost when you sign out.</b>
          </p>
        )}
        <div className="mt-5 flex gap-3">
          <button className="btn btn-main" onClick={() => setLeaving(false)}>
            Stay signed in
          </button>
          <button className="btn" onClick={() => void signOut()}>
            Sign out all the same
          </button>
        </div>
      </Dialog>
      <ScrollRestoration />
    </div>
  );
}
