/** This text read before, the gain, and whether to read it once more. */
import type { ReadingRecord } from '@sapling/contract';
import { afterReading, nextAim, type Repeated } from '@sapling/core/reading';
import { Link } from 'react-router';
import { useData } from '../api/data.js';
import { percent } from './figures.js';
import { atSchool } from '../clock.js';
import { dateText } from '../wording/date-text.js';

const WHY: Record<Repeated['why'], string> = {
  'first reading': 'It was read for the first time. The gain comes with the second and third.',
  'still gaining': 'The last reading still brought more than 5 %.',
  'not accurate yet': 'Not accurate enough yet to read alone.',
  'aim reached': 'Accurate, and at the words a minute this school aims for.',
  'little gain left': 'Accurate, and the last reading brought less than 5 %.',
  'four readings': 'Most of what rereading brings comes in the first three or four.',
  'too hard': 'Too hard to read even with help, also when read again.',
};
const NEXT: Record<Repeated['next'], string> = {
  'read again': 'Read it once more',
  'another text': 'Move on to another text',
  'an easier text': 'Go to an easier text',
};

export function AgainPanel({ record }: { record: ReadingRecord }) {
  const { data: readings } = useData('readings', { query: { childId: record.child } });
  const { data: settings } = useData('settings');
  const { data: child } = useData('child', { params: { id: record.child } });
  const { data: classes } = useData('classes');
  const series = (readings ?? []).filter((r) => r.textId === record.textId && r.done).sort((a, b) => (a.at < b.at ? -1 : 1));
  if (!settings || !readings) return <p className="text-ink-2">Looking at earlier readings…</p>;
  if (series.length === 0) return <p className="text-ink-2">When this reading has been sent, what to do next stands here.</p>;
  const year = classes?.find((c) => c.id === child?.classId)?.year ?? '';
  const aim = nextAim(settings.readingAims, year, series.at(-1)!.at);
  const next = afterReading(series, { alone: settings.readAlone, withHelp: settings.readWithHelp, ...(aim ? { aim: aim.value } : {}) });
  return (
    <div>
      <h3 className="text-lg">{NEXT[next.next]}</h3>
      <p className="mb-4 text-ink-2">{WHY[next.why]}</p>
      <table className="sheet w-full text-left">
        <thead className="text-sm text-ink-2">
          <tr>
            <th className="px-4 py-2 font-semibold">Reading</th>
            <th className="py-2 font-semibold">Right words a minute</th>
            <th className="py-2 font-semibold">Read right</th>
          </tr>
        </thead>
        <tbody>
          {series.map((r, k) => (
            <tr key={r.id} className="[&>*]:border-t [&>*]:border-rule-2">
              <th scope="row" className="px-4 py-1.5 font-semibold">
                <Link className="underline-offset-4 hover:underline" to={`/reading/${r.id}`}>
                  {k === 0 ? 'cold' : `warm ${k}`}, {dateText(atSchool(r.at), 'd MMM')}
                </Link>
              </th>
              <td>{r.score.wcpm === null ? '–' : Math.round(r.score.wcpm)}</td>
              <td>{percent(r.score.accuracy)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {next.gain !== null && (
        <p className="mt-3">
          {next.gain >= 0 ? 'Gained' : 'Lost'} {Math.abs(Math.round(next.gain))} words a minute from the cold reading to the last.
        </p>
      )}
      <Link
        className="btn btn-main mt-4"
        to={`/check/reading?child=${record.child}${next.next === 'read again' ? `&text=${record.textId}` : ''}`}
      >
        {next.next === 'read again' ? 'Read it again' : 'Choose a text'}
      </Link>
    </div>
  );
}
