/** The command list: every place, child, group, session, text, order, setting, colleague, action and page of help, by a few letters. */
import { fullName } from '@sapling/contract';
import { Command } from 'cmdk';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useData } from '../api/data.js';
import { todayDay } from '../clock.js';
import { HELP_PAGES } from '../help/pages.js';
import { onDay } from '../ui/dates.js';
import { useMay, useMe } from './me.js';
import { useOpen } from './open.js';
import { placesFor } from './places.js';
import { say } from '../wording/say.js';

interface Line {
  readonly key: string;
  readonly name: string;
  readonly beside?: string;
  /** More words that find it. */
  readonly also?: string;
  readonly to?: string;
  readonly do?: () => void;
}
/** Lines of a kind that are offered before anything is typed: a school has hundreds of children and texts. */
const AT_FIRST = 6;
const HEADING =
  '[&_[cmdk-group-heading]]:px-4 [&_[cmdk-group-heading]]:pt-3 [&_[cmdk-group-heading]]:pb-1 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:font-semibold [&_[cmdk-group-heading]]:text-ink-2';

export default function Commands({ onClose }: { onClose: () => void }) {
  const go = useNavigate();
  const [typed, setTyped] = useState('');
  const groups = useLines(typed);
  const choose = (line: Line): void => {
    onClose();
    if (line.do) line.do();
    else if (line.to) void go(line.to);
  };
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Go to"
      loop
      overlayClassName="fixed inset-0 z-40 bg-pine/45"
      contentClassName="fixed top-[12dvh] left-1/2 z-50 w-[36rem] max-w-[94vw] -translate-x-1/2 overflow-hidden rounded-m border border-rule bg-sheet shadow-xl"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="A place, a child, a group, a text, a setting, help…"
        className="w-full border-b border-rule bg-transparent px-4 py-3 text-lg outline-none"
      />
      <Command.List className="max-h-[55dvh] overflow-y-auto pb-2">
        <Command.Empty className="px-4 py-5 text-ink-2">Nothing of that name that you can see.</Command.Empty>
        {groups.map(({ heading, lines, few }) =>
          lines.length === 0 ? null : (
            <Command.Group key={heading} heading={heading} className={HEADING}>
              {(few && typed === '' ? lines.slice(0, AT_FIRST) : lines).map((line) => (
                <Command.Item
                  key={line.key}
                  value={`${line.name} ${line.beside ?? ''} ${line.also ?? ''} ${line.key}`}
                  onSelect={() => choose(line)}
                  className="flex cursor-pointer items-baseline gap-3 px-4 py-2 data-[selected=true]:bg-leaf-wash"
                >
                  <span className="min-w-24 font-semibold">{line.name}</span> <span className="text-ink-2">{line.beside}</span>
                </Command.Item>
              ))}
            </Command.Group>
          ),
        )}
      </Command.List>
    </Command.Dialog>
  );
}

