/** Words that this school offers beside the word book, and words of the book that it never offers. */
import type { SchoolWord } from '@sapling/contract';
import { X } from 'lucide-react';
import { useState } from 'react';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { timeWords } from '../ui/dates.js';
import { Pending } from '../ui/page.js';
import { offerWord, takeBackOffer } from './offer.js';

export function SchoolWords() {
  const { data: own, error } = useData('schoolWords');
  const may = useMay('shape library');
  const [typed, setTyped] = useState('');
  if (!own) return <Pending error={error} what="the school’s words" />;
  const word = typed.trim().toLowerCase();
  const fits = /^[a-z]+$/.test(word);
  const decide = (offer: 'also' | 'never'): void => {
    void offerWord(
      word,
      offer,
      own.find((w) => w.word === word),
    ).then((done) => done && setTyped((now) => (now === typed ? '' : now)));
  };
  return (
    <div className="grid max-w-3xl gap-6">
      <p className="text-ink-2">
        Every list, session and sheet draws its words from a reviewed children’s word book. Here a school puts in words of its own, and
        takes words out: for everybody in the school, and at once.
      </p>
      {may && (
        <form
          className="flex flex-wrap items-end gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (fits) decide('also');
          }}
        >
          <label className="block">
            <span className="mb-1 block font-semibold">A word</span>
            <input className="field !w-56 font-child text-lg" value={typed} onChange={(event) => setTyped(event.target.value)} />
          </label>
          <button className="btn btn-main" disabled={!fits}>
            Offer it too
          </button>
          <button type="button" className="btn" disabled={!fits} onClick={() => decide('never')}>
            Never offer it
          </button>
          {word !== '' && !fits && <p className="w-full text-sm text-gap">Letters from a to z only, one word at a time.</p>}
        </form>
      )}
      <List title="Never offered here" words={own.filter((w) => w.offer === 'never')} may={may} empty="No word has been taken out." />
      <List title="Offered here too" words={own.filter((w) => w.offer === 'also')} may={may} empty="No word has been added." />
    </div>
  );
}

function List({ title, words, may, empty }: { title: string; words: readonly SchoolWord[]; may: boolean; empty: string }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-2 text-lg">{title}</h2>
      {words.length === 0 ? (
        <p className="text-ink-2">{empty}</p>
      ) : (
        <ul className="sheet ruled">
          {words.map((w) => (
            <li key={w.word} className="flex items-center gap-4 px-4 py-1.5">
              <span className="w-44 font-child text-xl">{w.word}</span>
              <span className="flex-1 text-sm text-ink-2">
                {w.by}, {timeWords(w.at)}
              </span>
              {may && (
                <button className="btn btn-quiet btn-small" aria-label={`Take back ${w.word}`} onClick={() => void takeBackOffer(w)}>
                  <X size={16} aria-hidden /> Take back
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
