/** A word of the trade, underlined with dots: what it means comes on hover, on focus and on touch. */
import { Tooltip } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import { say } from '../wording/say.js';
import { WORDS, type TradeWord } from './words.js';

export function Word({ of, children = say(of) }: { of: TradeWord; children?: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <Tooltip.Provider delayDuration={150}>
      <Tooltip.Root open={open} onOpenChange={setOpen}>
        <Tooltip.Trigger asChild>
          <button
            type="button"
            className="cursor-help underline decoration-dotted underline-offset-4"
            onClick={(event) => {
              event.preventDefault();
              setOpen(true);
            }}
          >
            {children}
          </button>
        </Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            side="bottom"
            sideOffset={6}
            collisionPadding={12}
            className="z-50 max-w-72 rounded-m border border-rule bg-sheet px-3 py-2 text-sm text-ink shadow-lg"
          >
            {WORDS[of]}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
