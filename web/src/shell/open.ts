/** What lies over every screen: the command list, or help. */
import { createContext, useContext } from 'react';

export type Opened = 'commands' | 'help' | null;
export const OpenContext = createContext<{ readonly opened: Opened; readonly open: (what: Opened) => void }>({
  opened: null,
  open: () => undefined,
});
export const useOpen = (): { readonly opened: Opened; readonly open: (what: Opened) => void } => useContext(OpenContext);
