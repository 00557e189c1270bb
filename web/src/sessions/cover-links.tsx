/** Cover links of a session: made for some hours, shown once, withdrawn with one press. */
import { Copy, Link2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { under } from '../base.js';

const HOURS: readonly [number, string][] = [
  [4, 'four hours'],
  [24, 'a day'],
  [72, 'three days'],
  [168, 'a week'],
];

export function CoverLinks({ session }: { session: string }) {
  const { data: links } = useData('coverLinks', { params: { id: session } });
  const [hours, setHours] = useState(24);
  const [address, setAddress] = useState<string | null>(null);
  const make = async (): Promise<void> => {
    try {
      const made = await call('addCoverLink', { params: { id: session }, body: { hours } });
      setAddress(`${location.origin}${under('/cover')}#${made.secret}`);
      await refresh('sessions');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  const withdraw = async (link: string): Promise<void> => {
    try {
      await call('removeCoverLink', { params: { id: session, link } });
      setAddress(null);
      await refresh('sessions');
      toast('Withdrawn. It opens nothing any more.');
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="cover">
      <h2 id="cover" className="mb-1 text-lg">
        For cover
      </h2>
      <p className="mb-2 text-sm text-ink-2">A link that opens this session alone, with initials only, and needs no sign-in.</p>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2 text-sm">
          for
          <select
            className="field !min-h-9 !w-auto"
            value={hours}
            aria-label="How long the link opens"
            onChange={(e) => setHours(Number(e.target.value))}
          >
            {HOURS.map(([n, words]) => (
              <option key={n} value={n}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <button className="btn btn-small" onClick={() => void make()}>
          <Link2 size={15} aria-hidden /> Make a link
        </button>
      </div>
      {address && (
        <div className="mt-2 rounded-m bg-note p-2 text-sm">
          <p className="mb-1">Shown once: copy it now.</p>
          <input className="field text-sm" readOnly value={address} aria-label="Cover link" onFocus={(e) => e.target.select()} />
          <button
            className="btn btn-small mt-1"
            onClick={() =>
              void navigator.clipboard?.writeText(address).then(
                () => toast('Copied.'),
                () => toast('Select the address and copy it.'),
              )
            }
          >
            <Copy size={14} aria-hidden /> Copy
          </button>
        </div>
      )}
      <ul className="mt-2 grid gap-1 text-sm">
        {(links ?? []).map((link) => (
          <li key={link.id} className="flex flex-wrap items-center gap-x-3">
            until {timeWords(link.endsAt)}, {link.by}; {link.openedAt ? `opened ${timeWords(link.openedAt)}` : 'not opened yet'}
            <button className="py-1 underline underline-offset-2 hover:text-gap" onClick={() => void withdraw(link.id)}>
              Withdraw
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
