/** Beside a child's line: what to teach next and why, and what is mixed up with what. */
import type { ChildLine } from '@sapling/contract';
import type { Observation } from '@sapling/core/evidence';
import { confusions } from '@sapling/core/judgement';
import { useEffect, useMemo } from 'react';
import { useData } from '../api/data.js';
import { LettersOrPush, undecidedOf } from '../check/letters-or-push.js';
import { useStart } from '../check/use-start.js';
import { saidShown } from '../check/words.js';
import { useCore } from '../workers/use-core.js';
import { GraphemeChip, graphemeShown, graphemeSpoken, HeardSound, ShortPair } from '../ui/word-marks.js';
import { lookFirst, nothingNext } from './nothing-next.js';
import { core } from '../workers/core.js';
import { atSchool } from '../clock.js';
import { dateText } from '../wording/date-text.js';
import { inOwnWords } from '../wording/say.js';

const TEACH = 4;
const MIXED = 8;

interface Props {
  child: ChildLine;
  onPair: (gpc: string) => void;
  /** Told once it stands as high as it will. */
  onThere: () => void;
}
export function ChildFindings({ child, onPair, onThere }: Props) {
  const { data: evidence } = useData('evidence', { params: { id: child.id } });
  const { value: next, error } = useCore(
    () => core().teachNext({ taught: child.line, strands: child.strands, limit: TEACH }),
    [child.line, child.strands],
    null,
  );
  const mixed = useMemo(
    () =>
      confusions(
        (evidence ?? []).filter((o) => o.counts) as Observation[],
        child.line.map((c) => c.gpc),
      ),
    [evidence, child.line],
  );
  const open = undecidedOf(child);
  const there = next !== undefined || error !== null;
  useEffect(() => {
    if (there) onThere();
  }, [there, onThere]);
  return (
    <aside aria-label="What it points to" className="grid content-start gap-7">
      {open && <LettersOrPush undecided={open} child={child} />}
      <section aria-label="Teach next">
        <h2 className="mb-1 text-lg">Teach next</h2>
        {error ? (
          <p role="alert">{error}</p>
        ) : !next ? (
          <p className="text-ink-2">Working it out…</p>
        ) : next.length === 0 ? (
          <NothingNext child={child} open={open !== undefined} />
        ) : (
          <ol className="ruled border-y border-rule-2">
            {next.map((n) => (
              <li key={n.gpc ?? n.skill} className="grid grid-cols-[4.75rem_1fr] items-baseline gap-3 py-2">
                {n.gpc ? (
                  <button onClick={() => onPair(n.gpc!)} aria-label={`${graphemeSpoken(n.gpc)}: what it rests on`} className="text-left">
                    <GraphemeChip gpc={n.gpc} sound className="text-lg hover:border-ink" />
                  </button>
                ) : (
                  <span className="font-semibold">{n.skill && inOwnWords(n.skill)}</span>
                )}
                <span className="text-sm">{n.why}</span>
              </li>
            ))}
          </ol>
        )}
        <p className="mt-1 text-sm text-ink-2">
          A skill that holds the child back first, then the surest gaps that open most common words. What is probably known is not named.
        </p>
      </section>
      <section aria-label="Mixed up" hidden={!there}>
        <h2 className="mb-1 text-lg">Mixed up</h2>
        {mixed.length === 0 ? (
          <p className="text-ink-2">
            {evidence ? 'Nothing was noted yet of what was said instead. “What did they say?” in a check fills this.' : 'Opening…'}
          </p>
        ) : (
          <ul className="ruled border-y border-rule-2">
            {mixed.slice(0, MIXED).map((c) => (
              <li key={`${c.gpc} ${c.said}`} className="flex items-baseline gap-2 py-1.5">
                <button onClick={() => onPair(c.gpc)} aria-label={`${graphemeSpoken(c.gpc)}: what it rests on`} className="text-left">
                  <ShortPair gpc={c.gpc} />
                </button>
                <span className="text-ink-2">{c.bothWays ? 'and' : 'as'}</span>
                <span className="font-child text-xl">{c.takenFor ? graphemeShown(c.takenFor) : ''}</span>
                {c.said.startsWith('name ') ? (
                  <span className="text-sm text-ink-2">{saidShown(c.said)}</span>
                ) : (
                  <HeardSound sound={c.said} className="text-sm text-ink-2" />
                )}
                <span className="ml-auto text-right text-sm text-ink-2">
                  {c.times} of {c.of}, {dateText(atSchool(c.last), 'd MMM')}
                </span>
              </li>
            ))}
          </ul>
        )}
        {mixed.length > MIXED && <p className="mt-1 text-sm text-ink-2">and {mixed.length - MIXED} more, seen less often</p>}
      </section>
      <p className="text-sm text-ink-2">A check says what to teach next. It is not a diagnosis; a different accent is not an error.</p>
    </aside>
  );
}

/** Where nothing is named: why, and the cards that would tell. */
function NothingNext({ child, open }: { child: ChildLine; open: boolean }) {
  const start = useStart();
  const ask = open ? [] : lookFirst(child.line);
  return (
    <>
      <p className="text-ink-2">{open ? 'The cards above first: they tell what to teach.' : nothingNext(child.line)}</p>
      {ask.length > 0 && (
        <button className="btn mt-2" onClick={() => void start(child, { kind: 'see-say', only: ask })}>
          {ask.length === 1 ? 'Ask this card' : `Ask ${ask.length} cards`}
        </button>
      )}
    </>
  );
}
