/** What a child's place on a skill strand rests on: the answers, newest first. */
import { type ChildLine, fullName } from '@sapling/contract';
import type { Strand } from '@sapling/core/evidence';
import { useData } from '../api/data.js';
import { Dialog } from '../ui/dialog.js';
import { Pending } from '../ui/page.js';
import { Sign, SIGN_WORDS, signOf } from '../ui/signs.js';
import { Marked } from '../children/marked.js';
import { say } from '../wording/say.js';
import { inOwnWords } from '../wording/say.js';

export const STRAND_MEANS: Record<Strand, string> = {
  recall: say('saying the sound of a grapheme'),
  listening: 'hearing the parts of spoken words',
  blending: 'pushing two or three sounds together',
  clusters: say('keeping every sound of a cluster'),
  'longer words': 'words of two syllables, and of base and ending',
  'irregular words': 'words with an odd part',
  spelling: 'writing the sounds of a word',
  fluency: 'reading a text',
};
const standing = (strand: Strand, p: string, low: string, high: string): string =>
  strand === 'recall'
    ? `Knows about ${p} of the pairs looked at (from ${low} to ${high})`
    : `Gets a plain one right with a chance of ${p} (from ${low} to ${high})`;
/** What a strand rests on so many of: recall is read off pairs, and a word is a look at each of its pairs. */
export const restsOn = (strand: Strand, count: number): string =>
  strand === 'recall' ? (count === 1 ? 'look' : 'looks') : count === 1 ? 'answer' : 'answers';
/** So many answers are listed. */
const NEWEST = 150;
const percent = (p: number): string => `${Math.round(p * 100)} %`;

export function StrandPanel({ child, strand, onClose }: { child: ChildLine; strand: Strand; onClose: () => void }) {
  const { data: evidence, error } = useData('evidence', { params: { id: child.id } });
  const state = child.strands.find((s) => s.strand === strand);
  // recall is read off the pairs, wherever they were seen
  const own = evidence?.filter((o) => o.skill === strand || (strand === 'recall' && o.gpc !== undefined));
  return (
    <Dialog side open onClose={onClose} title={fullName(child)} lead={`${inOwnWords(strand)}: ${STRAND_MEANS[strand]}`}>
      {state ? (
        <p className="mb-4 flex items-start gap-3 border-y border-rule py-3">
          <Sign state={signOf(state)} size={22} label={false} />
          <span>
            <span className="font-semibold">{SIGN_WORDS[signOf(state)]}</span>
            <br />
            {state.slow && 'Practise for speed; it need not be taught again. '}
            {standing(strand, percent(state.p), percent(state.low), percent(state.high))}, from {state.basedOn}{' '}
            {restsOn(strand, state.basedOn)}
            {strand === 'recall' && ' at a pair, in cards, words and texts'}.{state.basedOn < 4 && ' Few, so the range is wide.'}
          </span>
        </p>
      ) : (
        <p className="mb-4 text-ink-2">Never looked at.</p>
      )}
      {!own ? <Pending error={error} what="the answers" /> : <Marked list={own.slice(0, NEWEST)} />}
      {own && own.length > NEWEST && <p className="mt-3 text-sm text-ink-2">{own.length - NEWEST} older ones are not shown here.</p>}
    </Dialog>
  );
}
