/** A session on paper: A4 or Letter, black on white, one page for the adult's hand. */
import { partKind } from '@sapling/core/planning';
import { parseISO } from 'date-fns';
import { useParams } from 'react-router';
import { useData } from '../api/data.js';
import { Pending } from '../ui/page.js';
import { Paper, PaperPage } from '../ui/paper.js';
import { Pair, WordMarks } from '../ui/word-marks.js';
import { planWords } from '../wording/plan-words.js';
import { dateText } from '../wording/date-text.js';

export function Component() {
  const { id } = useParams();
  const { data: session, error } = useData('session', { params: { id: id! } });
  const { data: team } = useData('team');
  if (!session) return <Pending error={error} what="this session" />;
  return (
    <Paper back={`/sessions/${session.id}`} title={`${session.groupName} ${session.on}`}>
      <PaperPage label={`Plan for ${session.groupName}`}>
        <header className="mb-3 flex items-end justify-between border-b-2 border-black pb-2">
          <div>
            <h1 className="text-2xl">{session.groupName}</h1>
            <p>
              {dateText(parseISO(session.on), 'EEEE d MMMM yyyy')}, {session.minutes} minutes,{' '}
              {team?.find((c) => c.id === session.adultId)?.name ?? 'no adult yet'}
            </p>
          </div>
          <p className="flex gap-5">
            {session.plan.focus.map((gpc) => (
              <Pair key={gpc} gpc={gpc} className="text-4xl" />
            ))}
          </p>
        </header>
        <table className="mb-3 w-full border-collapse text-sm">
          <tbody>
            <tr>
              {session.members.map((m) => (
                <td key={m.id} className="border border-black px-2 py-1">
                  <span className="mr-1 inline-block size-3 border border-black" aria-hidden /> {m.name.split(' ')[0]}{' '}
                  {m.name.split(' ').at(-1)?.[0]}
                </td>
              ))}
            </tr>
          </tbody>
        </table>
        {session.plan.parts.map((part) => (
          <section key={part.title} className="break-inside-avoid border-b border-black/40 py-2.5">
            <h2 className="flex justify-between text-lg">
              <span>
                <span className="mr-2 inline-block size-3.5 border border-black align-baseline" aria-hidden />
                {planWords(part.title)}
              </span>
              <span>{part.minutes} min</span>
            </h2>
            <p className="mb-1.5 text-sm">{planWords(part.how)}</p>
            {part.gpcs.length > 0 && (
              <p className="flex flex-wrap gap-x-6 gap-y-1">
                {part.gpcs.map((gpc) => (
                  <Pair key={gpc} gpc={gpc} className="text-2xl" />
                ))}
              </p>
            )}
            {part.words.length > 0 && (
              <ul className="flex flex-wrap gap-x-7 gap-y-2">
                {part.words.map((w) => (
                  <li key={w.word}>
                    <WordMarks
                      word={w.word}
                      units={w.units}
                      odd={w.odd}
                      focus={session.plan.focus}
                      marks={!partKind(part.kind).fromHearing}
                      className="text-2xl"
                    />
                  </li>
                ))}
              </ul>
            )}
          </section>
        ))}
        <section className="break-inside-avoid pt-3">
          <h2 className="text-lg">What happened</h2>
          <div className="mt-1 grid gap-6">
            {[1, 2, 3].map((line) => (
              <div key={line} className="border-b border-black/50 pt-1" />
            ))}
          </div>
        </section>
      </PaperPage>
    </Paper>
  );
}
