/** Has every text of the interface said through its catalogue while it is built or served. */
import { relative, sep } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';
import { findMessages } from './find-messages.js';

const SOURCE = fileURLToPath(new URL('../src', import.meta.url));
const SAY = fileURLToPath(new URL('../src/wording/say.ts', import.meta.url));

/** Whether texts of this file are read by people; the wording itself is not. */
export const hasMessages = (file: string): boolean =>
  file.startsWith(SOURCE + sep) && /\.tsx?$/.test(file) && !/[\\/](wording|workers)[\\/]/.test(file.slice(SOURCE.length));

export function messages(): Plugin {
  return {
    name: 'messages',
    enforce: 'pre',
    transform(code, id) {
      const file = id.split('?')[0]!;
      if (!hasMessages(file)) return null;
      return findMessages(code, relative(SOURCE, file), SAY).changed;
    },
  };
}
