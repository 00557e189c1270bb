/** Stating a rule of one's own in a small form, with its count as it is filled in. */
import { SOUNDS, type RuleScope, type StatedRule } from '@sapling/core/phonics';
import { useState } from 'react';
import { toast } from 'sonner';
import { v7 as uuidv7 } from 'uuid';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { Dialog } from '../ui/dialog.js';
import { SelectField, TextField, Trouble } from '../ui/form.js';
import { core } from '../workers/core.js';
import { CountWords, Worth } from './rule-count.js';
import { useCore } from '../workers/use-core.js';

type Parts = Omit<StatedRule, 'id'>;
const EMPTY: Parts = { says: '', about: 'reading', graphemes: [], sounds: [], where: 'anywhere' };
const list = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[\s,;]+/)
    .filter(Boolean);
const letters = (text: string): string[] => [...new Set(text.toLowerCase().replace(/[^a-z]/g, ''))];

/** The rule in words, from its parts: what is kept where the teacher has typed nothing else. */
function inWords({ about, graphemes, sounds, where, before, after, oneSyllable }: Parts): string {
  const place = { anywhere: '', start: ' at the start', middle: ' inside a word', end: ' at the end' }[where];
  const next = `${before?.length ? ` before ${before.join(', ')}` : ''}${after?.length ? ` after ${after.join(', ')}` : ''}`;
  const short = oneSyllable ? ', in words of one syllable,' : '';
  return about === 'reading'
    ? `${graphemes.join(' or ')}${place}${next}${short} says ${sounds.join(' or ')}.`
    : `The sound ${sounds.join(' or ')}${place}${next}${short} is spelled ${graphemes.join(' or ')}.`;
}

export function RuleForm({ open, scope, scopeKey, onClose }: { open: boolean; scope: RuleScope; scopeKey: string; onClose: () => void }) {
  return (
    <Dialog
      open={open}
      onClose={onClose}
      side
      title="State a rule"
      lead="It is counted as you fill it in. Keep it and it stands with the others, for the whole school."
    >
      {open && <Inside scope={scope} scopeKey={scopeKey} onClose={onClose} />}
    </Dialog>
  );
}

function Inside({ scope, scopeKey, onClose }: { scope: RuleScope; scopeKey: string; onClose: () => void }) {
  const [rule, setRule] = useState(EMPTY);
  const [spellings, setSpellings] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const change = (part: Partial<Parts>): void => setRule((now) => ({ ...now, ...part }));
  const ready = rule.graphemes.length > 0 && rule.sounds.length > 0;
  const says = rule.says.trim() || (ready ? inWords(rule) : '');
  const { value, error } = useCore(
    async () => {
      if (!ready) return undefined;
      const one = [{ id: 'new', ...rule, says }];
      const [here, common] = await Promise.all([core().countStated(one, scope), core().countStated(one, { commonest: 3000 })]);
      return { here: here[0]!, common: common[0]! };
    },
    [rule, scopeKey],
    null,
    150,
  );
  return (
    <form
      className="grid gap-4"
      onSubmit={(event) => {
        event.preventDefault();
        // pressed twice it is one rule
        if (busy) return;
        setBusy(true);
        call('saveRule', {
          params: { id: uuidv7() },
          body: {
            rule: {
              says,
              about: rule.about,
              graphemes: [...rule.graphemes],
              sounds: [...rule.sounds],
              where: rule.where,
              ...(rule.before?.length ? { before: [...rule.before] } : {}),
              ...(rule.after?.length ? { after: [...rule.after] } : {}),
              ...(rule.oneSyllable ? { oneSyllable: true } : {}),
            },
            version: 0,
          },
        })
          .then(async () => {
            await refresh('library');
            toast('The rule stands with the others.');
            onClose();
          })
          .catch((problem: unknown) => {
            setTrouble(sentenceOf(problem));
            setBusy(false);
          });
      }}
    >
      <Trouble>{trouble}</Trouble>
      <SelectField label="The rule is about" value={rule.about} onChange={(event) => change({ about: event.target.value as 'reading' })}>
        <option value="reading">what a spelling says</option>
        <option value="spelling">how a sound is spelled</option>
      </SelectField>
      <TextField
        label={rule.about === 'reading' ? 'This spelling' : 'is spelled'}
        value={spellings}
        placeholder="ea"
        hint="More than one with spaces between; a split digraph as a_e."
        onChange={(event) => {
          setSpellings(event.target.value);
          change({ graphemes: list(event.target.value) });
        }}
      />
      <SelectField
        label={rule.about === 'reading' ? 'says' : 'This sound'}
        value={rule.sounds[0] ?? ''}
        onChange={(event) => change({ sounds: event.target.value ? [event.target.value] : [] })}
      >
        <option value="">choose a sound</option>
        {[...SOUNDS.values()].map((s) => (
          <option key={s.id} value={s.id}>
            /{s.id}/ as in {s.keyWord}
          </option>
        ))}
      </SelectField>
      <SelectField label="where it stands" value={rule.where} onChange={(event) => change({ where: event.target.value as 'end' })}>
        <option value="anywhere">anywhere</option>
        <option value="start">at the start of a word</option>
        <option value="middle">inside a word</option>
        <option value="end">at the end of a word</option>
      </SelectField>
      <div className="grid grid-cols-2 gap-4">
        <TextField label="only before" placeholder="e i y" onChange={(event) => change({ before: letters(event.target.value) })} />
        <TextField label="only after" placeholder="w" onChange={(event) => change({ after: letters(event.target.value) })} />
      </div>
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={rule.oneSyllable ?? false} onChange={(event) => change({ oneSyllable: event.target.checked })} />
        only in words of one syllable
      </label>
      <TextField
        label="In your words"
        value={rule.says}
        placeholder={says}
        maxLength={200}
        onChange={(event) => change({ says: event.target.value })}
      />
      {error && <p className="text-sm font-semibold text-gap">{error}</p>}
      {value && (
        <div className="border-t border-rule pt-3" aria-live="polite">
          <div className="mb-3 grid grid-cols-2 gap-6">
            <div>
              <p className="text-sm text-ink-2">at this level</p>
              <Worth count={value.here} />
            </div>
            <div>
              <p className="text-sm text-ink-2">the 3,000 commonest words</p>
              <Worth count={value.common} />
            </div>
          </div>
          {value.here.cases > 0 ? <CountWords count={value.here} /> : value.common.cases > 0 && <CountWords count={value.common} />}
        </div>
      )}
      <button className="btn btn-main justify-self-start" disabled={!ready || !value || busy}>
        Keep this rule
      </button>
    </form>
  );
}
