/** One dialog and one side panel, on Radix: focus is held and given back, Escape closes. */
import { X } from 'lucide-react';
import { Dialog as Radix } from 'radix-ui';
import { useRef, type ReactNode } from 'react';

/** What had the focus last outside of every dialog: a field that takes it as its dialog opens hides where it came from. */
let lastOutside: Element | null = null;
if (typeof document !== 'undefined')
  document.addEventListener('focusin', ({ target }) => {
    if (target instanceof Element && !target.closest('[role=dialog]')) lastOutside = target;
  });

interface Props {
  open: boolean;
  onClose: () => void;
  title: string;
  lead?: ReactNode;
  children: ReactNode;
  side?: boolean;
  /** As wide as the page allows. */
  wide?: boolean;
}

export function Dialog({ open, onClose, title, lead, children, side = false, wide = false }: Props) {
  // opened from many places, so there is no one trigger: focus goes back to where it was
  const from = useRef<Element | null>(null);
  /** Whether something was typed: a press beside the dialog, made by mistake, does not lose it. */
  const typed = useRef(false);
  return (
    <Radix.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="no-print fixed inset-0 z-40 bg-pine/45" />
        <Radix.Content
          onOpenAutoFocus={() => {
            from.current ??= document.activeElement;
            typed.current = false;
          }}
          onInput={(event) => {
            if ((event.target as Element).matches('textarea, input:not([type=checkbox], [type=radio], [type=search])'))
              typed.current = true;
          }}
          onPointerDownOutside={(event) => {
            if (typed.current) event.preventDefault();
          }}
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            // where a field of the dialog took the focus by itself, its opening was never told
            const back = from.current ?? lastOutside;
            if (back instanceof HTMLElement) back.focus();
            from.current = null;
          }}
          {...(lead ? {} : { 'aria-describedby': undefined })}
          className={`no-print fixed z-50 flex max-h-dvh flex-col overflow-y-auto border-rule bg-sheet p-6 shadow-xl focus:outline-none ${
            side
              ? 'inset-y-0 right-0 w-[30rem] max-w-[94vw] border-l'
              : `top-1/2 left-1/2 max-h-[90dvh] ${wide ? 'w-[74rem]' : 'w-[34rem]'} max-w-[94vw] -translate-1/2 rounded-m border`
          }`}
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <div>
              <Radix.Title className="font-serif text-xl font-semibold">{title}</Radix.Title>
              {lead && <Radix.Description className="mt-1 text-ink-2">{lead}</Radix.Description>}
            </div>
            <Radix.Close className="btn btn-quiet btn-small -mt-1" aria-label="Close">
              <X size={18} aria-hidden />
            </Radix.Close>
          </div>
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
