/** What the package of this name does, with a constructed sheet: styles that are there as long as somebody uses them. */
import { useEffect } from 'react';

export interface StyleSingleton {
  add(styles: string): void;
  remove(): void;
}
export function stylesheetSingleton(): StyleSingleton {
  let users = 0;
  let sheet: CSSStyleSheet | undefined;
  return {
    add(styles) {
      if (users === 0) {
        sheet = new CSSStyleSheet();
        sheet.replaceSync(styles);
        document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
      }
      users += 1;
    },
    remove() {
      users -= 1;
      if (users > 0 || !sheet) return;
      document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
      sheet = undefined;
    },
  };
}
export function styleHookSingleton(): (styles: string) => void {
  const sheet = stylesheetSingleton();
  return (styles) => {
    useEffect(() => {
      sheet.add(styles);
      return () => sheet.remove();
    }, [styles]);
  };
}
export function styleSingleton(): (props: { styles: string; dynamic?: boolean }) => null {
  const useStyle = styleHookSingleton();
  return function Sheet({ styles }) {
    useStyle(styles);
    return null;
  };
}