/** What there is to go to, for this colleague. Texts and words only once something is typed. */
function useLines(typed: string): { heading: string; lines: readonly Line[]; few?: boolean }[] {
  const me = useMe();
  const { open } = useOpen();
  const { data: children } = useData('children');
  const { data: groups } = useData('groups');
  const { data: sessions } = useData('sessions', { query: { from: todayDay() } });
  const { data: orders } = useData('orders');
  const { data: team } = useData('team');
  const { data: texts } = useData(typed.length > 1 ? 'texts' : null);
  const plan = useMay('plan');
  const bringIn = useMay('import');
  const lead = useMay('manage team');
  const word = /^[a-z']{2,20}$/i.test(typed.trim()) ? typed.trim().toLowerCase() : null;
  return [
    {
      heading: 'Places',
      lines: [
        ...placesFor(me.colleague.role).map((p) => ({ key: p.to, name: p.name, beside: p.asks, to: p.to })),
        ...(plan ? [{ key: say('new session'), name: 'Make a session', also: 'plan', to: '/sessions/new' }] : []),
        { key: 'timetable', name: 'Timetable', also: 'week rooms times', to: '/sessions/timetable' },
        {
          key: 'times',
          name: 'Times, rooms, lessons, holidays',
          also: 'terms adults hours set up',
          to: '/sessions/timetable/set-up',
        },
        ...(bringIn ? [{ key: 'import', name: 'Bring in a class list', also: 'import csv excel children', to: '/children/import' }] : []),
        { key: 'reading', name: 'Read a text', also: 'fluency aloud', to: '/check/reading' },
        { key: 'paper', name: 'Checks on paper', also: 'print sheets', to: '/check/paper' },
        { key: 'bin', name: 'The bin', also: 'removed deleted taken out undo', to: '/bin' },
        { key: 'quarters', name: 'How they read: accuracy and speed', also: 'quarters', to: '/progress/reading' },
        ...(bringIn ? [{ key: 'trust', name: 'Can it be trusted here?', also: 'reliability foretold', to: '/progress/trust' }] : []),
        { key: 'classes', name: 'Classes and what has been taught', also: 'teaching order steps', to: '/children/classes' },
        { key: 'practise', name: 'What to practise', also: 'home sheets families', to: '/children/practise' },
        ...(bringIn ? [{ key: 'left', name: 'Children who left', also: 'leavers erase', to: '/children/left' }] : []),
        ...(lead ? [{ key: 'year', name: 'The school year', also: 'roll over close summer next year', to: '/team/year' }] : []),
      ],
    },
    {
      heading: 'Children',
      few: true,
      lines: (children ?? []).map((c) => ({ key: c.id, name: fullName(c), to: `/children/${c.id}` })),
    },
    {
      heading: 'Groups',
      few: true,
      lines: (groups ?? []).map((g) => ({ key: g.id, name: g.name, beside: 'group', to: `/groups#${g.id}` })),
    },
    {
      heading: 'Sessions',
      few: true,
      lines: (sessions ?? [])
        .filter((s) => !s.log)
        .slice(0, 40)
        .map((s) => ({ key: s.id, name: s.groupName, beside: `session ${onDay(s.on)}`, to: `/sessions/${s.id}` })),
    },
    {
      heading: 'Library',
      few: true,
      lines: [
        ...(orders ?? []).map((o) => ({ key: o.id, name: o.name, beside: 'teaching order', to: `/library/orders/${o.id}` })),
        { key: 'texts', name: 'Texts', to: '/library/texts' },
        { key: 'words', name: 'Words', also: 'find chains made-up', to: '/library/words' },
        { key: 'styles', name: 'Styles of session', to: '/library/styles' },
        { key: 'rules', name: 'Spelling rules', to: '/library/rules' },
        ...(texts ?? []).map((t) => ({ key: t.id, name: t.title, beside: 'text', to: `/library/texts?text=${t.id}` })),
        ...(word
          ? [{ key: `word ${word}`, name: word, beside: 'look at this word', to: `/library/words?word=${encodeURIComponent(word)}` }]
          : []),
      ],
    },
    {
      heading: 'People and settings',
      few: true,
      lines: [
        ...(team ?? []).map((c) => ({ key: c.id, name: c.name, beside: 'colleague', to: '/team' })),
        { key: 'settings', name: 'Where schools differ', beside: 'settings', also: 'accent made-up secure timing', to: '/team#settings' },
        { key: 'school', name: 'The school’s name and time zone', beside: 'settings', to: '/team#school' },
        { key: 'you', name: 'Your name and password', beside: 'settings', also: 'account', to: '/team#password' },
        { key: 'calendar', name: 'Your calendar', beside: 'subscribe', also: 'ical', to: '/team#calendar' },
        ...(lead
          ? [{ key: 'backups', name: 'Backups and data', beside: 'settings', also: 'export csv installation', to: '/team#data' }]
          : []),
      ],
    },
    {
      heading: 'Help',
      few: true,
      lines: [
        { key: 'keys', name: 'Keys of this screen', beside: 'help', also: 'shortcuts keyboard', do: () => open('help') },
        ...HELP_PAGES.map((p) => ({
          key: `help ${p.id}`,
          name: p.title,
          beside: `help: ${p.about}`,
          also: p.parts.map((part) => part.title).join(' '),
          to: `/help/${p.id}`,
        })),
        { key: 'help words', name: 'Words of the trade', beside: 'help', also: 'glossary grapheme', to: '/help/words' },
        { key: 'help new', name: 'What is new', beside: 'help', to: '/help/new' },
        { key: 'help credits', name: 'Credits and licences', beside: 'help', to: '/help/credits' },
      ],
    },
  ];
}
