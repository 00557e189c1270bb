/** What a state rests on: the observations of one child and one pair, newest first. */
import { type ChildLine, fullName } from '@sapling/contract';
import { useData } from '../api/data.js';
import { markWord } from '../check/kinds.js';
import { pastOf } from '@sapling/core/evidence';
import { pairSound } from '@sapling/core/phonics';
import { OtherChild } from '../check/other-child.js';
import { saidShown } from '../check/words.js';
import { timeWords } from '../ui/dates.js';
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
  const { data: team } = useData('team');
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
              ? 'Nothing has been seen of this pair yet.'
              : `${state.due ? 'Secure when last seen; only time has gone since. ' : state.slow ? 'Practise for speed; it need not be taught again. ' : ''}A right answer is expected ${percent(state.p)} of the time (from ${percent(state.low)} to ${percent(state.high)}), from ${state.basedOn} ${state.basedOn === 1 ? 'observation' : 'observations'}.${state.basedOn < 3 ? ' Few, so the range is wide.' : ''}`}
          </span>
        </p>
      )}
      {!evidence ? (
        <Pending error={error} what="the observations" />
      ) : evidence.length === 0 ? (
        <p className="text-ink-2">It comes up in the next check of everything taught.</p>
      ) : (
        <ol className="ruled">
          {evidence.map((o) => (
            <li key={o.id} className={`grid grid-cols-[9.5rem_1fr] gap-x-3 py-2 ${o.counts ? '' : 'text-ink-2 line-through'}`}>
              <span className="text-sm text-ink-2">{timeWords(o.at)}</span>
              <span>
                <span className="font-semibold">{markWord(o.outcome)}</span>
                {o.item && (
                  <>
                    {' '}
                    in <span className="font-child">{o.item}</span>
                  </>
                )}
                {o.said && `, said ${saidShown(o.said, o.item !== undefined && o.gpc === undefined)}`}
                {o.ms !== undefined && `, ${(o.ms / 1000).toFixed(1)} s`}
                <span className="block text-sm text-ink-2">
                  {pastOf(o.kind)}
                  {o.fromMemory && ', from memory'}, marked by {team?.find((c) => c.id === o.by)?.name ?? 'a colleague'}
                  {!o.counts && ' (taken back or corrected)'}
                  {o.counts && o.kind === 'session' && o.check === undefined && (
                    <>
                      {'. '}
                      <OtherChild small what="mark" id={o.id} by={o.by} child={child.id} />
                    </>
                  )}
                </span>
              </span>
            </li>
          ))}
        </ol>
      )}
    </Dialog>
  );
}
