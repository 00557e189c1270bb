/** One child: every pair with its state, what it rests on, groups, and the next step. */
import { DEFAULT_SETTINGS, fullName, type PairStateRow } from '@sapling/contract';
import type { Strand } from '@sapling/core/evidence';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { useStart } from '../check/use-start.js';
import { ChildFindings } from './child-findings.js';
import { EvidencePanel } from '../gaps/evidence-panel.js';
import { StrandPanel } from '../gaps/strand-panel.js';
import { DueAgain } from './due-again.js';
import { duePairs } from './due.js';
import { Remarks } from '../remarks/remarks.js';
import { ChildRecord } from './child-record.js';
import { RecordingConsent } from './recording-consent.js';
import { Strands } from './strands.js';
import { Timeline } from './timeline.js';
import { WentInto } from './went-into.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { Direction } from '../ui/direction.js';
import { Page, Pending } from '../ui/page.js';
import { useStands } from '../ui/use-late.js';
import { Sign, SIGN_WORDS, SignKey, signOf, type SignState } from '../ui/signs.js';
import { graphemeShown, graphemeSpoken } from '../ui/word-marks.js';
import { clock } from '../clock.js';
import { agoWords } from '../ui/dates.js';

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Component() {
  const { id } = useParams();
  const start = useStart();
  const { data: child, error } = useData('child', { params: { id: id! } });
  const { data: groups } = useData('groups');
  const { data: classes } = useData('classes');
  const orders = useOrders();
  const { data: settings } = useData('settings');
  const [seen, setSeen] = useState<string | null>(null);
  const [strand, setStrand] = useState<Strand | null>(null);
  const above = useAbove(id!);
  const [findings, onFindings] = useStands();
  if (!child)
    return (
      <Page title="Child">
        <WentInto id={id!} error={error}>
          <Pending error={error} what="this child" />
        </WentInto>
      </Page>
    );
  const name = fullName(child);
  const schoolClass = classes?.find((c) => c.id === child.classId);
  const order = orders?.order(child.classId);
  const states = new Map(child.line.map((c) => [c.gpc, c]));
  const due = duePairs(child, clock.ms(), settings?.dueAfterDays ?? DEFAULT_SETTINGS.dueAfterDays);
  const count = (state: SignState): number => child.line.filter((c) => signOf(c) === state).length;
  return (
    <Page
      title={name}
      lead={
        <>
          {schoolClass?.name}
          {child.lastCheck ? `, last checked ${agoWords(child.lastCheck)}` : ', never checked'}
          {(groups ?? [])
            .filter((g) => child.groupIds.includes(g.id))
            .map((g) => (
              <span key={g.id}>
                , in{' '}
                <Link className="underline" to={`/groups#${g.id}`}>
                  {g.name}
                </Link>
              </span>
            ))}
        </>
      }
      actions={
        <>
          <Link className="btn" to={`/children/${child.id}/print`}>
            <Printer size={16} aria-hidden /> One page
          </Link>
          <Link className="btn" to={`/children/${child.id}/readings`}>
            Readings
          </Link>
          <button className="btn" onClick={() => void start(child, { quick: true })} disabled={child.line.length === 0}>
            Quick check
          </button>
          <button className="btn btn-main" onClick={() => void start(child)} disabled={child.line.length === 0}>
            Check {child.givenName}
          </button>
        </>
      }
    >
      <WentInto id={child.id} error={error} />
      <div className="mb-6 sheet p-4">
        <Line line={child.line} total={orders?.total(child.classId)} width="100%" />
        <div className="mt-3 flex flex-wrap items-center justify-between gap-3">
          <p>
            {count('secure')} secure, {(['slow', 'due'] as const).filter((s) => count(s) > 0).map((s) => `${count(s)} ${SIGN_WORDS[s]}, `)}
            {count('wobbly')} wobbly, {count('gap')} {count('gap') === 1 ? 'gap' : 'gaps'}, {count('unchecked')} unchecked of{' '}
            {child.line.length} taught pairs. Known, over three weeks:{' '}
            <Direction by={child.direction} clear={child.directionClear} of={child.line} />.
          </p>
          <SignKey />
        </div>
      </div>
      <div className="grid gap-x-10 gap-y-8 xl:grid-cols-[1fr_21rem]">
        <div>
          <div className="mb-7">
            <Strands child={child} onStrand={setStrand} />
          </div>
          <DueAgain pairs={due} onSee={setSeen} onCheck={() => void start(child, { scope: 'due' })} />
          <section aria-label="Step by step">
            <h2 className="mb-2 text-lg">Step by step</h2>
            {order ? (
              <ol className="sheet ruled">
                {order.steps.slice(0, schoolClass?.taughtSteps ?? 0).map((step) => (
                  <li key={step.name} className="flex items-baseline gap-4 px-4 py-1.5">
                    <span className="w-20 shrink-0 text-sm text-ink-2">{step.name}</span>
                    <span className="flex flex-wrap gap-1.5">
                      {step.gpcs.map((gpc) => {
                        return <PairButton key={gpc} gpc={gpc} state={states.get(gpc)} onSee={setSeen} />;
                      })}
                    </span>
                  </li>
                ))}
              </ol>
            ) : (
              <p className="text-ink-2">Opening the teaching order…</p>
            )}
            {schoolClass?.taughtSteps === 0 && (
              <p className="mt-3">
                Nothing is set as taught yet.{' '}
                <Link className="underline" to="/children/classes">
                  Set how far {schoolClass.name} has been taught.
                </Link>
              </p>
            )}
          </section>
          {order && child.beyond.length > 0 && (
            <section aria-label="Seen, and not taught yet" className="mt-7">
              <h2 className="mb-1 text-lg">Seen, and not taught yet</h2>
              <p className="mb-2 text-sm text-ink-2">
                Not among what {schoolClass?.name ?? 'the class'} has been taught, so no gap and no group rests on it. What was seen stays.
              </p>
              <p className="flex flex-wrap gap-1.5">
                {child.beyond.map((state) => (
                  <PairButton key={state.gpc} gpc={state.gpc} state={state} onSee={setSeen} />
                ))}
              </p>
            </section>
          )}
        </div>
        <ChildFindings child={child} onPair={setSeen} onThere={onFindings} />
      </div>
      <div className="mt-8">
        <Remarks about="child" subject={child.id} name={child.givenName} />
      </div>
      {above && findings && (
        <>
          <ChildRecord child={child} />
          <RecordingConsent child={child} />
          <Timeline childId={child.id} />
        </>
      )}
      {strand && <StrandPanel child={child} strand={strand} onClose={() => setStrand(null)} />}
      {seen && <EvidencePanel child={child} gpc={seen} onClose={() => setSeen(null)} />}
    </Page>
  );
}

/**
 * Whether what stands over the record is there, or cannot be had: it is of many heights, and a press on a button that moves meanwhile
 * presses nothing.
 */
function useAbove(id: string): boolean {
  const read = [
    useData('evidence', { params: { id } }),
    useData('remarks', { query: { subject: id } }),
    useData('groups'),
    useData('classes'),
    useData('orders'),
    useData('settings'),
  ];
  return read.every(({ data, error }) => data !== undefined || error !== undefined);
}

/** A pair with its sign; pressed, it shows what that rests on. */
function PairButton({ gpc, state, onSee }: { gpc: string; state: PairStateRow | undefined; onSee: (gpc: string) => void }) {
  const sign = state ? signOf(state) : 'unchecked';
  return (
    <button
      onClick={() => onSee(gpc)}
      className="inline-flex items-center gap-1.5 rounded-s border border-rule bg-white px-2 py-0.5 hover:border-ink"
      aria-label={`${graphemeSpoken(gpc)}: ${SIGN_WORDS[sign]}. Show what it rests on`}
    >
      <span className="font-child text-lg">{graphemeShown(gpc)}</span>
      <span className="text-sm text-ink-2">/{gpc.split(':')[1]}/</span>
      <Sign state={sign} label={false} />
    </button>
  );
}
