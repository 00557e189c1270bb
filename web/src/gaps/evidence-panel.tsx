/** What a state rests on: the observations of one child and one pair, and the sessions that worked on it, newest first. */
import { type ChildLine, fullName, saysSomething } from '@sapling/contract';
import { useData } from '../api/data.js';
import { isChosen, isWritten, markWord } from '../check/kinds.js';
import { pastOf } from '@sapling/core/evidence';
import { pairSound } from '@sapling/core/phonics';
import { OtherChild } from '../check/other-child.js';
import { saidShown } from '../check/words.js';
import { shortDay, timeWords } from '../ui/dates.js';
import { Dialog } from '../ui/dialog.js';
import { Pending } from '../ui/page.js';
import { Sign, SIGN_WORDS, signOf } from '../ui/signs.js';
import { graphemeShown } from '../ui/word-marks.js';

const percent = (p: number): string => `${Math.round(p * 100)} %`;

export function EvidencePanel({
  child,
  gpc,
  onClose,
}: {
  child: Pick<ChildLine, 'id' | 'givenName' | 'familyName' | 'line'>;
  gpc: string;
  onClose: () => void;
}) {
  const { data: evidence, error } = useData('evidence', { params: { id: child.id }, query: { gpc } });
  const { data: teaching } = useData('childTeaching', { params: { id: child.id }, query: { gpc } });
  const told = newestFirst(evidence ?? [], teaching ?? []);
  const state = child.line.find((c) => c.gpc === gpc);
  return (
    <Dialog
      side
      open
      onClose={onClose}
      title={fullName(child)}
      lead={
        <span className="flex items-center gap-3">
          <span className="font-child text-4xl text-ink">{graphemeShown(gpc)}</span> {pairSound(gpc)}
        </span>
      }
    >
      {state && (
        <p className="mb-4 flex items-start gap-3 border-y border-rule py-3">
          <Sign state={signOf(state)} size={22} label={false} />
          <span>
            <span className="font-semibold">{SIGN_WORDS[signOf(state)]}</span>
            <br />
            {state.basedOn === 0
              ? `Nothing has been seen of this pair yet.${saysSomething(state) ? ` By the child’s other answers it is known with a chance of ${percent(state.known)}; words and texts are chosen by that.` : ''}`
              : `${state.due ? 'Secure when last seen; only time has gone since. ' : state.slow ? 'Practise for speed; it need not be taught again. ' : ''}A right answer is expected ${percent(state.p)} of the time (from ${percent(state.low)} to ${percent(state.high)}), from ${state.basedOn} ${state.basedOn === 1 ? 'observation' : 'observations'}.${state.basedOn < 3 ? ' Few, so the range is wide.' : ''}`}
          </span>
        </p>
      )}
      {!evidence ? (
        <Pending error={error} what="the observations" />
      ) : told.length === 0 ? (
        <p className="text-ink-2">It comes up in the next check of everything taught.</p>
      ) : (
        <ol className="ruled">
          {told.map((entry) => (
            <li
              key={entry.key}
              className={`grid grid-cols-[9.5rem_1fr] gap-x-3 py-2 ${entry.answer?.counts === false ? 'text-ink-2 line-through' : ''}`}
            >
              <span className="text-sm text-ink-2">{entry.answer ? timeWords(entry.at) : shortDay(entry.on)}</span>
              {entry.answer ? <Answer answer={entry.answer} child={child.id} /> : <Taught seen={entry.seen} />}
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}

type Evidence = NonNullable<ReturnType<typeof useData<'evidence'>>['data']>[number];
type Entry =
  | { readonly key: string; readonly at: string; readonly answer: Evidence }
  | { readonly key: string; readonly at: string; readonly answer: null; readonly on: string; readonly seen: boolean };

/** Answers and logged sessions in one line of time; of a session whether the pair was looked at since. */
function newestFirst(evidence: readonly Evidence[], teaching: readonly { at: string; on: string }[]): Entry[] {
  const seenLast = evidence.find((o) => o.counts)?.at ?? '';
  return [
    ...evidence.map((answer) => ({ key: answer.id, at: answer.at, answer })),
    // said once, of the newest
    ...teaching.map(({ at, on }, k) => ({ key: `taught ${at} ${k}`, at, answer: null, on, seen: k > 0 || seenLast > at })),
  ].sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0));
}

function Taught({ seen }: { seen: boolean }) {
  return (
    <span>
      <span className="font-semibold">worked on</span>
      <span className="block text-sm text-ink-2">
        in a session{!seen && '. Nobody has looked since: it may have taken, the next answer tells'}
      </span>
    </span>
  );
}

function Answer({ answer: o, child }: { answer: Evidence; child: string }) {
  const { data: team } = useData('team');
  return (
    <span>
      <span className="font-semibold">{markWord(o.outcome)}</span>
      {o.item && (
        <>
          {' '}
          in <span className="font-child">{o.item}</span>
        </>
      )}
      {o.said &&
        `, ${isWritten(o.kind) ? 'wrote' : isChosen(o.kind) ? 'chose' : 'said'} ${saidShown(o.said, (o.item !== undefined && o.gpc === undefined) || isChosen(o.kind))}`}
      {o.ms !== undefined && `, ${(o.ms / 1000).toFixed(1)} s`}
      <span className="block text-sm text-ink-2">
        {pastOf(o.kind)}
        {o.fromMemory && ', from memory'}, marked by {team?.find((c) => c.id === o.by)?.name ?? 'a colleague'}
        {!o.counts && ' (taken back or corrected)'}
        {o.counts && o.kind === 'session' && o.check === undefined && (
          <>
            {'. '}
            <OtherChild small what="mark" id={o.id} by={o.by} child={child} />
          </>
        )}
      </span>
    </span>
  );
}
