/** What a text needs of a reader: how much of it they can read, word by word, for each child of a class, and what is in it. */
import type { WholeTextReport } from '@sapling/core/phonics';
import { likelyOf } from '@sapling/core/reading';
import type { ReactNode } from 'react';
import { GraphemeChip, WordMarks } from '../ui/word-marks.js';
import type { NamedReader } from './readers.js';

const percent = (share: number): string => `${Math.floor(share * 100 + 1e-9)} %`;

interface JudgedProps {
  text: string;
  report: WholeTextReport;
  reader: NamedReader;
  own: ReaderReport;
  readers: readonly NamedReader[];
  onReader: (id: string) => void;
  onOpen: (form: number) => void;
}
/** The share in a sentence, the text with its words marked, and each child of a class. */
export function Judged({ text, report, reader, own, readers, onReader, onOpen }: JudgedProps) {
  const likely = reader.kind === 'child' ? likelyOf(own) : null;
  return (
    <>
      <p className="mt-4 mb-2 text-lg">
        <span className="font-serif text-2xl font-semibold">{percent(likely ?? own.share)}</span> of {report.words.length} words{' '}
        {likely === null ? 'can be read' : 'are likely read'} by {reader.name}
        {likely !== null && (
          <>
            ; <span className="font-semibold">{percent(own.share)}</span> use only what was taught
          </>
        )}
        {own.sureShare < own.share - 0.005 && (
          <>
            , <span className="font-semibold">{percent(own.sureShare)}</span> without a pair that is still shaky
          </>
        )}
        .
        {reader.kind === 'child' && likely === null && ' That is what was taught: too little is known of this child to say what they read.'}
      </p>
      <Marked text={text} report={report} reader={own} onOpen={onOpen} />
      <p className="mt-3 text-sm text-ink-2">
        <span className={`${LOOK['not yet']} mr-1 font-child`}>wavy</span> uses a pair not taught yet ·{' '}
        <span className={`${SHAKY} mx-1 font-child`}>dotted</span> uses one that is shaky here ·{' '}
        <span className={`${LOOK['known whole']} mx-1 font-child`}>slanted</span> taught as a whole ·{' '}
        <span className={`${LOOK.unread} mx-1 font-child`}>struck</span> the tool cannot read it. Press a word for its parts.
      </p>
      {reader.kind === 'class' && <ForEach report={report} readers={readers} onChoose={onReader} />}
    </>
  );
}

export type ReaderReport = WholeTextReport['readers'][number];
const LOOK: Record<ReaderReport['statuses'][number], string> = {
  decodable: '',
  'known whole': 'italic',
  reachable: '',
  'not yet': 'text-gap underline decoration-wavy decoration-1 underline-offset-[5px]',
  unread: 'text-ink-2 line-through',
};
const SHAKY = 'underline decoration-wobbly decoration-dotted decoration-2 underline-offset-[5px]';

function Marked({
  text,
  report,
  reader,
  onOpen,
}: {
  text: string;
  report: WholeTextReport;
  reader: ReaderReport;
  onOpen: (form: number) => void;
}) {
  const parts: ReactNode[] = [];
  let at = 0;
  // while a changed text is being analysed, the old report would not fit it
  if (report.words.some((w) => text.slice(w.at, w.at + w.text.length) !== w.text)) return null;
  report.words.forEach((word, k) => {
    const status = reader.statuses[word.form]!;
    const shaky = reader.unsure[word.form]!.length > 0;
    parts.push(text.slice(at, word.at));
    parts.push(
      <button
        key={k}
        onClick={() => onOpen(word.form)}
        className={`rounded-s hover:bg-leaf-wash ${word.text.length < 3 ? 'mx-[-0.05rem] inline-block min-w-6 text-center' : ''} ${LOOK[status] || (shaky ? SHAKY : '')}`}
      >
        {word.text}
        {status === 'not yet' && <span className="sr-only"> (not yet: {reader.missing[word.form]!.join(', ')})</span>}
      </button>,
    );
    at = word.at + word.text.length;
  });
  parts.push(text.slice(at));
  return <div className="sheet px-6 py-4 font-child text-xl leading-[2] whitespace-pre-wrap">{parts}</div>;
}

