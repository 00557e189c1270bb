/** The shelf of texts: found by words, pair, step, kind, length and what a group has not read yet; a card for each. */
import type { Group, LibraryText } from '@sapling/contract';
import { isLightPair, type Gpc, type TeachingOrder } from '@sapling/core/phonics';
import { TEXT_KINDS } from '@sapling/core/reading';
import { Clock, Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { useData } from '../api/data.js';
import { GraphemeChip, graphemeSpoken } from '../ui/word-marks.js';
import { core } from '../workers/core.js';
import { useCore } from '../workers/use-core.js';
import { foundTexts, LENGTHS, NEAR_STEPS, NEVER, readByGroup, stepIn, type ShelfFilter } from './shelf-filter.js';

interface Props {
  readonly texts: readonly LibraryText[];
  readonly order: TeachingOrder;
  /** Steps of the order taught so far. */
  readonly taughtSteps: number;
  readonly filter: ShelfFilter;
  readonly onFilter: (next: ShelfFilter) => void;
  readonly onOpen: (text: LibraryText) => void;
  /** What a press of a card does, for those who cannot see: "Open", "Choose". */
  readonly does?: string;
  /** What a card says beside a text for the one it is chosen for. */
  readonly beside?: (text: LibraryText) => React.ReactNode;
}

const PAGE = 24;

export function TextShelf({ texts, order, taughtSteps, filter, onFilter, onOpen, does = 'Open', beside }: Props) {
  const { data: groups } = useData('groups');
  const { data: readings } = useData(filter.unread ? 'readings' : null, { query: {} });
  const { data: sessions } = useData(filter.unread ? 'sessions' : null, { query: {} });
  const [shown, setShown] = useState(PAGE);
  const { value: pairs, error } = useCore(() => core().textPairs(texts.map(({ id, text }) => ({ id, text }))), [texts], null);
  const about = useMemo(() => new Map((pairs ?? []).map((p) => [p.id, p])), [pairs]);
  const places = useMemo(() => new Map(order.steps.flatMap((s, k) => s.gpcs.map((gpc) => [gpc, k + 1] as const))), [order]);
  const group = groups?.find((g) => g.id === filter.unread);
  const read = useMemo(
    () => (group ? readByGroup(group.members, group.id, readings ?? [], sessions ?? []) : new Set<string>()),
    [group, readings, sessions],
  );
  const found = foundTexts(texts, filter, { order, taughtSteps, about, read });
  const set = (part: ShelfFilter): void => {
    setShown(PAGE);
    onFilter({ ...filter, ...part });
  };
  const any = Object.values(filter).some((v) => v !== undefined && v !== false && v !== '');
  return (
    <section aria-label="Shelf of texts">
      <ShelfSearch texts={texts} order={order} filter={filter} groups={groups ?? []} set={set} />
      <p role="status" className="mb-3 text-ink-2">
        {found.length === texts.length ? `${texts.length} texts` : `${found.length} of ${texts.length} texts`}
        {group && `, none of them read by ${group.name}`}
        {found.length > 1 && ', the newest step that was taught first'}
        {any && (
          <button className="ml-3 underline underline-offset-2" onClick={() => onFilter({})}>
            Show all
          </button>
        )}
      </p>
      {!pairs && (error === null || filter.pair || filter.length) ? (
        <p role={error ? 'alert' : undefined} className="text-ink-2">
          {error ?? 'Looking through the texts…'}
        </p>
      ) : found.length === 0 ? (
        <p className="border-l-4 border-rule py-1 pl-4">No text is all of this at once. Leave out one of the choices above.</p>
      ) : (
        <ul className="grid gap-3 sm:grid-cols-2 xl:grid-cols-3">
          {found.slice(0, shown).map((t) => (
            <li key={t.id}>
              <Card
                text={t}
                step={stepIn(t, order)}
                words={about.get(t.id)?.words}
                pairs={(about.get(t.id)?.pairs ?? [])
                  .filter((gpc) => !isLightPair(gpc))
                  .sort((a, b) => (places.get(b) ?? 0) - (places.get(a) ?? 0))
                  .slice(0, 4)}
                wanted={filter.pair}
                does={does}
                onOpen={() => onOpen(t)}
              >
                {beside?.(t)}
              </Card>
            </li>
          ))}
        </ul>
      )}
      {(pairs || error) && found.length > shown && (
        <p className="mt-4 text-center">
          <button className="btn" onClick={() => setShown(shown + PAGE)}>
            Show {Math.min(PAGE, found.length - shown)} more
          </button>
        </p>
      )}
    </section>
  );
}

interface SearchProps extends Pick<Props, 'texts' | 'order' | 'filter'> {
  readonly groups: readonly Pick<Group, 'id' | 'name'>[];
  readonly set: (part: ShelfFilter) => void;
}
function ShelfSearch({ texts, order, filter, groups, set }: SearchProps) {
  return (
    <div role="search" aria-label="Find a text" className="mb-4 flex flex-wrap items-end gap-x-3 gap-y-2">
      <label className="flex items-center gap-2">
        <Search size={17} aria-hidden className="text-ink-2" />
        <input
          type="search"
          className="field !w-36"
          placeholder="word or title"
          aria-label="A word of the text or the title"
          value={filter.find ?? ''}
          onChange={(e) => set({ find: e.target.value || undefined })}
        />
      </label>
      <Choice label="Practises" value={filter.pair ?? ''} onChange={(v) => set({ pair: v || undefined })}>
        <option value="">any pair</option>
        {order.steps.map((s, k) => {
          const some = s.gpcs.filter((gpc) => !isLightPair(gpc) || filter.pair === gpc);
          return some.length === 0 ? null : (
            <optgroup key={k} label={`Step ${k + 1}`}>
              {some.map((gpc) => (
                <option key={gpc} value={gpc}>
                  {graphemeSpoken(gpc)}
                </option>
              ))}
            </optgroup>
          );
        })}
      </Choice>
      <Choice label="Readable" value={filter.steps ?? ''} onChange={(v) => set({ steps: (v || undefined) as ShelfFilter['steps'] })}>
        <option value="">at any step</option>
        <option value="taught">by now</option>
        <option value="near">in the last {NEAR_STEPS} steps</option>
      </Choice>
      <Choice label="Kind" value={filter.kind ?? ''} onChange={(v) => set({ kind: v || undefined })}>
        <option value="">any kind</option>
        {TEXT_KINDS.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </Choice>
      <Choice label="Length" value={filter.length ?? ''} onChange={(v) => set({ length: (v || undefined) as ShelfFilter['length'] })}>
        <option value="">any length</option>
        {Object.entries(LENGTHS).map(([key, name]) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </Choice>
      {groups.length > 0 && (
        <Choice label="Not read yet by" value={filter.unread ?? ''} onChange={(v) => set({ unread: v || undefined })}>
          <option value="">whoever</option>
          {groups.map((g) => (
            <option key={g.id} value={g.id}>
              {g.name}
            </option>
          ))}
        </Choice>
      )}
      <label className="flex min-h-9 items-center gap-2">
        <input type="checkbox" checked={filter.measured ?? false} onChange={(e) => set({ measured: e.target.checked || undefined })} />
        for timing
      </label>
      {texts.some((t) => t.version !== null) && (
        <label className="flex min-h-9 items-center gap-2">
          <input type="checkbox" checked={filter.own ?? false} onChange={(e) => set({ own: e.target.checked || undefined })} />
          our own
        </label>
      )}
    </div>
  );
}

function Choice({
  label,
  value,
  onChange,
  children,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
  children: React.ReactNode;
}) {
  return (
    <label className="flex flex-col">
      <span className="eyebrow">{label}</span>
      <select className="field !w-[8.2rem]" value={value} onChange={(e) => onChange(e.target.value)}>
        {children}
      </select>
    </label>
  );
}

interface CardProps {
  readonly text: LibraryText;
  readonly step: number;
  readonly words: number | undefined;
  readonly pairs: readonly Gpc[];
  readonly wanted: Gpc | undefined;
  readonly does: string;
  readonly onOpen: () => void;
  readonly children?: React.ReactNode;
}
function Card({ text, step, words, pairs, wanted, does, onOpen, children }: CardProps) {
  return (
    <button
      aria-label={`${does} ${text.title}`}
      onClick={onOpen}
      className="sheet flex h-full w-full flex-col gap-1.5 px-4 py-3 text-left hover:bg-leaf-wash/60"
    >
      <span className="flex w-full items-baseline gap-3">
        <span className="font-serif text-lg leading-snug font-semibold">{text.title}</span>
        <span className="ml-auto shrink-0 text-sm text-ink-2">{step < NEVER ? `from step ${step}` : 'not in this order'}</span>
      </span>
      <span className="line-clamp-2 font-child text-lg leading-snug">{text.text.replace(/\s+/g, ' ')}</span>
      <span className="mt-auto flex w-full flex-wrap items-center gap-x-2 gap-y-1 pt-1 text-sm text-ink-2">
        <span>
          {text.kind}
          {words !== undefined && `, ${words} words`}
        </span>
        {text.measured !== null && (
          <span className="inline-flex items-center gap-1">
            <Clock size={13} aria-hidden /> timing, band {text.measured}
          </span>
        )}
        {text.version !== null && <span className="font-semibold text-ink">our own</span>}
        <span className="ml-auto flex gap-1">
          {pairs.map((gpc) => (
            <GraphemeChip key={gpc} gpc={gpc} className={gpc === wanted ? 'border-pine' : ''} />
          ))}
        </span>
      </span>
      {children}
    </button>
  );
}
