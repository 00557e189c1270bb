/** Texts: the shelf, or one text opened from it. */
import { useState } from 'react';
import { useLocation, useSearchParams } from 'react-router';
import { BookPlus } from 'lucide-react';
import { useData } from '../api/data.js';
import { Pending } from '../ui/page.js';
import { useShelf } from './frame.js';
import { LENGTHS, type ShelfFilter } from './shelf-filter.js';
import { TextShelf } from './text-shelf.js';
import { TextDesk, type View } from './text-desk.js';

const KEYS = ['find', 'pair', 'steps', 'kind', 'length', 'unread'] as const;

/** The choice that stands in the address, so that a link keeps it. */
function filterIn(params: URLSearchParams): ShelfFilter {
  const length = params.get('length');
  const steps = params.get('steps');
  return {
    ...(params.get('find') ? { find: params.get('find')! } : {}),
    ...(params.get('pair') ? { pair: params.get('pair')! } : {}),
    ...(steps === 'taught' || steps === 'near' ? { steps } : {}),
    ...(params.get('kind') ? { kind: params.get('kind')! } : {}),
    ...(length && length in LENGTHS ? { length: length as keyof typeof LENGTHS } : {}),
    ...(params.get('unread') ? { unread: params.get('unread')! } : {}),
    ...(params.has('measured') ? { measured: true } : {}),
    ...(params.has('own') ? { own: true } : {}),
  };
}

/** What is said to the desk as a text opens. */
interface Handed {
  readonly view: View;
}

export function Component() {
  const { schoolClass, order } = useShelf();
  const { data: texts, error } = useData('texts');
  const [params, setParams] = useSearchParams();
  const open = params.get('text');
  const handed = useLocation().state as Handed | null;
  // kept here as well: what is typed must not wait for the address
  const [filter, setFilter] = useState(() => filterIn(params));
  const change = (what: (all: URLSearchParams) => void, replace = false, state?: Handed): void =>
    setParams(
      (now) => {
        const all = new URLSearchParams(now);
        what(all);
        return all;
      },
      { replace, state },
    );
  if (!texts) return <Pending error={error} what="the texts" />;
  if (open !== null)
    return (
      <TextDesk
        key={open}
        first={handed?.view}
        texts={texts}
        id={open}
        onOpen={(id, view) => change((all) => all.set('text', id), true, { view })}
        onBack={() => change((all) => all.delete('text'))}
      />
    );
  return (
    <div>
      <p className="mb-4 flex flex-wrap items-center gap-4 text-ink-2">
        <span className="max-w-3xl">
          Written for this tool, with the pairs each one practises. A text is offered from the step at which 95 of 100 of its words can be
          read{schoolClass && ` in the order of ${schoolClass.name}`}.
        </span>
        <button className="btn ml-auto" onClick={() => change((all) => all.set('text', 'new'))}>
          <BookPlus size={16} aria-hidden /> A text of our own
        </button>
      </p>
      <TextShelf
        texts={texts}
        order={order}
        taughtSteps={schoolClass?.taughtSteps ?? order.steps.length}
        filter={filter}
        onFilter={(next) => {
          setFilter(next);
          change((all) => {
            for (const key of KEYS) {
              if (next[key]) all.set(key, next[key]!);
              else all.delete(key);
            }
            for (const key of ['measured', 'own'] as const) {
              if (next[key]) all.set(key, '');
              else all.delete(key);
            }
          }, true);
        }}
        onOpen={(text) => change((all) => all.set('text', text.id))}
      />
    </div>
  );
}
