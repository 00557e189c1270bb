/** Reading a class list: which column holds what, and each line as a row of the contract or the reason it is none. */
import { importRow, type ImportRow } from '@sapling/contract';

export const FIELDS = ['givenName', 'familyName', 'fullName', 'className', 'year', 'externalId', 'firstLanguage', 'needs'] as const;
export type Field = (typeof FIELDS)[number];
export const FIELD_WORDS: Record<Field, string> = {
  givenName: 'First name',
  familyName: 'Family name',
  fullName: 'Whole name',
  className: 'Class',
  year: 'Year',
  externalId: 'School’s own number',
  firstLanguage: 'First language',
  needs: 'Needs on record',
};
/** Which column (from 0) holds each field. */
export type Mapping = Partial<Record<Field, number>>;

const RECOGNISED: Record<Field, RegExp> = {
  givenName: /^(first|given|fore)[\s_-]*names?$|^(pre|legal|preferred)[\s_-]*(first[\s_-]*)?name$/i,
  familyName: /^(last|family|sur|second)[\s_-]*names?$/i,
  fullName: /^(full[\s_-]*|whole[\s_-]*|pupil[\s_-]*|child('?s)?[\s_-]*|student[\s_-]*)?name$|^(pupil|child|student)$/i,
  className: /^(class|form|room|reg(istration)?[\s_-]*(group|form)|group)([\s_-]*name)?$/i,
  year: /^(year|grade|nc[\s_-]*year|year[\s_-]*group|cohort|stage)$/i,
  firstLanguage: /^(first|home|main)[\s_-]*language$/i,
  needs: /^(needs?|sen[\s_-]*(need|type|notes)?|support[\s_-]*needs?|additional[\s_-]*needs?)([\s_-]*on[\s_-]*record)?$/i,
  externalId: /^(id|no\.?|number|code|(pupil|student|child|admission|school|adm)[\s_-]*(id|no\.?|number|code|ref(erence)?))$/i,
};

/** Guesses from the header which column is which; each column is used once. */
export function recognise(header: readonly string[]): Mapping {
  const mapping: Mapping = {};
  const used = new Set<number>();
  for (const field of FIELDS) {
    const at = header.findIndex((name, k) => !used.has(k) && RECOGNISED[field].test(name.trim()));
    if (at < 0) continue;
    mapping[field] = at;
    used.add(at);
  }
  // both parts of the name are there: a whole name would only say it again
  if (mapping.givenName !== undefined) delete mapping.fullName;
  return mapping;
}

/** Gives a field another column, or none: a column says one thing only. */
export function assign(mapping: Mapping, field: Field, column: number | null): Mapping {
  const rest = Object.entries(mapping).filter(([other, at]) => other !== field && at !== column);
  return Object.fromEntries(column === null ? rest : [...rest, [field, column]]) as Mapping;
}

/** `Family, Given` or `Given Family`. */
export function splitName(whole: string): { givenName: string; familyName: string } {
  const text = whole.trim().replace(/\s+/g, ' ');
  const comma = text.indexOf(',');
  if (comma >= 0) return { givenName: text.slice(comma + 1).trim(), familyName: text.slice(0, comma).trim() };
  const space = text.indexOf(' ');
  return space < 0 ? { givenName: text, familyName: '' } : { givenName: text.slice(0, space), familyName: text.slice(space + 1) };
}

export interface ReadLine {
  /** Line of the file, the header being 1. */
  readonly row: number;
  readonly cells: readonly string[];
  readonly value: ImportRow | null;
  readonly reason?: string;
}

/**
 * Each line after the header as a row to send, or the reason it cannot be.
 * @param className the class of all rows where the list has no column for it.
 */
export function readLines(lines: readonly (readonly string[])[], mapping: Mapping, className: string): ReadLine[] {
  return lines.map((cells, k) => {
    const row = k + 2;
    const cell = (field: Field): string => (mapping[field] === undefined ? '' : (cells[mapping[field]!] ?? '').trim());
    const name =
      mapping.givenName === undefined ? splitName(cell('fullName')) : { givenName: cell('givenName'), familyName: cell('familyName') };
    const parsed = importRow.safeParse({
      row,
      ...name,
      ...(mapping.familyName !== undefined && name.familyName === '' ? { familyName: cell('familyName') } : {}),
      className: mapping.className === undefined ? className : cell('className'),
      year: cell('year'),
      externalId: cell('externalId') || null,
      ...(mapping.firstLanguage !== undefined && { firstLanguage: cell('firstLanguage') }),
      ...(mapping.needs !== undefined && { needs: cell('needs') }),
    });
    if (parsed.success) return { row, cells, value: parsed.data };
    const issue = parsed.error.issues[0]!;
    const field = issue.path[0] as string;
    const word =
      field === 'givenName'
        ? 'The first name'
        : field === 'familyName'
          ? 'The family name'
          : field === 'className'
            ? 'The class'
            : field === 'year'
              ? 'The year'
              : field === 'firstLanguage'
                ? 'The first language'
                : field === 'needs'
                  ? 'What is written of needs'
                  : 'The number';
    return {
      row,
      cells,
      value: null,
      reason: issue.code === 'too_small' ? `${word} is empty.` : issue.code === 'too_big' ? `${word} is too long.` : issue.message,
    };
  });
}
