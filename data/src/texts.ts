/** The texts that ship: Markdown files in `data/texts/`, each offered from a step of each teaching order. */
import { readdirSync, readFileSync } from 'node:fs';
import { isCoreError } from '@sapling/core';
import { parseTextFile, type ReadingText } from '@sapling/core/reading';

export interface ShippedText extends ReadingText {
  readonly id: string;
}

const folder = new URL('../texts/', import.meta.url);
export const TEXTS: readonly ShippedText[] = readdirSync(folder)
  .filter((name) => name.endsWith('.md'))
  .sort()
  .map((name) => {
    try {
      return { id: name.slice(0, -3), ...parseTextFile(readFileSync(new URL(name, folder), 'utf8')) };
    } catch (error) {
      throw isCoreError(error) ? new Error(`${name}: ${error.field}: ${error.message}`) : error;
    }
  });
