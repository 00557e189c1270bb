/** A menu behind a button, on Radix. What is chosen happens once the menu is gone and the focus is back on the button. */
import { DropdownMenu } from 'radix-ui';
import { createContext, use, useRef, type ReactNode, type RefObject } from 'react';

/** What was chosen and is still to happen. */
const Chosen = createContext<RefObject<(() => void) | null> | null>(null);

/**
 * The list of a `DropdownMenu.Root`. A dialog that opened while the menu closes would lose the focus to its first button, and
 * whoever closed it would stand at the top of the page: the button is no part of what had the focus then.
 */
export function Menu({ children }: { children: ReactNode }) {
  const chosen = useRef<(() => void) | null>(null);
  return (
    <DropdownMenu.Portal>
      <DropdownMenu.Content
        align="end"
        sideOffset={4}
        className="z-50 min-w-48 rounded-m border border-rule bg-sheet py-1 shadow-lg"
        onCloseAutoFocus={() => {
          // after Radix has given the focus back
          queueMicrotask(() => {
            chosen.current?.();
            chosen.current = null;
          });
        }}
      >
        <Chosen value={chosen}>{children}</Chosen>
      </DropdownMenu.Content>
    </DropdownMenu.Portal>
  );
}

export function MenuItem({ onSelect, children }: { onSelect: () => void; children: ReactNode }) {
  const chosenRef = use(Chosen)!;
  return (
    <DropdownMenu.Item
      onSelect={() => {
        chosenRef.current = onSelect;
      }}
      className="cursor-pointer px-4 py-1.5 outline-none data-[highlighted]:bg-leaf-wash"
    >
      {children}
    </DropdownMenu.Item>
  );
}
