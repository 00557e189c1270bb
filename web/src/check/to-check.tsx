/** The children who are due, each with a button to begin; only what is in view is drawn. */
import { type ChildLine, fullName } from '@sapling/contract';
import { checkKind } from '@sapling/core/checks';
import { memo, useLayoutEffect, useRef, type RefObject } from 'react';
import { Link } from 'react-router';
import { useOrders } from '../api/orders.js';
import { clock } from '../clock.js';
import { ChildLine as Line } from '../ui/child-line.js';
import { agoWords } from '../ui/dates.js';
import { rowAt, useRowsInView, useWide, type RowInView } from '../ui/in-view.js';
import { cardsFor, type Choice } from './choice.js';
import { canBeAsked } from './in-turn.js';

interface Props {
  shown: readonly ChildLine[];
  choice: Choice;
  /** Whether it is entered from memory. */
  late: boolean;
  dueAfterDays: number | undefined;
  /** The child whose check is being prepared. */
  preparing: string | null;
  ahead: (child: ChildLine) => void;
  begin: (child: ChildLine, quick?: boolean) => void;
}
export function ToCheck({ shown, choice, late, dueAfterDays, preparing, ahead, begin }: Props) {
  const orders = useOrders();
  const list = useRef<HTMLUListElement>(null);
  // on a narrow screen the line stands under the name, and buttons may wrap
  const wide = useWide(1024);
  const { rows, height, measure } = useRowsInView(shown.length, wide ? 2.8125 : 5.25, list, !wide);
  const info = checkKind(choice.kind);
  // the same to every row, so that a row is drawn again only where something of it changed
  const does = useRef({ ahead, begin });
  useLayoutEffect(() => {
    does.current = { ahead, begin };
  });
  return (
    <ul ref={list} className="sheet relative" style={{ height }}>
      {rows.map(({ index, top }) => {
        const child = shown[index]!;
        return (
          <Row
            key={child.id}
            child={child}
            cards={info.from === 'pairs' ? cardsFor(child, choice.scope, clock.ms(), dueAfterDays).length : null}
            quick={info.byCard === true && !late}
            asked={canBeAsked(child, choice.kind)}
            total={orders?.total(child.classId)}
            preparing={preparing === null ? 'nobody' : preparing === child.id ? 'this one' : 'another'}
            index={index}
            top={top}
            of={shown.length}
            measure={measure}
            does={does}
          />
        );
      })}
    </ul>
  );
}

interface RowProps extends RowInView {
  child: ChildLine;
  /** How many cards there would be; null where a check has no cards. */
  cards: number | null;
  /** Whether a quick check can begin. */
  quick: boolean;
  /** Whether there is anything to ask. */
  asked: boolean;
  /** How many pairs the whole order has. */
  total: number | undefined;
  preparing: 'nobody' | 'this one' | 'another';
  of: number;
  measure: (row: Element | null) => void;
  does: RefObject<Pick<Props, 'ahead' | 'begin'>>;
}
const Row = memo(function Row({ child, cards, quick, asked, total, preparing, index, top, of, measure, does }: RowProps) {
  const name = fullName(child);
  return (
    <li
      key={child.id}
      ref={measure}
      data-index={index}
      aria-setsize={of}
      aria-posinset={index + 1}
      style={rowAt(top)}
      className="flex items-center gap-3 border-b border-rule-2 px-3 py-1.5 lg:h-[2.8125rem] max-lg:flex-wrap max-lg:gap-y-1"
    >
      <Link to={`/children/${child.id}`} className="w-40 shrink-0 truncate font-semibold underline-offset-4 hover:underline">
        {name}
      </Link>
      <span className="w-32 shrink-0 text-sm text-ink-2">{child.lastCheck ? `${agoWords(child.lastCheck)}` : 'never checked'}</span>
      <div className="min-w-0 flex-1 max-lg:order-last max-lg:basis-full">
        <Line line={child.line} total={total} width="100%" />
      </div>
      {cards !== null && <span className="w-16 text-right text-sm text-ink-2">{cards === 1 ? '1 card' : `${cards} cards`}</span>}
      {quick && (
        <button
          className="btn btn-small"
          disabled={!asked || preparing !== 'nobody'}
          onClick={() => does.current.begin(child, true)}
          aria-label={`Quick check with ${name}`}
          title="Only the cards that tell most, at most half of them"
        >
          Quick
        </button>
      )}
      <button
        className="btn btn-small"
        disabled={!asked || cards === 0 || preparing !== 'nobody'}
        aria-busy={preparing === 'this one'}
        onPointerEnter={() => does.current.ahead(child)}
        onFocus={() => does.current.ahead(child)}
        onClick={() => does.current.begin(child)}
        aria-label={`Start with ${name}`}
      >
        {preparing === 'this one' ? 'Preparing…' : 'Start'}
      </button>
    </li>
  );
});
