/** One drafted session of a cycle: its day, what it is for and its parts; drawn again or taken out. */
import { RefreshCw, X } from 'lucide-react';
import { shortDay } from '../ui/dates.js';
import { graphemeShown } from '../ui/word-marks.js';
import { planWords } from '../wording/plan-words.js';
import type { Drafted } from './draft-cycle.js';
import { purposeWords } from './purpose.js';

export function DraftCard({ drafted, onAgain, onOut }: { drafted: Drafted; onAgain: () => void; onOut: () => void }) {
  const { plan, session } = drafted;
  const day = shortDay(drafted.on);
  const remarks = plan.remarks?.length ?? 0;
  return (
    <li className="sheet grid content-start gap-1 px-4 py-3" aria-label={`Session of ${day}`}>
      <p className="flex items-center gap-2">
        <span className="mr-auto font-serif text-lg font-semibold">{day}</span>
        <button className="grid size-9 place-items-center text-ink-2 hover:text-ink" aria-label={`Draw ${day} again`} onClick={onAgain}>
          <RefreshCw size={16} aria-hidden />
        </button>
        <button className="grid size-9 place-items-center text-ink-2 hover:text-ink" aria-label={`Take ${day} out`} onClick={onOut}>
          <X size={16} aria-hidden />
        </button>
      </p>
      <p className="text-sm">{purposeWords(session)}</p>
      <ul className="mt-1 grid gap-1 text-sm">
        {plan.parts.map((p) => (
          <li key={p.id} className="grid grid-cols-[2.6rem_1fr]">
            <span className="text-ink-2">{p.minutes} m</span>
            <span>
              {planWords(p.title)}
              {p.kind !== 'review' && p.words.length > 0 && (
                <span className="block font-child text-base">{p.words.map((w) => w.word).join(', ')}</span>
              )}
              {p.text && <span className="block italic">{p.text.title}</span>}
              {p.lines && <span className="block font-child text-base">{p.lines.map((l) => l.text).join(' ')}</span>}
              {p.rows && (
                <span className="block font-child text-base">{p.rows.map((r) => r.items.map(graphemeShown).join(' ')).join(' / ')}</span>
              )}
            </span>
          </li>
        ))}
      </ul>
      {remarks > 0 && <p className="text-sm text-wobbly">{remarks === 1 ? '1 thing' : `${remarks} things`} to know: see it once kept.</p>}
    </li>
  );
}
