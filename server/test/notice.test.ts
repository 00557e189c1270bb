/** NOTICE is true of what is installed: every package that the application runs with is named with its licence. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, it } from 'vitest';
import { noticeText } from '../../scripts/notice-text.js';

const root = `${join(import.meta.dirname, '../..')}/`;

it('NOTICE names every package and work, as `npm run notice` writes it', () => {
  const text = noticeText(root, (file) => readFileSync(file, 'utf8'));
  expect(readFileSync(`${root}NOTICE`, 'utf8')).toBe(text);
  for (const name of ['express ', 'pdfkit ', 'react ', 'OpenMoji', 'Andika']) expect(text).toContain(name);
});
