/** A child on one page: strands, pairs, what is mixed up, what to teach next, what is due, with the cautions. */
import { DEFAULT_SETTINGS, fullName, initials } from '@sapling/contract';
import { STRANDS, type Observation } from '@sapling/core/evidence';
import { confusions } from '@sapling/core/judgement';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { restsOn, STRAND_MEANS } from '../gaps/strand-panel.js';
import { Pending } from '../ui/page.js';
import { Paper, PaperPage } from '../ui/paper.js';
import { Sign, SIGN_WORDS, SignKey, signOf } from '../ui/signs.js';
import { graphemeShown, ShortPair } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';
import { saidShown } from '../check/words.js';
import { duePairs } from './due.js';
import { nothingNext } from './nothing-next.js';
import { clock, dayOf, nowDate } from '../clock.js';
import { inOwnWords } from '../wording/say.js';
import { dateText } from '../wording/date-text.js';

/** So many of what is mixed up fit on the page. */
const MIXED = 8;

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const { id } = useParams();
  const { data: child, error } = useData('child', { params: { id: id! } });
  const { data: evidence, error: noEvidence } = useData('evidence', { params: { id: id! } });
  const { data: classes } = useData('classes');
  const { data: settings } = useData('settings');
  const orders = useOrders();
  const [short, setShort] = useState(false);
  const line = child?.line ?? [];
  const {
    value: next,
    busy,
    error: noNext,
  } = useCore(
    () => core().teachNext({ taught: line, strands: child?.strands ?? [], limit: 6 }),
    [line, child?.strands],
    say('what to teach next'),
  );
  const mixed = useMemo(
    () =>
      confusions(
        (evidence ?? []).filter((o) => o.counts) as Observation[],
        (child?.line ?? []).map((c) => c.gpc),
      ),
    [evidence, child],
  );
  // paper that says *from no answers* because they were still on their way is taken for true
  if (!child || !classes || !orders || !evidence) return <Pending error={error ?? noEvidence} what="this child" />;
  const name = short ? initials(fullName(child)) : fullName(child);
  const schoolClass = classes.find((c) => c.id === child.classId);
  const steps = orders.order(child.classId)?.steps.slice(0, schoolClass?.taughtSteps ?? 0) ?? [];
  const states = new Map(child.line.map((c) => [c.gpc, signOf(c)]));
  const due = duePairs(child, clock.ms(), settings?.dueAfterDays ?? DEFAULT_SETTINGS.dueAfterDays);
  const counted = (evidence ?? []).filter((o) => o.counts);
  const answers = counted.length;
  const seen = new Set(counted.map((o) => dayOf(o.at)));
  return (
    <Paper
      back={`/children/${child.id}`}
      title={name}
      note={
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-4" checked={short} onChange={(event) => setShort(event.target.checked)} /> initials instead
          of the name
        </label>
      }
    >
      <PaperPage label={`Where ${name} stands`}>
        <header className="mb-3 flex items-end justify-between border-b-2 border-black pb-2">
          <div>
            <h1 className="text-2xl">{name}</h1>
            <p className="text-sm">
              {schoolClass?.name}, {child.line.length} pairs taught. From {answers === 1 ? '1 answer' : `${answers} answers`} on{' '}
              {seen.size === 1 ? '1 day' : `${seen.size} days`}.
            </p>
          </div>
          <p className="text-sm">{dateText(nowDate(), 'd MMMM yyyy')}</p>
        </header>
        {child.strands.length > 0 && (
          <section className="mb-3">
            <h2 className="text-lg">Strands</h2>
            <ul className="grid grid-cols-2 gap-x-8 text-sm">
              {STRANDS.flatMap((strand) => child.strands.filter((s) => s.strand === strand)).map((s) => (
                <li key={s.strand} className="flex items-center gap-2 border-b border-black/20 py-0.5">
                  <Sign state={signOf(s)} label={false} />
                  <span className="flex-1">
                    <span className="font-semibold">{inOwnWords(s.strand)}</span>: {STRAND_MEANS[s.strand]}
                  </span>
                  <span>
                    {SIGN_WORDS[signOf(s)]}, {s.basedOn} {restsOn(s.strand, s.basedOn)}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <section className="mb-3">
          <h2 className="text-lg">Pairs, as taught</h2>
          <ol className="columns-2 gap-6 text-sm">
            {steps.map((step) => (
              <li key={step.name} className="flex break-inside-avoid items-baseline gap-2 border-b border-black/20 py-0.5">
                <span className="w-14 shrink-0 text-xs">{step.name}</span>
                <span className="flex flex-wrap gap-x-2.5">
                  {step.gpcs.map((gpc) => (
                    <span key={gpc} className="inline-flex items-center gap-0.5">
                      <ShortPair gpc={gpc} className="text-base leading-tight" />
                      <Sign state={states.get(gpc) ?? 'unchecked'} label={false} size={12} />
                    </span>
                  ))}
                </span>
              </li>
            ))}
          </ol>
          <div className="mt-1">
            <SignKey />
          </div>
        </section>
        <div className="grid grid-cols-2 gap-x-8 text-sm">
          <section>
            <h2 className="text-lg">Teach next</h2>
            {noNext !== null && <p>It could not be worked out.</p>}
            {!busy && next?.length === 0 && <p>{nothingNext(child.line)}</p>}
            <ol>
              {(busy ? [] : (next ?? [])).map((n) => (
                <li key={n.gpc ?? n.skill} className="flex gap-2 border-b border-black/20 py-0.5">
                  {n.gpc ? (
                    <span className="w-16 shrink-0">
                      <ShortPair gpc={n.gpc} className="text-base" />
                    </span>
                  ) : (
                    <span className="font-semibold">{n.skill && inOwnWords(n.skill)}</span>
                  )}
                  <span className="flex-1">{n.why}</span>
                </li>
              ))}
            </ol>
          </section>
          <section>
            <h2 className="text-lg">Mixed up</h2>
            {mixed.length === 0 ? <p>Nothing noted of what was said instead.</p> : null}
            <ul>
              {mixed.slice(0, MIXED).map((c) => (
                <li key={`${c.gpc} ${c.said}`} className="flex gap-2 border-b border-black/20 py-0.5">
                  <ShortPair gpc={c.gpc} className="text-base" />
                  <span className="flex-1">
                    {c.bothWays ? 'and' : 'as'} {c.takenFor ? graphemeShown(c.takenFor) : ''} {saidShown(c.said)}
                  </span>
                  <span>
                    {c.times} of {c.of}
                  </span>
                </li>
              ))}
            </ul>
            {mixed.length > MIXED && <p>and {mixed.length - MIXED} more</p>}
            <h2 className="mt-2 text-lg">Due for another look</h2>
            <p className="flex flex-wrap gap-x-3">
              {due.length === 0 ? 'Nothing.' : due.map((d) => <ShortPair key={d.gpc} gpc={d.gpc} className="text-base" />)}
            </p>
          </section>
        </div>
        <p className="mt-3 border-t border-black pt-2 text-xs">
          A check finds what to teach next. It is not a test for dyslexia, hearing, sight or speech; where progress stays flat after good
          teaching, or there is any doubt, the school’s own procedures and qualified specialists decide. A child’s accent, home language or
          speech sound difference is not an error. What stands here was judged on the days given, from so many answers; keep it no longer
          than the school’s policy says.
        </p>
      </PaperPage>
    </Paper>
  );
}
