/** Word tools: each gives words that use only what the class was taught, plus the pair chosen. */
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { graphemeSpoken } from '../ui/word-marks.js';
import { useShelf } from './frame.js';
import { LookedUp } from './looked-up.js';
import { SchoolWords } from './school-words.js';
import { Chains, Dictation, Endings, Finder, ListenRows, MadeUp, Rimes, Spellings, type ToolProps } from './word-tools.js';
import { say } from '../wording/say.js';

const TOOLS: { id: string; name: string; what: string; of: (props: ToolProps) => React.ReactNode }[] = [
  { id: 'find', name: 'Words', what: say('by pair, place, shape and how common'), of: Finder },
  { id: 'made-up', name: 'Made-up words', what: 'nobody can know by sight', of: MadeUp },
  { id: 'chain', name: 'Word chain', what: say('one grapheme changes at a time'), of: Chains },
  { id: 'listen', name: 'Listen and find', what: 'four words, each wrong one wrong in one place', of: ListenRows },
  { id: 'rimes', name: 'Rime families', what: 'for teaching by analogy', of: Rimes },
  { id: 'spellings', name: 'Spellings side by side', what: 'one sound, its spellings, words for each', of: Spellings },
  { id: 'endings', name: 'Base and ending', what: 'and what happens to the base', of: Endings },
  { id: 'dictation', name: 'Sentences to dictate', what: 'from the texts, by what they use', of: Dictation },
  { id: 'school', name: 'The school’s own', what: 'words put in and taken out', of: SchoolWords },
];

export function Component() {
  const { taught, next, schoolClass } = useShelf();
  const [params, setParams] = useSearchParams();
  const tool = TOOLS.find((t) => t.id === params.get('tool')) ?? TOOLS[0]!;
  const [focus, setFocus] = useState('');
  const looked = params.get('word');
  const Tool = tool.of;
  const choose = (id: string): void => setParams((now) => new URLSearchParams({ ...Object.fromEntries(now), tool: id }), { replace: true });
  const option = (gpc: string) => (
    <option key={gpc} value={gpc}>
      {graphemeSpoken(gpc)}
    </option>
  );
  return (
    <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[15rem_1fr]">
      <nav aria-label="Word tools" className="no-print">
        <ul>
          {TOOLS.map((t) => (
            <li key={t.id}>
              <button
                onClick={() => choose(t.id)}
                aria-current={t === tool ? 'true' : undefined}
                className={`w-full border-l-4 px-3 py-2 text-left ${t === tool ? 'border-pine bg-sheet' : 'border-transparent hover:bg-sheet'}`}
              >
                <span className="block font-semibold">{t.name}</span>
                <span className="block text-sm leading-snug text-ink-2">{t.what}</span>
              </button>
            </li>
          ))}
        </ul>
      </nav>
      <section aria-label={tool.name}>
        {looked && (
          <LookedUp
            key={looked}
            word={looked}
            taught={taught}
            onClose={() =>
              setParams(
                (now) => {
                  const next = new URLSearchParams(now);
                  next.delete('word');
                  return next;
                },
                { replace: true },
              )
            }
          />
        )}
        {tool.id !== 'school' && (
          <label className="no-print mb-4 flex flex-wrap items-center gap-2">
            <span className="font-semibold">Practise</span>
            <select className="field !w-auto font-child" value={focus} onChange={(event) => setFocus(event.target.value)}>
              <option value="">any taught pair</option>
              <optgroup label="Taught, newest first">{[...taught.gpcs].reverse().map(option)}</optgroup>
              {next.length > 0 && <optgroup label="Not taught yet, next first">{next.map(option)}</optgroup>}
            </select>
            <span className="text-sm text-ink-2">Everything else in the words has been taught.</span>
          </label>
        )}
        <Tool key={`${tool.id} ${schoolClass?.id ?? ''}`} taught={taught} focus={focus} />
      </section>
    </div>
  );
}