/** All children of the class at once, who can read least of it first. */
function ForEach({
  report,
  readers,
  onChoose,
}: {
  report: WholeTextReport;
  readers: readonly NamedReader[];
  onChoose: (id: string) => void;
}) {
  const rows = readers
    .filter((r) => r.kind === 'child')
    .map((r) => ({ ...r, report: report.readers.find((x) => x.id === r.id)! }))
    .filter((r) => r.report)
    .map((r) => ({ ...r, likely: likelyOf(r.report) }))
    .sort((a, b) => (a.likely ?? 2) - (b.likely ?? 2));
  if (rows.length === 0) return null;
  return (
    <section aria-label="For each child" className="mt-8">
      <h2 className="mb-1 text-lg">For each child</h2>
      <p className="mb-2 text-ink-2">
        The bar is how much of it they likely read, from all that is known of them. The pairs beside it are shaky for them.
      </p>
      <ul className="sheet ruled">
        {rows.map((r) => {
          const shaky = [...new Set(r.report.unsure.flat())];
          return (
            <li key={r.id}>
              <button className="flex w-full items-center gap-4 px-4 py-1.5 text-left hover:bg-leaf-wash/50" onClick={() => onChoose(r.id)}>
                <span className="w-40 shrink-0 truncate font-semibold">{r.name}</span>
                <span className="flex h-3 w-44 shrink-0 border border-rule" aria-hidden>
                  <span className="bg-pine" style={{ width: `${(r.likely ?? 0) * 100}%` }} />
                </span>
                <span className="w-14 shrink-0 text-right">{r.likely === null ? '–' : percent(r.likely)}</span>
                {r.likely === null && <span className="text-sm text-ink-2">too little is known</span>}
                <span className="flex min-w-0 flex-wrap gap-1 text-sm">
                  {shaky.slice(0, 4).map((gpc) => (
                    <GraphemeChip key={gpc} gpc={gpc} />
                  ))}
                  {shaky.length > 4 && <span className="text-ink-2">+{shaky.length - 4}</span>}
                </span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

export function Findings({ report, reader, onOpen }: { report: WholeTextReport; reader: ReaderReport; onOpen: (form: number) => void }) {
  const forms = report.forms.map((form, k) => ({ form, k, status: reader.statuses[k]! }));
  const words = (list: typeof forms, most = 14): ReactNode => (
    <p className="flex flex-wrap gap-x-3 gap-y-1">
      {list.slice(0, most).map(({ form, k }) => (
        <button key={k} className="rounded-s font-child text-lg hover:bg-leaf-wash" onClick={() => onOpen(k)}>
          {form.shown}
        </button>
      ))}
      {list.length > most && <span className="self-end text-sm text-ink-2">and {list.length - most} more</span>}
    </p>
  );
  const explain = forms.filter(({ form }) => form.explain).sort((a, b) => a.form.perMillion - b.form.perMillion);
  const odd = forms.filter(({ form, status }) => form.odd.length > 0 || status === 'known whole');
  const clustered = forms.filter(({ form }) => form.clusters.length > 0);
  const long = forms.filter(({ form }) => form.syllables.length > 1);
  const endings = forms.filter(({ form }) => form.parts);
  return (
    <aside aria-label="What is in the text" className="content-start">
      <h2 className="mb-1 text-lg">Missing, most useful first</h2>
      {reader.ranked.length === 0 ? (
        <p className="mb-5 text-ink-2">Nothing: every pair in it has been taught.</p>
      ) : (
        <ol className="ruled mb-5 border-y border-rule-2">
          {reader.ranked.slice(0, 7).map((m) => (
            <li key={m.gpc} className="flex items-baseline gap-3 py-1.5">
              <GraphemeChip gpc={m.gpc} sound className="shrink-0" />
              <span className="min-w-0 text-sm text-ink-2">
                <span className="font-semibold text-ink">{m.opens > 0 ? `opens ${m.opens}` : 'opens none alone'}</span>
                {m.touches > m.opens && `, in ${m.touches}`}: <span className="font-child">{m.examples.slice(0, 3).join(', ')}</span>
              </span>
            </li>
          ))}
        </ol>
      )}
      {explain.length > 0 && <Finding title="Explain first">{words(explain, 10)}</Finding>}
      {odd.length > 0 && (
        <Finding title="Irregular words">
          <p className="flex flex-wrap gap-x-4 gap-y-2">
            {odd.slice(0, 10).map(({ form, k }) => (
              <button key={k} className="rounded-s hover:bg-leaf-wash" onClick={() => onOpen(k)} aria-label={form.shown}>
                <WordMarks word={form.spelling} units={form.units} odd={form.odd} className="text-xl" />
              </button>
            ))}
          </p>
        </Finding>
      )}
      {clustered.length > 0 && <Finding title="With clusters">{words(clustered, 10)}</Finding>}
      {long.length > 0 && (
        <Finding title="Longer words">
          <p className="flex flex-wrap gap-x-4 gap-y-1">
            {long
              .sort((a, b) => b.form.syllables.length - a.form.syllables.length)
              .slice(0, 10)
              .map(({ form, k }) => (
                <button key={k} className="rounded-s font-child text-lg hover:bg-leaf-wash" onClick={() => onOpen(k)}>
                  {form.syllables.join(' · ')}
                </button>
              ))}
          </p>
        </Finding>
      )}
      {endings.length > 0 && (
        <Finding title="Base and ending">
          <p className="flex flex-wrap gap-x-4 gap-y-1 text-ink-2">
            {endings.slice(0, 10).map(({ form, k }) => (
              <button key={k} className="rounded-s hover:bg-leaf-wash" onClick={() => onOpen(k)}>
                <span className="font-child text-lg text-ink">{form.parts!.base}</span> + {form.parts!.ending}
              </button>
            ))}
          </p>
        </Finding>
      )}
    </aside>
  );
}

function Finding({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="mb-5">
      <h3 className="mb-0.5 text-sm font-semibold text-ink-2">{title}</h3>
      {children}
    </section>
  );
}
