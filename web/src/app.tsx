/** The application: who is signed in decides what is shown; places load when first opened. */
import type { Me, ResponseOf, Endpoints } from '@sapling/contract';
import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { Toaster } from 'sonner';
import 'sonner/dist/styles.css';
import { SWRConfig } from 'swr';
import { call, holdAnswers, setCsrf, tellSignInEnded, Unreachable } from './api/client.js';
import { forgetAll, refreshAll, useLive } from './api/data.js';
import { clock, keepZone } from './clock.js';
import { sayAhead } from './outbox/ahead.js';
import { startOutbox, stopOutbox } from './outbox/outbox.js';
import { forgetCopies, keep, keepFor, kept, soundWaiting } from './outbox/store.js';
import { MeContext } from './shell/me.js';
import { Root } from './shell/root.js';
import { Shell } from './shell/shell.js';
import { SetUp } from './shell/set-up.js';
import { SignIn } from './shell/sign-in.js';
import { SignInAgain, waitsForItsPerson } from './shell/sign-in-again.js';
import { forgetUnsaved } from './shell/unsaved.js';
import { Failed, NotHere } from './shell/failed.js';
import { ofOne } from './shell/of-one.js';
import { Opening } from './shell/opening.js';
import { BASE, under } from './base.js';
import { keepKeys } from './check/own-keys.js';

type AuthState = ResponseOf<Endpoints['authState']>;

