/** Library: six shelves, each held against what the chosen class has been taught. */
import type { Taught, TeachingOrder } from '@sapling/core/phonics';
import type { SchoolClass } from '@sapling/contract';
import { useEffect, useState } from 'react';
import { NavLink, Outlet, useLocation, useOutletContext, useSearchParams } from 'react-router';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { ClassPicker } from '../ui/class-picker.js';
import { Page, Pending } from '../ui/page.js';
import { core } from '../workers/core.js';

export interface Shelf {
  /** Null where there is no class yet: then the first order that ships is taken as taught in full. */
  readonly schoolClass: SchoolClass | null;
  readonly className: string;
  readonly order: TeachingOrder;
  readonly taught: Taught;
  /** Pairs of the order that come after what is taught. */
  readonly next: readonly string[];
  /** The class in the address, so that a link keeps it. */
  readonly search: string;
  /** Names the window by what lies open on the shelf. */
  readonly onOpened: (name: string | null) => void;
}
export const useShelf = (): Shelf => useOutletContext<Shelf>();
/** The window is called by this text or order while it lies open. */
export function useOpened(name: string): void {
  const { onOpened } = useShelf();
  useEffect(() => {
    onOpened(name);
    return () => onOpened(null);
  }, [name, onOpened]);
}

const SHELVES = [
  { to: '/library', name: 'Sounds', end: true },
  { to: '/library/words', name: 'Words' },
  { to: '/library/texts', name: 'Texts' },
  { to: '/library/orders', name: 'Teaching orders' },
  { to: '/library/rules', name: 'Rules' },
  { to: '/library/styles', name: 'Session styles' },
];

export function Component() {
  const { data: classes, error } = useData('classes');
  const { data: all } = useData('orders');
  const orders = useOrders();
  const [params, setParams] = useSearchParams();
  const { pathname } = useLocation();
  const here = SHELVES.findLast((s) => pathname.startsWith(s.to));
  const [opened, setOpened] = useState<string | null>(null);
  const tab = opened ? `${opened}, Library` : here && here !== SHELVES[0] ? `${here.name}, Library` : 'Library';
  useEffect(() => {
    const timer = setTimeout(() => void core().warmUp(), 800);
    return () => clearTimeout(timer);
  }, []);
  if (!classes || !orders || !all)
    return (
      <Page title="Library" tab={tab}>
        <Pending error={error} what="the library" />
      </Page>
    );
  const chosen = classes.find((c) => c.id === params.get('class')) ?? classes[0] ?? null;
  const order = (chosen && orders.order(chosen.id)) ?? (all[0] as TeachingOrder);
  const everything = { gpcs: order.steps.flatMap((s) => [...s.gpcs]), words: order.steps.flatMap((s) => [...s.words]) };
  const taught = chosen ? orders.taught(chosen.id) : everything;
  const known = new Set(taught.gpcs);
  const shelf: Shelf = {
    schoolClass: chosen,
    className: chosen?.name ?? 'A class that was taught it all',
    order,
    taught,
    next: everything.gpcs.filter((gpc) => !known.has(gpc)),
    search: chosen && params.get('class') ? `?class=${chosen.id}` : '',
    onOpened: setOpened,
  };
  return (
    <Page title="Library" tab={tab} wide>
      <div className="no-print -mt-2 mb-6 flex flex-wrap items-end justify-between gap-x-8 gap-y-1 border-b border-rule">
        <nav aria-label="Shelves of the library">
          <ul className="flex flex-wrap">
            {SHELVES.map(({ to, name, end }) => (
              <li key={to}>
                <NavLink
                  to={to + shelf.search}
                  end={end ?? false}
                  className={({ isActive }) =>
                    `block border-b-[3px] px-3 py-2 text-[1.05rem] font-semibold ${isActive ? 'border-pine text-ink' : 'border-transparent text-ink-2 hover:text-ink'}`
                  }
                >
                  {name}
                </NavLink>
              </li>
            ))}
          </ul>
        </nav>
        {chosen && (
          <div className="flex items-center gap-1">
            <span className="text-sm text-ink-2">as taught in</span>
            <ClassPicker
              classes={classes}
              value={chosen.id}
              all={false}
              onChange={(id) =>
                setParams((now) => new URLSearchParams({ ...Object.fromEntries(now), ...(id ? { class: id } : {}) }), { replace: true })
              }
            />
          </div>
        )}
      </div>
      <Outlet context={shelf} />
    </Page>
  );
}
