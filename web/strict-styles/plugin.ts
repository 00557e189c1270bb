/**
 * Packages that write style elements into the page as it runs would need a policy that allows anybody to. The notices' styles
 * are taken from the package's own file instead, and the one that stops a page from scrolling behind a dialog is handed to the
 * browser as a constructed sheet (CSSOM), which the policy does not concern.
 */
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

const SINGLETON = fileURLToPath(new URL('./style-singleton.ts', import.meta.url));

export function strictStyles(): Plugin {
  return {
    name: 'strict-styles',
    enforce: 'pre',
    resolveId(id) {
      return id === 'react-style-singleton' ? SINGLETON : null;
    },
    transform(code, id) {
      if (!/node_modules\/sonner\/dist\/index\.m?js/.test(id)) return null;
      const without = code.replace(/^__insertCSS\(".*"\);$/m, '');
      if (without === code) this.error('sonner no longer writes its styles as it did: look whether they still come from its own file.');
      return { code: without, map: null };
    },
  };
}
