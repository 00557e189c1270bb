/** Backups of the whole installation: the latest, one more, one to take away. */
import { useState } from 'react';
import { toast } from 'sonner';
import { mutate } from 'swr';
import { call, sentenceOf } from '../api/client.js';
import { useData } from '../api/data.js';
import { agoWords, timeWords } from '../ui/dates.js';
import { useFirstFew } from '../ui/first-few.js';
import { under } from '../base.js';

const SHOWN = 5;
const size = (bytes: number): string => (bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`);

export function BackupList() {
  const { data } = useData('backups');
  const [busy, setBusy] = useState(false);
  const [shown, more] = useFirstFew(data?.backups ?? [], SHOWN);
  const make = async (): Promise<void> => {
    setBusy(true);
    try {
      await call('makeBackup');
      toast('The backup is written, and it opens.');
    } catch (error) {
      toast.error(sentenceOf(error));
    } finally {
      setBusy(false);
      await mutate((key) => Array.isArray(key) && key[0] === 'backups');
    }
  };
  if (!data) return null;
  const [last] = data.backups;
  return (
    <section aria-labelledby="backups">
      <h2 id="backups" className="mb-2 text-lg">
        Backups
      </h2>
      {!data.possible ? (
        <p className="text-ink-2">The database is a PostgreSQL server: back it up with its own tools.</p>
      ) : (
        <>
          <p className="mb-3">
            {last ? `The last one was made ${agoWords(last.at)}.` : 'None yet.'} One is made each day by itself and opened to see that it is
            whole. Keep a copy in another place.
          </p>
          <button className="btn" disabled={busy || data.making} onClick={() => void make()}>
            {busy || data.making ? 'Writing and opening it…' : 'Make a backup now'}
          </button>
          {data.backups.length > 0 && (
            <ul className="ruled mt-3 border-y border-rule-2">
              {shown.map((b) => (
                <li key={b.name} className="flex items-center gap-4 py-1.5">
                  <span className="flex-1">{timeWords(b.at)}</span>
                  <span className="text-sm text-ink-2">{size(b.bytes)}</span>
                  <a
                    className="btn btn-small"
                    href={under(`/api/backups/${b.name}`)}
                    download
                    aria-label={`Take away the backup of ${timeWords(b.at)}`}
                  >
                    Take away
                  </a>
                </li>
              ))}
            </ul>
          )}
          {more}
        </>
      )}
    </section>
  );
}
