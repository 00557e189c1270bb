/** Lists brought in before, each with its undo. */
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { timeWords } from '../ui/dates.js';
import { broughtIn, takenBack } from './import-sum.js';

export async function undoImport(id: string): Promise<void> {
  try {
    toast(takenBack(await call('undoImport', { params: { id } })));
  } catch (error) {
    toast.error(sentenceOf(error));
  }
  await refresh('children', 'classes');
}

export function PastImports() {
  const { data } = useData('imports');
  if (!data || data.length === 0) return null;
  return (
    <section aria-labelledby="past-imports">
      <h2 id="past-imports" className="mb-2 text-lg">
        Brought in before
      </h2>
      <ul className="ruled border-y border-rule-2">
        {data.map((record) => (
          <li key={record.id} className="flex items-center gap-4 py-1.5">
            <span className="flex-1 font-semibold">{record.fileName}</span>
            <span className="text-sm text-ink-2">{timeWords(record.at)}</span>
            <span className="text-sm">{broughtIn(record)}</span>
            {record.undoneAt ? (
              <span className="w-20 text-right text-sm text-ink-2">undone</span>
            ) : (
              <button className="btn btn-small w-20" onClick={() => void undoImport(record.id)}>
                Undo
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
