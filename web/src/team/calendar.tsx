/** One’s own sessions in a calendar program: a file, or an address that is read again and again and can be withdrawn. */
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { useData } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { under } from '../base.js';

export function OwnCalendar() {
  const { data: links, mutate: again } = useData('calendarLinks');
  const [address, setAddress] = useState<string | null>(null);
  const trying = async (work: () => Promise<unknown>): Promise<void> => {
    try {
      await work();
      await again();
    } catch (error) {
      toast.error(sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="calendar">
      <h2 id="calendar" className="mb-2 text-lg">
        My sessions in a calendar
      </h2>
      <p className="mb-3 text-sm text-ink-2">Groups and days only: nothing about a child leaves this installation.</p>
      <div className="flex flex-wrap gap-2">
        <a className="btn btn-small" href={under('/api/calendar.ics')} download>
          As a file
        </a>
        <button
          className="btn btn-small"
          onClick={() =>
            void trying(async () => {
              const { secret } = await call('addCalendarLink');
              setAddress(`${location.origin}${under('/api/calendars/')}${secret}`);
            })
          }
        >
          Make an address to subscribe to
        </button>
      </div>
      {address && (
        <label className="mt-2 block text-sm">
          Shown once: give it to your calendar program.
          <input className="field text-sm" readOnly value={address} aria-label="Calendar address" onFocus={(e) => e.target.select()} />
        </label>
      )}
      <ul className="mt-2 grid gap-1 text-sm">
        {(links ?? []).map((link) => (
          <li key={link.id}>
            Made {timeWords(link.at)}, {link.readAt ? `last read ${timeWords(link.readAt)}` : 'not read yet'}{' '}
            <button
              className="py-1 underline underline-offset-2 hover:text-gap"
              onClick={() =>
                void trying(async () => {
                  await call('removeCalendarLink', { params: { id: link.id } });
                  setAddress(null);
                  toast('Withdrawn. Calendars that have it are empty from now on.');
                })
              }
            >
              Withdraw
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
