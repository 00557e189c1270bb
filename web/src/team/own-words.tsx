/** The school's own words for what schools name differently, each shown in a sentence as it will be said. */
import { ownWording, pluralOf, TERM_NAMES, TERMS, type Term } from '@sapling/core/wording';
import { useState } from 'react';
import type { SettingsRow } from './use-settings-draft.js';

/** A sentence for each that shows one, many and a beginning. */
const EXAMPLES: Record<Term, string> = {
  'irregular word': 'An irregular word a day; irregular words come back each week.',
  'made-up word': 'A made-up word cannot be known by sight. Made-up words are for checks.',
  cluster: 'A cluster keeps its own sounds. Clusters begin with two.',
  grapheme: 'A grapheme is the spelling of one sound. Graphemes have one to four letters.',
  pair: 'A pair is new on two days a week. Pairs come back.',
  secure: 'Twelve are secure.',
  wobbly: 'Three are wobbly.',
  gap: 'A gap is taught first. Gaps of the group: four.',
  unchecked: 'Six are unchecked.',
  group: 'A group of four. Groups meet in the library.',
  session: 'A session is planned. Sessions of this week.',
  cycle: 'A cycle takes four weeks. Cycles follow one another.',
  class: 'A class of Year 1. Classes of the school.',
  'teaching order': 'A teaching order has steps. Teaching orders are in the Library.',
};

export function OwnWords({ now, set }: SettingsRow) {
  const own = now.ownWords;
  const [term, setTerm] = useState<Term>('gap');
  const change = (next: { one?: string; many?: string }): void => {
    const { [term]: old, ...rest } = own;
    const one = (next.one ?? old?.one ?? '').trim();
    const many = (next.many ?? old?.many ?? '').trim();
    // the same word is no word of one's own
    const same = one === '' || (one === TERMS[term][0] && (many === '' || many === TERMS[term][1]));
    set('ownWords', same ? rest : { ...rest, [term]: many === '' ? { one } : { one, many } });
  };
  const typed = own[term];
  const changed = TERM_NAMES.filter((name) => own[name]);
  return (
    <div className="grid gap-2">
      <label className="flex items-center gap-2">
        <span className="whitespace-nowrap">for</span>
        <select
          className="field"
          aria-label="A word that schools name differently"
          value={term}
          onChange={(e) => setTerm(e.target.value as Term)}
        >
          {TERM_NAMES.map((name) => (
            <option key={name} value={name}>
              {name}
              {own[name] ? ` → ${own[name].one}` : ''}
            </option>
          ))}
        </select>
      </label>
      <div className="grid grid-cols-2 gap-2">
        <label className="text-sm">
          here it is called
          <input
            key={`${term} one`}
            className="field"
            maxLength={40}
            placeholder={TERMS[term][0]}
            defaultValue={typed?.one ?? ''}
            onBlur={(e) => e.target.value.trim() !== (typed?.one ?? '') && change({ one: e.target.value })}
          />
        </label>
        {TERMS[term].length > 1 && (
          <label className="text-sm">
            and several
            <input
              key={`${term} many`}
              className="field"
              maxLength={40}
              placeholder={typed ? pluralOf(typed.one) : TERMS[term][1]}
              defaultValue={typed?.many ?? ''}
              disabled={!typed}
              title={typed ? undefined : 'First say what one is called.'}
              onBlur={(e) => e.target.value.trim() !== (typed?.many ?? '') && change({ many: e.target.value })}
            />
          </label>
        )}
      </div>
      <p className="border-l-4 border-rule pl-3 text-sm" aria-live="polite">
        {ownWording(own)(EXAMPLES[term])}
      </p>
      {changed.length > 0 && (
        <button type="button" className="btn btn-small justify-self-start" onClick={() => set('ownWords', {})}>
          Back to the words that ship
        </button>
      )}
    </div>
  );
}
