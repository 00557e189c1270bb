/** The end of a check: how it went, what was said where it is still known, every mark open to correction, and the next child. */
import type { ChildLine } from '@sapling/contract';
import { checkKind, type Done } from '@sapling/core/checks';
import type { Outcome } from '@sapling/core/evidence';
import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import { refresh, useData } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { ShortPair } from '../ui/word-marks.js';
import { OpenAfterWords, ToldByCards } from './after-words.js';
import { AllCards } from './all-cards.js';
import { BadDay } from './bad-day.js';
import { BinCheck } from './bin-check.js';
import { cardsFor, lastChoice, type Choice } from './choice.js';
import { LevelFindings, RowFindings, SpellingFindings, WordFindings } from './findings.js';
import { isChosen, isWritten, marksOf } from './kinds.js';
import { counting, QUICK_MINUTES, quickStep, type LocalCheck } from './local-check.js';
import { NotAsked } from './not-asked.js';
import { SecondLook } from './second-look.js';
import { doneToday, nextInTurn, noteDone } from './in-turn.js';
import type { CheckHandle } from './use-check.js';
import { useStart } from './use-start.js';
import { WhatWasSaid } from './what-was-said.js';
import { clock } from '../clock.js';
import { inOwnWords } from '../wording/say.js';
import { LackingLine } from '../ui/lacking-line.js';

const ENDED: Record<Done, string> = {
  'sure enough': 'The rest follows surely enough from these cards, so the check ended.',
  'enough cards': 'Half of the taught pairs were asked, which is the most a quick check asks.',
  'time is up': `The ${QUICK_MINUTES} minutes of a quick check were up.`,
  'ask everything': 'The answers fit no pattern: ask everything with this child.',
  'had enough': 'Many in a row went wrong, so the check ended to spare the child.',
  'nothing taught': 'Nothing has been taught yet.',
};

const seconds = (ms: number): string => `${(ms / 1000).toFixed(1)} s`;

