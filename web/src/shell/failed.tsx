/** What is shown when a page fails: what happened, what was kept, and a way on. */
import { useEffect } from 'react';
import { isRouteErrorResponse, Link, useRouteError } from 'react-router';
import { sentenceOf } from '../api/client.js';
import { keptAs } from '../base.js';
import { clock } from '../clock.js';
import { loadAnew, TryAgain } from '../ui/try-again.js';

export function Failed({ said }: { said?: string }) {
  return said === undefined ? <FailedRoute /> : <Page title="No connection" said={said} />;
}

function FailedRoute() {
  const error = useRouteError();
  // a part that was replaced by a newer version of the tool cannot be loaded any more
  const stale = error instanceof TypeError && /import/i.test(error.message);
  useEffect(() => {
    if (stale && navigator.onLine && mayReload()) location.reload();
  }, [stale]);
  if (isRouteErrorResponse(error) && error.status === 404) return <NotHere />;
  if (import.meta.env.DEV) console.error(error);
  return (
    <Page
      within
      title={stale ? 'This part could not be loaded' : 'This page stopped working'}
      said={
        stale
          ? 'The network is away, or a newer version is there. Marks you made are kept on this device.'
          : `${sentenceOf(error)} Marks you made are kept on this device.`
      }
    />
  );
}

/** Once a minute at most: a newer version is fetched by itself, and nobody is sent round and round. */
function mayReload(): boolean {
  const key = keptAs('sapling-reloaded');
  const now = clock.ms();
  if (now - Number(sessionStorage.getItem(key) ?? 0) < 60_000) return false;
  sessionStorage.setItem(key, String(now));
  return true;
}

/** @param within whether the places are there to go to */
function Page({ title, said, within = false }: { title: string; said: string; within?: boolean }) {
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="mb-3 text-2xl">{title}</h1>
      <p className="mb-6">{said}</p>
      <div className="flex gap-3">
        <TryAgain again={loadAnew} still="The server is still out of reach." className="btn btn-main" />
        {within && (
          <Link className="btn" to="/">
            Go to Today
          </Link>
        )}
      </div>
    </main>
  );
}

export function NotHere() {
  return (
    <div className="mx-auto max-w-xl p-10">
      <title>Nothing here · Keen Sapling</title>
      <h1 className="mb-3 text-2xl">There is nothing here</h1>
      <p className="mb-6">The address may be old, or what stood here is not shared with you.</p>
      <Link className="btn btn-main" to="/">
        Go to Today
      </Link>
    </div>
  );
}