const router = createBrowserRouter(
  [
    {
      element: <Root />,
      errorElement: <Failed />,
      HydrateFallback: Opening,
      children: [
        {
          element: <Shell />,
          errorElement: <Failed />,
          children: [
            {
              errorElement: <Failed />,
              HydrateFallback: Opening,
              children: [
                { index: true, lazy: () => import('./today/today.js') },
                { path: 'children', lazy: () => import('./children/children.js') },
                { path: 'children/practise', lazy: () => import('./children/practise.js') },
                { path: 'children/import', lazy: () => import('./children/import-page.js') },
                { path: 'children/classes', lazy: () => import('./children/classes.js') },
                { path: 'children/left', lazy: () => import('./children/leavers.js') },
                { path: 'children/:id', lazy: ofOne(() => import('./children/child.js')) },
                { path: 'check', lazy: () => import('./check/check-place.js') },
                { path: 'check/paper', lazy: () => import('./check/paper.js') },
                { path: 'check/enter', lazy: () => import('./check/enter.js') },
                { path: 'check/reading', lazy: () => import('./reading/start-page.js') },
                { path: 'children/:id/readings', lazy: ofOne(() => import('./reading/child-readings.js')) },
                { path: 'progress/reading', lazy: () => import('./reading/quadrants.js') },
                { path: 'gaps', lazy: () => import('./gaps/gaps.js') },
                { path: 'groups', lazy: () => import('./groups/board.js') },
                { path: 'groups/:id/handover', lazy: ofOne(() => import('./groups/handover-page.js')) },
                { path: 'groups/:id/outcome', lazy: ofOne(() => import('./groups/outcome.js')) },
                { path: 'groups/:id/cycle', lazy: ofOne(() => import('./sessions/cycle.js')) },
                { path: 'groups/:id/cycle/make', lazy: ofOne(() => import('./sessions/make-cycle.js')) },
                { path: 'sessions', lazy: () => import('./sessions/list.js') },
                { path: 'sessions/timetable', lazy: () => import('./timetable/timetable.js') },
                { path: 'sessions/timetable/set-up', lazy: () => import('./timetable/set-up.js') },
                { path: 'sessions/new', lazy: () => import('./sessions/new.js') },
                { path: 'sessions/:id/edit', lazy: ofOne(() => import('./sessions/edit.js')) },
                { path: 'sessions/:id', lazy: ofOne(() => import('./sessions/session.js')) },
                { path: 'progress', lazy: () => import('./progress/progress.js') },
                { path: 'progress/trust', lazy: () => import('./progress/trust.js') },
                {
                  path: 'library',
                  lazy: () => import('./library/frame.js'),
                  HydrateFallback: Opening,
                  children: [
                    { index: true, lazy: () => import('./library/sounds.js') },
                    { path: 'words', lazy: () => import('./library/words.js') },
                    { path: 'texts', lazy: () => import('./library/texts.js') },
                    { path: 'orders', lazy: () => import('./library/orders.js') },
                    { path: 'orders/:id', lazy: ofOne(() => import('./library/order-editor.js')) },
                    { path: 'styles', lazy: () => import('./library/styles.js') },
                    { path: 'rules', lazy: () => import('./library/rules.js') },
                  ],
                },
                { path: 'team/year', lazy: () => import('./team/year.js') },
                { path: 'team', lazy: () => import('./team/team.js') },
                { path: 'bin', lazy: () => import('./bin/bin.js') },
                { path: 'help', lazy: () => import('./help/help-place.js') },
                { path: 'help/:id', lazy: ofOne(() => import('./help/help-place.js')) },
                { path: '*', Component: NotHere },
              ],
            },
          ],
        },
        // the whole screen: nothing of the shell stands beside a child
        {
          path: 'children/:id/print',
          lazy: ofOne(() => import('./children/child-print.js')),
          errorElement: <Failed />,
          HydrateFallback: Opening,
        },
        { path: 'check/print', lazy: () => import('./check/print.js'), errorElement: <Failed />, HydrateFallback: Opening },
        { path: 'reading/print', lazy: () => import('./reading/print.js'), errorElement: <Failed />, HydrateFallback: Opening },
        { path: 'reading/:id', lazy: ofOne(() => import('./reading/marking.js')), errorElement: <Failed />, HydrateFallback: Opening },
        { path: 'check/practice', lazy: () => import('./check/practice.js'), errorElement: <Failed />, HydrateFallback: Opening },
        { path: 'check/:id', lazy: ofOne(() => import('./check/marking.js')), errorElement: <Failed />, HydrateFallback: Opening },
        { path: 'sessions/:id/run', lazy: ofOne(() => import('./sessions/run.js')), errorElement: <Failed />, HydrateFallback: Opening },
        {
          path: 'sessions/:id/print',
          lazy: ofOne(() => import('./sessions/print.js')),
          errorElement: <Failed />,
          HydrateFallback: Opening,
        },
        ...(import.meta.env.DEV ? [{ path: 'patterns', lazy: () => import('./patterns/patterns.js'), errorElement: <Failed /> }] : []),
      ],
    },
  ],
  { basename: BASE || '/' },
);

/** The child's screen knows a code and nobody's sign-in. */
const ChildScreen = lazy(() => import('./check/child-screen.js').then((m) => ({ default: m.ChildScreen })));
const CoverPage = lazy(() => import('./sessions/cover-page.js').then((m) => ({ default: m.CoverPage })));
const NewPassword = lazy(() => import('./shell/new-password.js').then((m) => ({ default: m.NewPassword })));
export function App() {
  if (location.pathname === under('/cover'))
    return (
      <Suspense fallback={<Opening />}>
        <CoverPage />
      </Suspense>
    );
  if (location.pathname === under('/new-password'))
    return (
      <Suspense fallback={<Opening />}>
        <NewPassword />
      </Suspense>
    );
  return location.pathname === under('/screen') ? (
    <Suspense fallback={<Opening />}>
      <ChildScreen />
    </Suspense>
  ) : (
    <SignedInApp />
  );
}