// eslint-disable-next-line complexity -- a page of parts that are each there or not
export function Summary({ handle }: { handle: CheckHandle }) {
  const check = handle.check!;
  const { kind } = check;
  const { data: children } = useData('children');
  const { data: settings } = useData('settings');
  const start = useStart();
  const { finish } = handle;
  const title = useRef<HTMLHeadingElement>(null);
  useEffect(() => title.current?.focus(), []);
  const quick = check.quick ? quickStep(check) : null;
  const ended = quick && 'done' in quick ? ENDED[quick.done] : null;
  const complete = quick ? ended !== null : check.marks.length === check.stack.length;
  useEffect(() => {
    if (complete) finish('done');
  }, [complete, finish]);
  useEffect(() => {
    noteDone(kind, check.child, check.startedAt);
    // what was marked is on its way; the lists read it again when it is there
    const timer = setTimeout(() => void refresh('children', 'checks'), 1200);
    return () => clearTimeout(timer);
  }, [kind, check.child, check.startedAt]);
  const child = children?.find((c) => c.id === check.child);
  const again: Choice = { ...lastChoice(), kind, ...(check.quick ? { quick: true } : {}), ...(check.late ? { late: check.late } : {}) };
  const cards = (of: ChildLine): number =>
    again.quick ? of.line.length : cardsFor(of, again.scope, clock.ms(), settings?.dueAfterDays).length;
  // one who has no card in this choice is passed over
  const inTurn = (children ?? []).filter((c) => checkKind(kind).from !== 'pairs' || cards(c) > 0);
  const next = child && nextInTurn(inTurn, { classId: child.classId, after: child.id, kind }, clock.ms(), doneToday(kind));
  const marks = check.marks.map(counting);
  const times = marks.flatMap((m) => (m.ms === undefined ? [] : [m.ms])).sort((a, b) => a - b);
  const missed = check.marks.filter((m) => ['wrong', 'no answer', 'put right'].includes(counting(m).outcome));
  const slow = marks.filter((m) => m.outcome === 'slow');
  const startNext = async (): Promise<void> => {
    if (next) await start(next, again);
  };
  return (
    <main className="mx-auto max-w-4xl p-8">
      <title>{`${check.childName}, ${inOwnWords(checkKind(kind).title.toLowerCase())} · Keen Sapling`}</title>
      <LackingLine className="mb-4" />
      <div className="flex flex-wrap items-start justify-between gap-4">
        <div>
          {/* focus goes here: an Enter too many must not begin the next child’s check */}
          <h1 className="text-[1.75rem] focus:outline-none" tabIndex={-1} ref={title}>
            {check.childName}
          </h1>
          <p className="text-ink-2">
            {inOwnWords(checkKind(kind).title)}, {timeWords(check.startedAt)}
            {check.late && (check.late === 'memory' ? ', entered from memory: counts for less' : ', entered from paper')}
          </p>
        </div>
        <div className="flex flex-wrap gap-3">
          {next ? (
            <button className="btn btn-main" onClick={() => void startNext()}>
              Next: {next.givenName} {next.familyName}
            </button>
          ) : (
            <Link className="btn btn-main" to="/check">
              Back to Check
            </Link>
          )}
          <Link className="btn" to={`/children/${check.child}`}>
            See all of {check.childName.split(' ')[0]}
          </Link>
          {next && (
            <Link className="btn btn-quiet" to="/check">
              Back to Check
            </Link>
          )}
        </div>
      </div>
      <p className="mt-2 mb-6 text-ink-2">
        {complete
          ? (ended ?? `All ${check.stack.length} cards are marked.`)
          : `${check.marks.length} of ${check.stack.length} cards are marked; the rest stays unasked.`}{' '}
        {times.length > 0 && `The middle answer took ${seconds(times[Math.floor(times.length / 2)]!)}.`}
      </p>
      {child && <BadDay check={check} child={child} />}
      {child && <ToldByCards check={check} child={child} />}
      {complete && child && <SecondLook check={check} child={child} />}
      {child && checkKind(kind).asWord === 'read' && <OpenAfterWords check={check} child={child} />}
      <Counts check={check} />
      <LevelFindings check={check} />
      {isWritten(kind) ? (
        <SpellingFindings check={check} />
      ) : checkKind(kind).childSees === 'words' ? (
        <RowFindings check={check} />
      ) : (
        <WordFindings check={check} />
      )}
      {missed.length > 0 && !isWritten(kind) && !isChosen(kind) && <WhatWasSaid handle={handle} missed={missed} />}
      {check.quick && <NotAsked check={check} />}
      {slow.length > 0 && checkKind(kind).byCard && (
        <p className="mb-8">
          <span className="font-semibold">Slow:</span>{' '}
          {slow.map((m) => (
            <span key={m.id} className="mr-3">
              <ShortPair gpc={m.gpc!} />
            </span>
          ))}
        </p>
      )}
      <AllCards handle={handle} />
      <BinCheck check={check} />
      <p className="mt-8 text-sm text-ink-2">A check says what to teach next. It is not a diagnosis; a different accent is not an error.</p>
    </main>
  );
}

/** How many answers were marked how. */
function Counts({ check }: { check: LocalCheck }) {
  const { kind } = check;
  const marks = check.marks.map(counting);
  const rows = marksOf(kind).filter((m) => !m.apart);
  const count = (outcome: Outcome): number => marks.filter((m) => m.outcome === outcome).length;
  return (
    <dl className="mb-8 flex flex-wrap gap-x-10 gap-y-3 border-y border-rule py-4">
      {rows
        .filter((m) => !(isWritten(kind) && (m.outcome === 'slow' || m.outcome === 'put right')))
        .map(({ outcome, word }) => (
          <div key={outcome}>
            <dd className="font-serif text-3xl font-semibold">{count(outcome)}</dd>
            <dt className="text-ink-2">
              {isWritten(kind) ? { right: 'As said', wrong: 'Otherwise', 'no answer': 'Nothing' }[outcome as 'right'] : word}
            </dt>
          </div>
        ))}
      {count('accent') > 0 && (
        <div>
          <dd className="font-serif text-3xl font-semibold">{count('accent')}</dd>
          <dt className="text-ink-2">Accent, counts as right</dt>
        </div>
      )}
    </dl>
  );
}
