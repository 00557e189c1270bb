/** What the server would not take, each with whose it is and why. */
import { fullName } from '@sapling/contract';
import { useState } from 'react';
import { useData } from '../api/data.js';
import type { Waiting } from '../outbox/create-outbox.js';
import { dropRefused } from '../outbox/outbox.js';
import { timeWords } from '../ui/dates.js';
import { graphemeShown } from '../ui/word-marks.js';

const WORDS = {
  check: 'A check begun',
  observation: 'A mark',
  withdrawal: 'A mark taken back',
  finish: 'The end of a check',
  reading: 'A reading begun',
  'reading step': 'A step of a reading',
  log: 'A session log',
  note: 'A note',
} as const;

export default function RefusedList({ refused }: { refused: readonly Waiting[] }) {
  return (
    <ul className="ruled max-h-72 overflow-y-auto">
      {refused.map((kept) => (
        <Refused key={kept.seq} kept={kept} />
      ))}
    </ul>
  );
}

/** One of them: what it is, of whom and when, and why it was not taken. Thrown away it is gone, so that takes two presses. */
function Refused({ kept: { entry, refused, seq } }: { kept: Waiting }) {
  const { data: children } = useData('children');
  const [sure, setSure] = useState(false);
  const { record } = entry;
  const child = 'child' in record ? children?.find((c) => c.id === record.child) : undefined;
  const about = [
    'gpc' in record && record.gpc ? graphemeShown(record.gpc) : '',
    child ? fullName(child) : '',
    'at' in record ? timeWords(record.at) : '',
  ].filter(Boolean);
  return (
    <li className="py-2">
      <span className="font-semibold">{WORDS[entry.type]}</span>
      {about.length > 0 && <span> ({about.join(', ')})</span>}: {refused}
      <button
        className={`btn btn-small ml-2 ${sure ? 'border-gap text-gap' : 'btn-quiet'}`}
        onBlur={() => setSure(false)}
        onClick={() => (sure ? void dropRefused(seq!) : setSure(true))}
      >
        {sure ? 'Throw it away for good' : 'Throw this one away'}
      </button>
    </li>
  );
}
