/** One word of a text: its pairs, syllables, base and ending; and the school's own cut where the tool's is wrong for it. */
import { SOUNDS, type WordForm } from '@sapling/core/phonics';
import type { Correction } from '@sapling/contract';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Dialog } from '../ui/dialog.js';
import { Trouble } from '../ui/form.js';
import { GraphemeChip, WordMarks } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { offerWord, takeBackOffer } from './offer.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';

const STATUS_WORDS = {
  decodable: 'Every pair in it has been taught.',
  'known whole': 'Taught as a whole word.',
  reachable: 'A word taught as a whole, with an ending that has been taught.',
  'not yet': 'Not yet: it lacks',
  unread: 'The tool cannot read this.',
} as const;

export function WordPanel({
  form,
  status,
  missing,
  onClose,
}: {
  form: WordForm | null;
  status: keyof typeof STATUS_WORDS | undefined;
  missing: readonly string[];
  onClose: () => void;
}) {
  return (
    <Dialog open={form !== null} onClose={onClose} side title={form?.shown ?? ''}>
      {form && <Inside key={form.spelling} form={form} status={status} missing={missing} />}
    </Dialog>
  );
}

// eslint-disable-next-line complexity -- a page of parts that are each there or not
function Inside({ form, status, missing }: { form: WordForm; status: keyof typeof STATUS_WORDS | undefined; missing: readonly string[] }) {
  const { data: corrections } = useData('corrections');
  const may = useMay('shape library');
  const [editing, setEditing] = useState(false);
  const own = corrections?.find((c) => c.word === form.spelling);
  const { data: schoolWords } = useData('schoolWords');
  const decided = schoolWords?.find((w) => w.word === form.spelling);
  const { value: cuts } = useCore(() => core().look(form.spelling), [form.spelling, own?.version], say('how the word is cut'));
  const units = cuts?.[0]?.units ?? form.units;
  const row = 'grid grid-cols-[7rem_1fr] items-baseline';
  return (
    <div>
      {units.length > 0 && <WordMarks word={form.spelling} units={units} odd={form.odd} className="mb-5 text-[2.75rem]" />}
      {status && (
        <p className="mb-4">
          {STATUS_WORDS[status]}{' '}
          {missing.map((gpc) => (
            <GraphemeChip key={gpc} gpc={gpc} sound className="mr-1" />
          ))}
        </p>
      )}
      <dl className="grid gap-1.5">
        {units.length > 0 && (
          <div className={row}>
            <dt className="text-ink-2">Pairs</dt>
            <dd className="flex flex-wrap gap-1">
              {units.map((u, k) => (
                <GraphemeChip key={k} gpc={`${u.grapheme}:${u.sound}`} sound />
              ))}
            </dd>
          </div>
        )}
        {form.syllables.length > 1 && (
          <div className={row}>
            <dt className="text-ink-2">Syllables</dt>
            <dd className="font-child text-lg">{form.syllables.join(' · ')}</dd>
          </div>
        )}
        {form.parts && (
          <div className={row}>
            <dt className="text-ink-2">Base, ending</dt>
            <dd>
              <span className="font-child text-lg">{form.parts.base}</span> + {form.parts.ending}
              {form.parts.change !== 'none' && <span className="text-ink-2">, {form.parts.change}</span>}
            </dd>
          </div>
        )}
        {form.odd.length > 0 && (
          <div className={row}>
            <dt className="text-ink-2">Odd part</dt>
            <dd className="flex gap-1">
              {form.odd.map(
                (k) => form.units[k] && <GraphemeChip key={k} gpc={`${form.units[k].grapheme}:${form.units[k].sound}`} sound />,
              )}
            </dd>
          </div>
        )}
        <div className={row}>
          <dt className="text-ink-2">Heard</dt>
          <dd>
            {form.perMillion >= 1
              ? `about ${Math.round(form.perMillion)} times in a million words`
              : form.perMillion > 0
                ? 'less than once in a million words'
                : 'in no count of ours'}
          </dd>
        </div>
        <div className={row}>
          <dt className="text-ink-2">Cut by</dt>
          <dd>
            {own ? `${own.by}, for the school` : form.guessed ? 'rules: no dictionary has this word, so look twice' : 'the dictionary'}
            {cuts && cuts.length > 1 && !own && `, and ${cuts.length - 1} other way${cuts.length > 2 ? 's' : ''} of saying it`}
          </dd>
        </div>
      </dl>
      {may && form.units.length > 0 && /^[a-z'-]+$/.test(form.spelling) && (
        <div className="mt-6 border-t border-rule-2 pt-4">
          {editing ? (
            <CutForm word={form.spelling} units={units} own={own} onDone={() => setEditing(false)} />
          ) : (
            <div className="flex flex-wrap gap-2">
              <button className="btn" onClick={() => setEditing(true)}>
                Cut it differently
              </button>
              {own && (
                <button className="btn" onClick={() => void takeBack(own)}>
                  Back to the tool’s cut
                </button>
              )}
              {decided ? (
                <button className="btn" onClick={() => void takeBackOffer(decided)}>
                  {decided.offer === 'never' ? 'Offer it again' : 'Do not offer it any more'}
                </button>
              ) : (
                /^[a-z]+$/.test(form.spelling) && (
                  <button className="btn" onClick={() => void offerWord(form.spelling, 'never', undefined)}>
                    Never offer this word
                  </button>
                )
              )}
            </div>
          )}
        </div>
      )}
    </div>
  );
}

