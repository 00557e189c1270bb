/** The tools of the Words shelf. Each asks the core worker and shows what comes. */
import { SOUNDS, type ChainStep, type FoundWord, type ListenAndFind, type Taught } from '@sapling/core/phonics';
import { SENTENCE_BANK } from '@sapling/core/planning';
import { useState } from 'react';
import { useData } from '../api/data.js';
import { GraphemeChip, graphemeShown, WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { OfferedWord } from './offered-word.js';
import { Choice, Tool } from './tool-frame.js';
import { useCore } from '../workers/use-core.js';
import { say } from '../wording/say.js';

export interface ToolProps {
  readonly taught: Taught;
  /** The pair to practise, or nothing. */
  readonly focus: string;
}

const SHAPES: [string, string][] = [
  ['VC', 'two sounds'],
  ['CVC', 'three sounds'],
  ['CVCC', say('ending cluster')],
  ['CCVC', say('starting cluster')],
  ['CCVCC', say('both clusters')],
  ['CVCVC', 'two syllables'],
  ['CVCCVC', say('two syllables, cluster between')],
];
const HOW_COMMON: [string, string, number][] = [
  ['common', 'everyday words', 20],
  ['known', 'words most children know', 4],
  ['any', 'rarer words too', 0.3],
];

function WordSheet({ words, focus }: { words: readonly FoundWord[]; focus: string }) {
  return (
    <ul className="sheet grid grid-cols-[repeat(auto-fill,minmax(8.5rem,1fr))] gap-x-4 gap-y-6 p-6">
      {words.map((w) => (
        <li key={w.word}>
          <OfferedWord word={w} focus={focus} className="text-[1.6rem]" />
        </li>
      ))}
    </ul>
  );
}
const joined = (words: readonly { word: string }[]): string => words.map((w) => w.word).join('\n');
const must = (focus: string): { mustUse?: string[] } => (focus ? { mustUse: [focus] } : {});

export function Finder({ taught, focus }: ToolProps) {
  const [shape, setShape] = useState('');
  const [position, setPosition] = useState('');
  const [common, setCommon] = useState('known');
  const [seed, setSeed] = useState(1);
  const minFrequency = HOW_COMMON.find(([id]) => id === common)![2];
  const asked = useCore(
    () =>
      core().findWords({
        taught,
        ...must(focus),
        ...(shape ? { shape } : {}),
        ...(focus && position ? { position: position as 'first' } : {}),
        minFrequency,
        limit: 30,
        seed,
      }),
    [taught, focus, shape, position, minFrequency, seed],
    null,
  );
  return (
    <Tool
      asked={asked}
      empty={(words) => words.length === 0}
      nothing="No word uses only taught pairs in this way. Choose another shape, rarer words, or another pair."
      copy={joined}
      onOthers={() => setSeed(seed + 1)}
      controls={
        <>
          {focus && (
            <Choice
              label={`${graphemeShown(focus)} stands`}
              value={position}
              onChange={setPosition}
              options={[
                ['', 'anywhere'],
                ['first', 'at the start'],
                ['middle', 'inside'],
                ['last', 'at the end'],
              ]}
            />
          )}
          <Choice
            label="shaped"
            value={shape}
            onChange={setShape}
            options={[['', 'any way'], ...SHAPES.map(([id, text]) => [id, `${id}, ${text}`] as const)]}
          />
          <Choice label="and" value={common} onChange={setCommon} options={HOW_COMMON.map(([id, text]) => [id, text] as const)} />
        </>
      }
    >
      {(words) => <WordSheet words={words} focus={focus} />}
    </Tool>
  );
}

export function MadeUp({ taught, focus }: ToolProps) {
  const [shape, setShape] = useState('CVC');
  const [seed, setSeed] = useState(1);
  const asked = useCore(
    () => core().makeMadeUpWords({ taught, shape, count: 20, seed, ...must(focus) }),
    [taught, focus, shape, seed],
    null,
  );
  return (
    <Tool
      asked={asked}
      empty={(words) => words.length === 0}
      nothing="No made-up word of this shape comes out of these pairs. Try another shape."
      copy={joined}
      onOthers={() => setSeed(seed + 1)}
      controls={
        <Choice label="shaped" value={shape} onChange={setShape} options={SHAPES.map(([id, text]) => [id, `${id}, ${text}`] as const)} />
      }
    >
      {(words) => (
        <>
          <WordSheet words={words} focus={focus} />
          <p className="mt-3 max-w-2xl text-sm text-ink-2">
            None is a real word by spelling or by sound. Tell the child they are made up: a child who makes one into a real word is
            guessing.
          </p>
        </>
      )}
    </Tool>
  );
}

export function Chains({ taught, focus }: ToolProps) {
  const [length, setLength] = useState('8');
  const [from, setFrom] = useState('');
  const [seed, setSeed] = useState(1);
  const asked = useCore(
    () =>
      core().wordChain({
        taught,
        length: Number(length),
        seed,
        ...(focus ? { focus: [focus] } : {}),
        ...(from.trim() ? { from: from.trim() } : {}),
      }),
    [taught, focus, length, from, seed],
    null,
    from ? 250 : 0,
  );
  return (
    <Tool
      asked={asked}
      empty={(steps) => steps.length < 2}
      nothing="No chain comes out of these pairs. Leave the first word open, or choose another pair."
      copy={joined}
      onOthers={() => setSeed(seed + 1)}
      controls={
        <>
          <label className="flex items-center gap-2">
            <span className="text-ink-2">starting with</span>
            <input
              className="field !w-32 font-child"
              value={from}
              placeholder="any word"
              maxLength={20}
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
          <Choice
            label="of"
            value={length}
            onChange={setLength}
            options={['5', '6', '8', '10', '12'].map((n) => [n, `${n} words`] as const)}
          />
        </>
      }
    >
      {(steps) => (
        <>
          {steps.length < Number(length) && <p className="mb-2 text-ink-2">The longest chain found has {steps.length} words.</p>}
          <ol className="sheet ruled max-w-2xl">
            {steps.map((step, k) => (
              <li key={step.word} className="flex items-baseline gap-6 px-5 py-2">
                <span className="w-5 text-right text-sm text-ink-2">{k + 1}</span>
                <WordMarks
                  word={step.word}
                  units={step.segmentation.units}
                  focus={step.change?.to ? [step.change.to] : []}
                  className="w-40 text-[1.6rem]"
                />
                <span className="text-ink-2">{changeSaid(step)}</span>
              </li>
            ))}
          </ol>
        </>
      )}
    </Tool>
  );
}
function changeSaid({ change }: ChainStep): string {
  if (!change) return 'to start';
  const [from, to] = [change.from && graphemeShown(change.from), change.to && graphemeShown(change.to)];
  if (change.kind === 'change') return `${from} becomes ${to}`;
  return change.kind === 'add' ? `${to} comes in` : `${from} goes`;
}

export function ListenRows({ taught, focus }: ToolProps) {
  const [seed, setSeed] = useState(1);
  const asked = useCore(
    async () => {
      const targets = await core().findWords({ taught, ...must(focus), limit: 30, seed, minFrequency: 2, maxSounds: 4, syllables: 1 });
      // rows of real words first; one with a made-up word says so
      const rows: ListenAndFind[] = [];
      const spare: ListenAndFind[] = [];
      const allowed = focus ? { ...taught, gpcs: [...taught.gpcs, focus] } : taught;
      for (const [k, target] of targets.entries()) {
        if (rows.length === 8) break;
        const row = await core()
          .listenAndFind({ target: target.word, taught: allowed, seed: seed * 100 + k })
          .catch(() => null);
        if (row) (row.madeUp.length === 0 ? rows : spare).push(row);
      }
      return [...rows, ...spare].slice(0, 8);
    },
    [taught, focus, seed],
    null,
  );
  return (
    <Tool
      asked={asked}
      empty={(rows) => rows.length === 0}
      nothing="Too little is taught yet for rows of four."
      copy={(rows) => rows.map((r) => `${r.order.map((k) => r.options[k]).join('\t')}\t(say: ${r.options[0]})`).join('\n')}
      onOthers={() => setSeed(seed + 1)}
    >
      {(rows) => (
        <>
          <table className="sheet w-full max-w-4xl">
            <thead>
              <tr className="border-b border-rule text-left text-sm text-ink-2">
                <th className="px-4 py-2 font-semibold">You say</th>
                <th className="px-4 py-2 font-semibold" colSpan={4}>
                  The child finds it among
                </th>
              </tr>
            </thead>
            <tbody>
              {rows.map((row) => (
                <tr key={row.options[0]} className="border-b border-rule-2 last:border-0">
                  <th scope="row" className="px-4 py-2 text-left text-lg font-semibold">
                    {row.options[0]}
                  </th>
                  {row.order.map((k) => (
                    <td key={k} className="px-4 py-2">
                      <span className="block font-child text-[1.5rem] leading-tight">{row.options[k]}</span>
                      <span className="text-sm text-ink-2">
                        {k === 0 ? 'the word' : { first: 'first sound', vowel: 'vowel', last: 'last sound' }[row.contrast[k - 1]!]}
                        {row.madeUp.includes(row.options[k]!) && ', made up'}
                      </span>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-3 max-w-2xl text-sm text-ink-2">
            Under each wrong word stands where it differs, so a wrong choice says where the child lost it.
          </p>
        </>
      )}
    </Tool>
  );
}

export function Rimes({ taught, focus }: ToolProps) {
  const asked = useCore(() => core().rimeFamilies({ taught, ...must(focus), limit: 14 }), [taught, focus], null);
  return (
    <Tool
      asked={asked}
      empty={(families) => families.length === 0}
      nothing="No rime has three words that use only taught pairs."
      copy={(families) => families.map((f) => `${f.rime}: ${f.words.map((w) => w.word).join(', ')}`).join('\n')}
    >
      {(families) => (
        <ul className="sheet ruled">
          {families.map((family) => (
            <li key={family.gpcs.join(' ')} className="flex items-baseline gap-6 px-5 py-3">
              <span className="w-20 shrink-0 font-child text-2xl font-bold">{family.rime}</span>
              <span className="flex flex-wrap gap-x-6 gap-y-2">
                {family.words.slice(0, 10).map((w) => (
                  <span key={w.word} className="font-child text-xl">
                    {w.word}
                  </span>
                ))}
              </span>
            </li>
          ))}
        </ul>
      )}
    </Tool>
  );
}

export function Spellings({ taught, focus }: ToolProps) {
  const [chosen, setChosen] = useState('');
  const sounds = [...SOUNDS.values()].filter((s) => s.kind !== 'joined');
  const sound = chosen || focus.split(':')[1] || 'ay';
  const asked = useCore(() => core().alternativeSpellings({ sound, taught, perSpelling: 9 }), [taught, sound], null);
  const known = new Set(taught.gpcs);
  return (
    <Tool
      asked={asked}
      empty={(spellings) => spellings.length === 0}
      nothing="No common word has this sound."
      copy={(spellings) => spellings.map((s) => `${s.grapheme}: ${s.words.map((w) => w.word).join(', ')}`).join('\n')}
      controls={
        <Choice
          label="the sound"
          value={sound}
          onChange={setChosen}
          options={sounds.map((s) => [s.id, `/${s.id}/ as in ${s.keyWord}`] as const)}
        />
      }
    >
      {(spellings) => (
        <div className="grid gap-4 sm:grid-cols-2 xl:grid-cols-4">
          {spellings
            .filter((s) => s.words.length > 0 && (known.has(s.gpc) || s.share > 0.01))
            .slice(0, 8)
            .map((s) => (
              <div key={s.gpc} className="sheet p-4">
                <div className="mb-2 flex items-baseline justify-between border-b border-rule pb-1">
                  <GraphemeChip gpc={s.gpc} className="text-2xl" />
                  <span className="text-right text-sm leading-tight text-ink-2">
                    {s.share >= 0.01 ? `${Math.round(100 * s.share)} in 100` : `${s.count} words`}
                    {!known.has(s.gpc) && <span className="block">not yet</span>}
                  </span>
                </div>
                <ul className="grid gap-1.5">
                  {s.words.map((w) => (
                    <li key={w.word}>
                      <WordMarks word={w.word} units={w.segmentation.units} focus={[s.gpc]} className="text-xl" />
                    </li>
                  ))}
                </ul>
              </div>
            ))}
        </div>
      )}
    </Tool>
  );
}

const ENDING_CHOICES: [string, string][] = [
  ['', 'any ending'],
  ...['s', 'es', 'ed', 'ing', 'er', 'est', 'ly', 'y', 'ful', 'less', 'ness', 'ment'].map((e) => [e, `-${e}`] as [string, string]),
];
const CHANGE_WORDS = {
  none: 'nothing changes',
  doubled: 'last letter doubled',
  'e dropped': 'the e goes',
  'y to i': 'y becomes i',
} as const;

export function Endings({ taught, focus }: ToolProps) {
  const [ending, setEnding] = useState('');
  const [change, setChange] = useState('');
  const [seed, setSeed] = useState(1);
  const asked = useCore(
    () =>
      core().wordsWithEndings({
        taught,
        ...must(focus),
        ...(ending ? { ending } : {}),
        ...(change ? { change: change as 'doubled' } : {}),
        limit: 16,
        seed,
      }),
    [taught, focus, ending, change, seed],
    null,
  );
  return (
    <Tool
      asked={asked}
      empty={(words) => words.length === 0}
      nothing="No word with this ending has a base and an ending that are both taught."
      copy={(words) => words.map((w) => `${w.base} + ${w.ending} = ${w.word}`).join('\n')}
      onOthers={() => setSeed(seed + 1)}
      controls={
        <>
          <Choice label="with" value={ending} onChange={setEnding} options={ENDING_CHOICES} />
          <Choice
            label="where"
            value={change}
            onChange={setChange}
            options={[['', 'anything happens to the base'], ...Object.entries(CHANGE_WORDS)]}
          />
        </>
      }
    >
      {(words) => (
        <ul className="sheet grid gap-x-10 gap-y-3 p-5 md:grid-cols-2">
          {words.map((w) => (
            <li key={w.word} className="flex items-baseline gap-3">
              <span className="w-28 text-right font-child text-xl">{w.base}</span>
              <span className="w-14 text-ink-2">+ {w.ending}</span>
              <WordMarks word={w.word} units={w.segmentation.units} focus={focus ? [focus] : []} className="w-36 text-xl" />
              <span className="text-sm text-ink-2">{w.change === 'none' ? '' : CHANGE_WORDS[w.change]}</span>
            </li>
          ))}
        </ul>
      )}
    </Tool>
  );
}

export function Dictation({ taught, focus }: ToolProps) {
  const { data: texts } = useData('texts');
  const own = (texts ?? []).filter((t) => t.version !== null);
  const [longest, setLongest] = useState('12');
  const [allow, setAllow] = useState('0');
  const [seed, setSeed] = useState(1);
  const asked = useCore(
    () =>
      core().chooseSentences({
        // of texts only the school’s own: sentences are not cut out of those that ship
        texts: [SENTENCE_BANK, ...own],
        taught,
        focus: focus ? [focus] : [],
        longest: Number(longest),
        allow: Number(allow),
        limit: 10,
        seed,
      }),
    [own.map((t) => [t.id, t.version]), taught, focus, longest, allow, seed],
    null,
  );
  return (
    <Tool
      asked={asked}
      empty={(sentences) => sentences.length === 0}
      nothing="No sentence of the texts can be read with what is taught. Let a word or two through, or write one of your own on the Texts shelf."
      copy={(sentences) => sentences.map((s) => s.sentence).join('\n')}
      onOthers={() => setSeed(seed + 1)}
      controls={
        <>
          <Choice
            label="up to"
            value={longest}
            onChange={setLongest}
            options={['6', '8', '12', '16'].map((n) => [n, `${n} words`] as const)}
          />
          <Choice
            label="with"
            value={allow}
            onChange={setAllow}
            options={[
              ['0', 'every word readable'],
              ['1', 'one word to give'],
              ['2', 'two words to give'],
            ]}
          />
        </>
      }
    >
      {(sentences) => (
        <ol className="sheet ruled">
          {sentences.map((s) => (
            <li key={s.sentence} className="px-5 py-3">
              <p className="font-child text-xl">{s.sentence}</p>
              <p className="text-sm text-ink-2">
                {s.title}, {s.words} words
                {s.uses.length > 0 &&
                  `; ${s.uses.map((u) => `${graphemeShown(u.gpc)} ${u.times > 1 ? `${u.times} times` : 'once'}`).join(', ')}`}
                {s.notYet.length > 0 && (
                  <span className="font-semibold text-gap">
                    {' '}
                    to give:{' '}
                    {s.notYet
                      .map((n) => `${n.word} (${n.missing.map((gpc) => graphemeShown(gpc)).join(', ') || 'not readable'})`)
                      .join(', ')}
                  </span>
                )}
              </p>
            </li>
          ))}
        </ol>
      )}
    </Tool>
  );
}
