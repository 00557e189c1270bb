/** What the answers of a check say: by step of difficulty, what kinds of slip, and what was written, laid against the words. */
import { checkKind, type Pattern, type SentenceAnalysis, type SpellingAnalysis } from '@sapling/core/checks';
import { isVowelSound } from '@sapling/core/phonics';
import type { SchoolSettings } from '@sapling/contract';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import { useData } from '../api/data.js';
import { say } from '../wording/say.js';
import { counting, itemOf, type LocalCheck } from './local-check.js';
import { PATTERN_WORDS, SPELLING_WORDS } from './pattern-words.js';

/** How far it went, one row a step: where it begins to go wrong is where to teach. */
export function LevelFindings({ check }: { check: LocalCheck }) {
  const levels = [...new Set((check.items ?? []).flatMap((i) => (i.level ? [i.level] : [])))];
  if (levels.length < 2) return null;
  const rows = levels.map((level) => {
    const own = check.marks.filter((m) => itemOf(check, m.key).level === level).map(counting);
    const of = (...outcomes: string[]): number => own.filter((o) => outcomes.includes(o.outcome)).length;
    return {
      level,
      asked: own.length,
      all: check.items!.filter((i) => i.level === level).length,
      first: of('right', 'accent'),
      slow: of('slow', 'put right'),
      other: of('wrong', 'no answer'),
    };
  });
  return (
    <section className="mb-8" aria-label="Step by step">
      <h2 className="mb-2 text-lg">Step by step</h2>
      <ul className="sheet ruled">
        {rows.map((row) => (
          <li key={row.level} className="flex items-center gap-4 px-4 py-2">
            <span className="w-40">{row.level}</span>
            <span aria-hidden className="flex flex-1 gap-1">
              {Array.from({ length: row.all }, (_, k) => (
                <span
                  key={k}
                  className={`h-4 w-9 border border-ink ${k < row.first ? 'bg-ink' : k < row.first + row.slow ? 'bg-[repeating-linear-gradient(135deg,var(--color-ink)_0_2px,transparent_2px_5px)]' : k < row.asked ? '' : 'border-dashed opacity-40'}`}
                />
              ))}
            </span>
            <span className="w-64 text-right text-sm text-ink-2">
              {row.asked === 0 ? 'not asked' : `${row.first} at once, ${row.slow} with work, ${row.other} otherwise`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The accent that answers are held against, as the evidence is: what is no error there is none here. */
const accentOf = (settings: SchoolSettings | undefined): { accent?: string } => (settings?.accent ? { accent: settings.accent } : {});

/** The kinds of slip in words that were read, with the words they were in. */
export function WordFindings({ check }: { check: LocalCheck }) {
  const { data: settings } = useData('settings');
  // where a word is read aloud; elsewhere what was chosen is no misread word
  const { answered, asWord } = checkKind(check.kind);
  const readAloud = answered === 'marked' && asWord === 'read';
  const said = check.marks.flatMap((m) => {
    const seen = counting(m);
    const { word, gpc } = itemOf(check, m.key);
    return word && !gpc && seen.said && seen.outcome === 'wrong' && readAloud ? [{ target: word, said: seen.said }] : [];
  });
  const { value } = useCore(
    () =>
      Promise.all(
        said.map(async ({ target, said: answer }) => ({
          target,
          said: answer,
          patterns: (
            await core().analyseResponse({ target, said: answer, madeUp: checkKind(check.kind).madeUp === true, ...accentOf(settings) })
          ).patterns,
        })),
      ),
    [said, settings?.accent],
    say('what the answers say'),
  );
  const found = new Map<Pattern, string[]>();
  for (const { target, said: answer, patterns } of value ?? [])
    for (const p of patterns) found.set(p, [...(found.get(p) ?? []), `${target}: “${answer}”`]);
  if (found.size === 0) return null;
  return (
    <section className="mb-8" aria-label="What the answers say">
      <h2 className="mb-2 text-lg">What the answers say</h2>
      <dl className="sheet ruled">
        {[...found]
          .sort((a, b) => b[1].length - a[1].length)
          .map(([pattern, words]) => (
            <div key={pattern} className="grid grid-cols-[15rem_1fr] gap-4 px-4 py-2">
              <dt>
                <span className="font-semibold">{PATTERN_WORDS[pattern].name}</span> <span className="text-ink-2">{words.length}</span>
              </dt>
              <dd>
                <span className="font-child">{words.join(', ')}</span>
                <span className="block text-sm text-ink-2">{PATTERN_WORDS[pattern].then}</span>
              </dd>
            </div>
          ))}
      </dl>
    </section>
  );
}

const PLACES = ['first sound', 'vowel', 'last sound', 'elsewhere'] as const;
type Place = (typeof PLACES)[number];

/** Where in the word the slips of a row of four lie: each wrong word differs from the right one in one place. */
export function RowFindings({ check }: { check: LocalCheck }) {
  const chosen = check.marks.flatMap((m) => {
    const seen = counting(m);
    const { word } = itemOf(check, m.key);
    return word && seen.said && seen.outcome === 'wrong' ? [{ target: word, said: seen.said }] : [];
  });
  const { value } = useCore(
    () =>
      Promise.all(
        chosen.map(async ({ target, said }) => {
          const { units } = await core().analyseResponse({ target, said });
          const at = units.findIndex((u) => u.outcome !== 'right');
          const vowel = units[at] !== undefined && isVowelSound(units[at].sound);
          const place: Place =
            at < 0 ? 'elsewhere' : vowel ? 'vowel' : at === 0 ? 'first sound' : at === units.length - 1 ? 'last sound' : 'elsewhere';
          return { place, shown: `${target}: ${said}` };
        }),
      ),
    [chosen],
    say('where the slips are'),
  );
  if (checkKind(check.kind).childSees !== 'words' || !value || value.length === 0) return null;
  return (
    <section className="mb-8" aria-label="Where the slips are">
      <h2 className="mb-2 text-lg">Where the slips are</h2>
      <dl className="sheet ruled">
        {PLACES.map((place) => ({ place, own: value.filter((v) => v.place === place) }))
          .filter(({ place, own }) => own.length > 0 || place !== 'elsewhere')
          .map(({ place, own }) => (
            <div key={place} className="grid grid-cols-[11rem_3rem_1fr] items-baseline gap-4 px-4 py-2">
              <dt className="font-semibold">{place}</dt>
              <dd className="text-xl">{own.length}</dd>
              <dd className="font-child">{own.map((o) => o.shown).join(', ')}</dd>
            </div>
          ))}
      </dl>
    </section>
  );
}

/** Each word that was written, its sounds one by one. */
export function SpellingFindings({ check }: { check: LocalCheck }) {
  const { data: settings } = useData('settings');
  const written = check.marks.flatMap((m) => {
    const seen = counting(m);
    const { word } = itemOf(check, m.key);
    return word ? [{ word, written: seen.outcome === 'right' && !seen.said ? word : (seen.said ?? '') }] : [];
  });
  const { value } = useCore(
    () =>
      Promise.all(
        written.map(async ({ word, written: text }) =>
          /\s/.test(word)
            ? {
                word,
                text,
                analysis: undefined,
                sentence: await core().analyseSentence({ target: word, written: text, ...accentOf(settings) }),
              }
            : {
                word,
                text,
                sentence: undefined,
                analysis: await core().analyseSpelling({ target: word, written: text, ...accentOf(settings) }),
              },
        ),
      ),
    [written, settings?.accent],
    say('what was written'),
  );
  if (!value) return null;
  return (
    <section className="mb-8" aria-label="What was written">
      <h2 className="mb-2 text-lg">What was written</h2>
      <ul className="sheet ruled">
        {value.map((row) => (
          <li key={row.word} className="px-4 py-2">
            {row.sentence ? (
              <Sentence said={row.word} text={row.text} found={row.sentence} />
            ) : (
              <Word said={row.word} text={row.text} found={row.analysis!} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Word({ said, text, found }: { said: string; text: string; found: SpellingAnalysis }) {
  return (
    <div className="grid grid-cols-[9rem_9rem_1fr] items-baseline gap-4">
      <span className="font-child text-xl">{said}</span>
      <span className="font-child text-xl">{text || <span className="font-sans text-base text-ink-2">nothing</span>}</span>
      <span className="text-sm">
        {found.right ? (
          <span className="text-ink-2">as said</span>
        ) : (
          <>
            {found.patterns.map((p) => SPELLING_WORDS[p]).join(', ')}
            <span className="ml-2 text-ink-2">
              {found.units
                .filter((u) => u.outcome !== 'right')
                .map((u) => `/${u.sound}/ ${u.grapheme.replace('_', '‑')} → ${u.written || 'nothing'}`)
                .join('; ')}
            </span>
          </>
        )}
      </span>
    </div>
  );
}

function Sentence({ said, text, found }: { said: string; text: string; found: SentenceAnalysis }) {
  const yes = (ok: boolean, name: string): string => `${name}: ${ok ? 'there' : 'not there'}`;
  return (
    <div>
      <p className="font-child text-xl">{said}</p>
      <p className="font-child text-xl text-ink-2">{text || 'nothing'}</p>
      <p className="mt-1 text-sm">
        {found.right} of {found.of} words as said. {yes(found.capital, 'Capital')}. {yes(found.stop, 'Stop')}. Spaces:{' '}
        {found.spaces.missing + found.spaces.extra === 0
          ? 'all there'
          : `${found.spaces.missing} left out, ${found.spaces.extra} inside a word`}
        .{found.capitalsInside.of > 0 && ` Capitals of names: ${found.capitalsInside.right} of ${found.capitalsInside.of}.`}
      </p>
    </div>
  );
}