/** Who is signed in, as the server says; without the network as this device last knew, as long as the sign-in would have gone on. */
async function readAuth(): Promise<AuthState | 'unreachable'> {
  try {
    const state = await call('authState');
    await openAs(state.me);
    if (state.demo) await holdAnswers();
    if (state.me) await keep('auth', state);
    return state;
  } catch (error) {
    if (!(error instanceof Unreachable)) throw error;
    return (await lastKnown()) ?? 'unreachable';
  }
}
/** The token, the copies, the time zone and the keys of whoever is signed in; a sign-in that ended takes along what was read under it. */
async function openAs(me: Me | null): Promise<void> {
  setCsrf(me?.csrf ?? '');
  if (!me) return forgetCopies();
  await keepFor(me.colleague.id, me.deviceKey, me.signedInUntil);
  keepZone(me.school.timeZone);
  keepKeys(me.keys);
}
async function lastKnown(): Promise<AuthState | undefined> {
  const found = await kept<AuthState>('auth');
  const old = found?.me && found.me.signedInUntil > clock.now() ? found : undefined;
  setCsrf(old?.me?.csrf ?? '');
  if (!old?.me) return undefined;
  await keepFor(old.me.colleague.id, undefined, old.me.signedInUntil);
  keepZone(old.me.school.timeZone);
  return old;
}

function SignedInApp() {
  const [auth, setAuth] = useState<AuthState | 'opening' | 'unreachable'>('opening');
  const [ended, setEnded] = useState(false);
  const again = useCallback(async () => {
    const state = await readAuth();
    if (typeof state === 'object' && !state.me && waitsForItsPerson()) setEnded(true);
    else setAuth(state);
  }, []);
  useEffect(() => {
    tellSignInEnded(() => waitsForItsPerson() && void again());
    return () => tellSignInEnded(undefined);
  }, [again]);
  useEffect(() => {
    let gone = false;
    void readAuth().then((state) => gone || setAuth(state));
    return () => {
      gone = true;
    };
  }, []);

  const me: Me | null = typeof auth === 'object' ? auth.me : null;
  const myId = me?.colleague.id;
  useEffect(() => {
    if (!myId) return;
    startOutbox(myId);
    // sound that was recorded here and has not been sent
    void soundWaiting().then((parts) => (parts > 0 ? import('./reading/recorder.js').then((m) => m.sendSound(myId)) : undefined));
    // some moments later: the first screen comes first
    const timer = setTimeout(() => void import('./outbox/keep-ahead.js').then((m) => m.keepAhead()), 4000);
    return () => {
      clearTimeout(timer);
      sayAhead('not yet');
      stopOutbox();
      void forgetAll();
    };
  }, [myId]);
  useLive(myId !== undefined);
  const person = useMemo(() => (me ? { ...me, again } : null), [me, again]);

  if (auth === 'opening') return <Opening />;
  if (auth === 'unreachable')
    return (
      <Failed said="The server cannot be reached, and nobody is signed in on this device, or the sign-in has ended. When the network is back, press “Try again”." />
    );
  if (!auth.installed) return <SetUp onDone={again} />;
  if (!person) return <SignIn people={auth.demo ? auth.people : []} mail={auth.mail} onDone={again} />;
  return (
    <SWRConfig
      value={{
        revalidateOnFocus: true,
        focusThrottleInterval: 15_000,
        shouldRetryOnError: false,
        dedupingInterval: 500,
      }}
    >
      <MeContext.Provider value={person}>
        <RouterProvider router={router} />
        {ended && (
          <SignInAgain
            me={person}
            people={auth.demo ? auth.people : []}
            mail={auth.mail}
            onDone={async () => {
              const state = await readAuth();
              if (typeof state === 'object' && state.me?.colleague.id === person.colleague.id) {
                setAuth(state);
                setEnded(false);
                startOutbox(person.colleague.id);
                return refreshAll();
              }
              forgetUnsaved();
              return location.assign(under('/'));
            }}
          />
        )}
        <Toaster position="bottom-right" closeButton toastOptions={{ duration: 7000, className: 'toast' }} />
      </MeContext.Provider>
    </SWRConfig>
  );
}
