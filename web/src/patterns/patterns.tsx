/** Development only: every control in every state and every sign at every size, in colour and in grey. */
import { STATES, type PairStateRow } from '@sapling/contract';
import { ChildLine } from '../ui/child-line.js';
import { Direction } from '../ui/direction.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';
import { Sign, SignKey, type SignState } from '../ui/signs.js';
import { GraphemeChip, WordMarks } from '../ui/word-marks.js';

const ALL: SignState[] = [...STATES, 'slow', 'due', 'not taught'];
const line = Array.from({ length: 60 }, (_, k): PairStateRow => ({
  gpc: `p${k}`,
  state: STATES[(k * 7 + (k % 5)) % 4]!,
  p: 0.5,
  low: 0,
  high: 1,
  basedOn: 1,
  lastSeen: null,
  known: 0.5,
  slow: k % 9 === 4,
  due: k % 11 === 5,
}));
const WORDS = [
  {
    word: 'cake',
    units: [
      { grapheme: 'c', sound: 'k', letters: [0] },
      { grapheme: 'a_e', sound: 'ay', letters: [1, 3] },
      { grapheme: 'k', sound: 'k', letters: [2] },
    ],
  },
  {
    word: 'brighter',
    units: [
      { grapheme: 'b', sound: 'b', letters: [0] },
      { grapheme: 'r', sound: 'r', letters: [1] },
      { grapheme: 'igh', sound: 'igh', letters: [2, 3, 4] },
      { grapheme: 't', sound: 't', letters: [5] },
      { grapheme: 'er', sound: 'uh', letters: [6, 7] },
    ],
  },
];

function Signs() {
  return (
    <div className="grid gap-3">
      {[14, 18, 24, 36].map((size) => (
        <div key={size} className="flex items-center gap-4">
          <span className="w-12 text-sm">{size} px</span>
          {ALL.map((state) => (
            <Sign key={state} state={state} size={size} />
          ))}
        </div>
      ))}
      <div className="grid w-fit grid-cols-[repeat(40,1.6rem)]">
        {Array.from({ length: 240 }, (_, k) => (
          <span key={k} className="grid h-7 place-items-center border-b border-rule-2">
            <Sign state={ALL[(k * 13 + (k % 7)) % ALL.length]!} label={false} />
          </span>
        ))}
      </div>
      <ChildLine line={line} total={90} />
    </div>
  );
}

export function Component() {
  return (
    <main className="grid gap-8 p-8">
      <h1 className="text-2xl">Patterns</h1>
      <SignKey />
      <Signs />
      <div className="grayscale">
        <Signs />
      </div>
      <div className="flex flex-wrap gap-3">
        {['btn', 'btn btn-main', 'btn btn-quiet', 'btn btn-small'].map((c) => (
          <span key={c} className="flex gap-2">
            <button className={c}>
              Press <span className="kbd">1</span>
            </button>
            <button className={c} disabled>
              Not now
            </button>
          </span>
        ))}
      </div>
      <div className="grid max-w-md gap-4">
        <TextField label="A field" hint="With a hint" defaultValue="text" />
        <TextField label="A field" error="What is wrong with it" defaultValue="text" />
        <SelectField label="A choice">
          <option>One</option>
        </SelectField>
        <Trouble>Something did not work, nothing was lost.</Trouble>
      </div>
      <div className="flex items-end gap-8">
        {['text-xl', 'text-3xl', 'text-6xl'].map((size) =>
          WORDS.map((w) => <WordMarks key={size + w.word} word={w.word} units={w.units} focus={['a_e:ay']} className={size} />),
        )}
        <GraphemeChip gpc="a_e:ay" sound />
        <Direction by={3} clear />
        <Direction by={1} clear={false} />
        <Direction by={-2} clear />
      </div>
    </main>
  );
}
