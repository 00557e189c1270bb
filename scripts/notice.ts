/**
 * Writes NOTICE: what others made that ships, and every package that the application needs to run with its licence, from what is
 * installed. `npm run notice`; `server/test/notice.test.ts` holds that it is true of this checkout.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { noticeText } from './notice-text.js';

const root = fileURLToPath(new URL('..', import.meta.url));
writeFileSync(
  `${root}NOTICE`,
  noticeText(root, (file) => readFileSync(file, 'utf8')),
);
