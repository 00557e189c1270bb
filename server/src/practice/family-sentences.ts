/** The sentences of a sheet for home in a family's language: the school's own over those that ship, English where neither has one. */
import type { SchoolSettings } from '@sapling/contract';
import { FAMILY_ENGLISH, FAMILY_KEYS, familyLanguage, type FamilySentences } from '@sapling/data';

export interface ForFamily {
  readonly sentences: FamilySentences;
  /** BCP 47, for who reads the paper aloud; English where the language is the school's own. */
  readonly tag: string;
  /** Whether it is in another language than English, so that English stands beside it. */
  readonly translated: boolean;
}

/** @example sentencesFor('Polish', []).tag // 'pl' */
export function sentencesFor(language: string, own: SchoolSettings['families']): ForFamily {
  const shipped = familyLanguage(language);
  const names = [language, shipped?.name ?? ''].map((name) => name.trim().toLowerCase());
  const typed = own.find((l) => names.includes(l.language.toLowerCase()))?.sentences ?? {};
  const sentences = Object.fromEntries(
    FAMILY_KEYS.map((key) => [key, typed[key] || shipped?.sentences[key] || FAMILY_ENGLISH[key]]),
  ) as unknown as FamilySentences;
  const translated = FAMILY_KEYS.some((key) => sentences[key] !== FAMILY_ENGLISH[key]) && names[0] !== 'english';
  return { sentences, tag: shipped?.tag ?? 'en', translated };
}

/** A sentence with the child's name and the word in it. */
export const filled = (sentence: string, { name = '', word = '' }: { name?: string; word?: string }): string =>
  sentence.replaceAll('{name}', name).replaceAll('{word}', word);
