/** A text on paper: the child's copy, and the adult's sheet with numbered lines, a place for marks, the questions and the scale. */
import { wordsOf } from '@sapling/core/phonics';
import { FLUENCY_PARTS, lineUp } from '@sapling/core/reading';
import { useSearchParams } from 'react-router';
import { useData } from '../api/data.js';
import { Pending } from '../ui/page.js';
import { Paper, PaperPage } from '../ui/paper.js';
import { SCALE } from './fluency-panel.js';
import { MARK_KINDS } from './mark-kinds.js';

export function Component() {
  const [params] = useSearchParams();
  const readingId = params.get('reading');
  const { data: texts, error } = useData('texts');
  const { data: reading, error: noReading } = useData(readingId ? 'reading' : null, { params: { id: readingId ?? '' } });
  const text = reading ?? texts?.find((t) => t.id === params.get('text'));
  if (!text)
    return (
      <Pending
        error={error ?? noReading ?? (texts && !readingId ? new Error('This text is not in the Library any more.') : undefined)}
        what="this text"
      />
    );
  const lines = lineUp(text.text);
  const words = wordsOf(text.text).length;
  /** Words up to the end of each line. */
  const upTo = lines.reduce<number[]>((ends, line) => [...ends, (ends.at(-1) ?? 0) + line.words.length], []);
  return (
    <Paper back={reading ? `/reading/${reading.id}` : '/library/texts'} title={text.title} note="The child’s copy, then the adult’s sheet.">
      <PaperPage label="The child’s copy">
        <h1 className="mb-8 font-child text-3xl font-bold">{text.title}</h1>
        <div className="font-child text-[26px]">
          {lines.map((line, k) => (
            <p key={k} className={`leading-[1.9] whitespace-pre ${line.gap ? 'mt-6' : ''}`}>
              {line.parts.map((p) => p.text).join('')}
            </p>
          ))}
        </div>
      </PaperPage>
      <PaperPage label="The adult’s sheet">
        <header className="mb-3 border-b-2 border-black pb-2">
          <h1 className="text-xl">{text.title}</h1>
          <p className="mt-2 grid grid-cols-4 gap-4 text-sm">
            {['Child', 'Adult', 'Date', 'Seconds'].map((name) => (
              <span key={name} className="border-b border-black/60 pb-0.5">
                {name}
              </span>
            ))}
          </p>
        </header>
        <p className="mb-3 text-xs">
          {MARK_KINDS.map((m) => (
            <span key={m.kind} className="mr-3 whitespace-nowrap">
              <b className="uppercase">{m.key}</b> {m.name.toLowerCase()}
            </span>
          ))}
          A line after the last word. {words} words.
        </p>
        <div className="mb-4 font-child text-[19px]">
          {lines.map((line, k) => {
            return (
              <p key={k} className={`flex gap-3 leading-[2.15] whitespace-pre ${line.gap ? 'mt-3' : ''}`}>
                <span className="w-6 shrink-0 text-right font-sans text-xs leading-[3.4] tabular-nums">{k + 1}</span>
                <span className="flex-1">{line.parts.map((p) => p.text).join('')}</span>
                <span className="font-sans text-xs leading-[3.4] tabular-nums">{upTo[k]}</span>
              </p>
            );
          })}
        </div>
        {text.questions.length > 0 && (
          <ol className="mb-3 list-decimal pl-5 text-sm">
            {text.questions.map((q) => (
              <li key={q.ask} className="mb-1">
                {q.ask} <span className="italic">({q.answer})</span> □ right □ partly □ looked back □ not
              </li>
            ))}
          </ol>
        )}
        <table className="w-full border-collapse text-xs">
          <tbody>
            {FLUENCY_PARTS.map((part) => (
              <tr key={part}>
                <th className="border border-black px-1.5 py-1 text-left">{SCALE[part].name}</th>
                {SCALE[part].levels.map((level, k) => (
                  <td key={level} className="border border-black px-1.5 py-1">
                    <b>{k + 1}</b> {level}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </PaperPage>
    </Paper>
  );
}
