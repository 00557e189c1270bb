/** Whether the screen is as narrow as a phone's: then the places stand at its foot, and are in the page once. */
import { useSyncExternalStore } from 'react';

const narrow = window.matchMedia('(max-width: 639px)');
const listen = (tell: () => void): (() => void) => {
  narrow.addEventListener('change', tell);
  return () => narrow.removeEventListener('change', tell);
};
export const usePhone = (): boolean => useSyncExternalStore(listen, () => narrow.matches);
