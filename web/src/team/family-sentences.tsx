/** The fixed sentences of sheets for home, language by language: those that ship, put right, and languages of the school's own. */
import type { SchoolSettings } from '@sapling/contract';
import { useState } from 'react';
import { useData } from '../api/data.js';
import type { SettingsRow } from './use-settings-draft.js';

type Families = SchoolSettings['families'];
type Key = keyof Families[number]['sentences'];

export function FamilySentences({ now, set }: SettingsRow) {
  const { data } = useData('familyLanguages');
  const [chosen, setChosen] = useState('');
  const [adding, setAdding] = useState('');
  if (!data) return <span className="text-sm text-ink-2">Reading the languages…</span>;
  const shipped = data.languages.find((l) => l.name === chosen);
  const own = now.families.find((f) => f.language === chosen);
  const names = [...new Set([...data.languages.map((l) => l.name), ...now.families.map((f) => f.language)])].sort();
  const change = (next: Partial<Families[number]>): void => {
    const rest = now.families.filter((f) => f.language !== chosen);
    const whole = { language: chosen, checked: false, sentences: {}, ...own, ...next };
    const empty = !whole.checked && Object.keys(whole.sentences).length === 0 && shipped !== undefined;
    set('families', empty ? rest : [...rest, whole]);
  };
  const type = (key: Key, text: string): void => {
    const { [key]: _old, ...others } = own?.sentences ?? {};
    change({ sentences: text.trim() === '' || text === shipped?.sentences[key] ? others : { ...others, [key]: text } });
  };
  const add = (): void => {
    const language = adding.trim();
    if (language === '') return;
    const known = names.find((n) => n.toLowerCase() === language.toLowerCase());
    if (!known) set('families', [...now.families, { language, checked: false, sentences: {} }]);
    setChosen(known ?? language);
    setAdding('');
  };
  return (
    <div className="grid gap-3">
      <div className="flex flex-wrap items-end gap-3">
        <select
          className="field !w-auto"
          aria-label="Language of sheets for home"
          value={chosen}
          onChange={(event) => setChosen(event.target.value)}
        >
          <option value="">Look at a language…</option>
          {names.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
        <span className="flex gap-2">
          <input
            className="field !w-40"
            aria-label="Another language"
            placeholder="Another language"
            maxLength={60}
            value={adding}
            onChange={(event) => setAdding(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && add()}
          />
          <button type="button" className="btn" disabled={adding.trim() === ''} onClick={add}>
            Add
          </button>
        </span>
      </div>
      {chosen !== '' && (
        <div className="grid gap-2 border-l-4 border-rule pl-3">
          <p className="text-sm text-ink-2">
            {own?.checked
              ? 'Looked through by somebody who speaks it.'
              : shipped
                ? 'Written with the tool and not proof-read by a native speaker. Have somebody who speaks it look it through.'
                : 'Of this school. Where a sentence is empty the sheet has it in English.'}
          </p>
          {(Object.keys(data.english) as Key[]).map((key) => (
            <label key={`${chosen} ${key}`} className="block text-sm">
              {data.english[key]}
              <textarea
                className="field"
                rows={data.english[key].length > 30 ? 2 : 1}
                lang={shipped?.tag}
                maxLength={300}
                defaultValue={own?.sentences[key] ?? shipped?.sentences[key] ?? ''}
                onBlur={(event) =>
                  event.target.value !== (own?.sentences[key] ?? shipped?.sentences[key] ?? '') && type(key, event.target.value)
                }
              />
            </label>
          ))}
          <p className="text-sm text-ink-2">
            {'{name}'} is the child’s name, {'{word}'} the word a sound is heard in.
          </p>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4"
              checked={own?.checked ?? false}
              onChange={(event) => change({ checked: event.target.checked })}
            />
            Looked through by somebody who speaks it
          </label>
          {!shipped && (
            <button
              type="button"
              className="btn btn-small justify-self-start"
              onClick={() => {
                set(
                  'families',
                  now.families.filter((f) => f.language !== chosen),
                );
                setChosen('');
              }}
            >
              Take {chosen} out
            </button>
          )}
        </div>
      )}
    </div>
  );
}
