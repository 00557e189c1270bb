/** A session on paper: A4 or Letter, black on white, one page for the adult's hand. */
import { parseISO } from 'date-fns';
import { useParams } from 'react-router';
import { useData } from '../api/data.js';
import { Pending } from '../ui/page.js';
import { Paper, PaperPage } from '../ui/paper.js';
import { Pair } from '../ui/word-marks.js';
import { PartView } from './part-view.js';
import { planWords } from '../wording/plan-words.js';
import { dateText } from '../wording/date-text.js';

export function Component() {
  const { id } = useParams();
  const { data: session, error } = useData('session', { params: { id: id! } });
  const { data: team } = useData('team');
  if (!session) return <Pending error={error} what="this session" />;
  const names = new Map(session.members.map((m) => [m.id, m.name.split(' ')[0]!]));
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
          <section key={part.id} className="break-inside-avoid border-b border-black/40 py-2.5">
            <h2 className="flex justify-between text-lg">
              <span>
                <span className="mr-2 inline-block size-3.5 border border-black align-baseline" aria-hidden />
                {planWords(part.title)}
              </span>
              <span>{part.minutes} min</span>
            </h2>
            <p className="mb-1.5 text-sm">{planWords(part.how)}</p>
            <PartView part={part} focus={session.plan.focus} names={names} size="text-xl" />
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
