/** What a cover link opens: one session for somebody who has never met the group. The secret stands behind the #, which is never sent with a page. */
import type { CoverView } from '@sapling/contract';
import { useEffect, useState } from 'react';
import { call, sentenceOf } from '../api/client.js';
import { dayWords, timeWords } from '../ui/dates.js';
import { listed } from '@sapling/core';
import { PartView } from './part-view.js';
import { PlanRemarks } from './plan-remarks.js';
import { planWords } from '../wording/plan-words.js';

export function CoverPage() {
  const [view, setView] = useState<CoverView | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  useEffect(() => {
    call('cover', { params: { secret: location.hash.slice(1) } }).then(setView, (error: unknown) => setTrouble(sentenceOf(error)));
  }, []);
  if (trouble)
    return (
      <main className="mx-auto max-w-xl p-8">
        <h1 className="mb-2 text-2xl">This link opens nothing</h1>
        <p>{trouble}</p>
      </main>
    );
  if (!view)
    return (
      <p role="status" className="p-8">
        Opening…
      </p>
    );
  const names = new Map(view.members.map((m) => [m.id, m.initials]));
  const joined = (view.plan.joined ?? []).flatMap((id) => names.get(id) ?? []);
  return (
    <main className="mx-auto max-w-4xl px-6 py-6">
      <header className="border-b-2 border-pine pb-3">
        <h1 className="text-3xl">{view.groupName}</h1>
        <p className="text-lg">{[dayWords(view.on), view.when, view.where, `${view.minutes} minutes`].filter(Boolean).join(', ')}</p>
        <p>
          {view.members.map((m) => m.initials).join(', ')}
          {view.adult && <span className="text-ink-2">; usually with {view.adult}</span>}
        </p>
      </header>
      <section aria-label="Before you begin" className="my-4 border-l-4 border-leaf py-1 pl-4">
        {view.plan.atError && (
          <p>
            <b>At an error:</b> {planWords(view.plan.atError)}
          </p>
        )}
        {joined.length > 0 && (
          <p>
            <b>{listed(joined)} joined the group after this plan was made.</b> Some of its words may be beyond them: say the sounds of these
            together first.
          </p>
        )}
        {view.safety && <p className="whitespace-pre-wrap">{view.safety}</p>}
        <p>Stop when a child is tired or upset. A child’s accent or way of speaking is not an error. Ask the children for their names.</p>
      </section>
      <PlanRemarks plan={view.plan} names={names} />
      <ol className="ruled">
        {view.plan.parts.map((part) => (
          <li key={part.id} className="grid grid-cols-[5rem_1fr] gap-4 py-4">
            <span className="font-serif text-lg font-semibold">{part.minutes} min</span>
            <div>
              <h2 className="text-lg">{planWords(part.title)}</h2>
              <p className="mb-2 text-sm text-ink-2">{planWords(part.how)}</p>
              <PartView part={part} focus={view.plan.focus} names={names} signedIn={false} />
            </div>
          </li>
        ))}
      </ol>
      <p className="mt-6 text-sm text-ink-2">This page closes {timeWords(view.endsAt)}. Tell whoever gave it to you how it went.</p>
    </main>
  );
}