async function takeBack(own: Correction): Promise<void> {
  try {
    await call('removeCorrection', { params: { word: own.word }, query: { version: own.version } });
    void refresh('library');
    toast(`“${own.word}” is cut by the tool again.`, {
      action: {
        label: 'Undo',
        onClick: () =>
          void call('saveCorrection', { params: { word: own.word }, body: { units: own.units, version: 0 } }).then(
            () => refresh('library'),
            (error: unknown) => toast.error(sentenceOf(error)),
          ),
      },
    });
  } catch (error) {
    await refresh('library');
    toast.error(sentenceOf(error));
  }
}

/** Graphemes typed with spaces between, a sound chosen for each. */
function CutForm({
  word,
  units,
  own,
  onDone,
}: {
  word: string;
  units: readonly { grapheme: string; sound: string }[];
  own: Correction | undefined;
  onDone: () => void;
}) {
  const [typed, setTyped] = useState(units.map((u) => u.grapheme).join(' '));
  const [sounds, setSounds] = useState<Record<number, string>>(Object.fromEntries(units.map((u, k) => [k, u.sound])));
  const [trouble, setTrouble] = useState<string | null>(null);
  const graphemes = typed.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const { value: chart } = useCore(() => core().soundChart(), 'chart', say('the chart of sounds'));
  const likely = useMemo(() => {
    const of = new Map<string, string[]>();
    for (const { sound, spellings } of chart ?? []) for (const s of spellings) of.set(s.grapheme, [...(of.get(s.grapheme) ?? []), sound]);
    return of;
  }, [chart]);
  const soundAt = (k: number): string => {
    const options = likely.get(graphemes[k]!) ?? [];
    const kept = sounds[k];
    return kept && (options.includes(kept) || !options.length) ? kept : (options[0] ?? kept ?? 'a');
  };
  const spelled = graphemes.join('').replace(/_/g, '');
  const letters = word.replace(/[^a-z]/g, '');
  const fits = [...spelled].sort().join('') === [...letters].sort().join('');
  return (
    <form
      className="grid gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        call('saveCorrection', {
          params: { word },
          body: { units: graphemes.map((grapheme, k) => ({ grapheme, sound: soundAt(k) })), version: own?.version ?? 0 },
        })
          .then(async () => {
            // what every child knows is worked out anew by it: nobody waits for that before the panel
            void refresh('library');
            toast(`“${word}” is cut this way now, for everybody in the school.`);
            onDone();
          })
          .catch(async (error: unknown) => {
            await refresh('library');
            setTrouble(
              error instanceof Problem && error.code === 'newer-version'
                ? `${sentenceOf(error)} The cut shown above is the newer one; keep yours to put it in its place.`
                : sentenceOf(error),
            );
          });
      }}
    >
      <Trouble>{trouble}</Trouble>
      <label className="block">
        <span className="mb-1 block font-semibold">Its graphemes, with spaces between</span>
        <input
          className="field font-child text-xl"
          value={typed}
          autoFocus
          onChange={(event) => setTyped(event.target.value)}
          aria-describedby="cut-hint"
        />
        <span id="cut-hint" className={`mt-1 block text-sm ${fits ? 'text-ink-2' : 'font-semibold text-gap'}`}>
          {fits
            ? 'A split digraph is written where its first letter stands, as in m a_e k.'
            : `Together they spell “${spelled}”, not “${letters}”.`}
        </span>
      </label>
      <div className="flex flex-wrap gap-2">
        {graphemes.map((grapheme, k) => (
          <label key={k} className="text-center">
            <span className="block font-child text-xl">{grapheme}</span>
            <select
              className="field !w-24"
              aria-label={`Sound of ${grapheme}`}
              value={soundAt(k)}
              onChange={(event) => setSounds({ ...sounds, [k]: event.target.value })}
            >
              {[...new Set([...(likely.get(grapheme) ?? []), ...SOUNDS.keys()])].map((sound) => (
                <option key={sound} value={sound}>
                  /{sound}/
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      <div className="flex gap-2">
        <button className="btn btn-main" disabled={!fits}>
          Keep this cut
        </button>
        <button type="button" className="btn" onClick={onDone}>
          Leave as it was
        </button>
      </div>
    </form>
  );
}
