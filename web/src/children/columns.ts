/** Reading a class list: which column holds what, and each line as a row of the contract or the reason it is none. */
import { importRow, type ImportRow } from '@sapling/contract';

export const FIELDS = [
  'givenName',
  'familyName',
  'fullName',
  'className',
  'year',
  'externalId',
  'firstLanguage',
  'dateOfBirth',
  'needs',
] as const;
export type Field = (typeof FIELDS)[number];
export const FIELD_WORDS: Record<Field, string> = {
  givenName: 'First name',
  familyName: 'Family name',
  fullName: 'Whole name',
  className: 'Class',
  year: 'Year',
  externalId: 'School’s own number',
  firstLanguage: 'First language',
  dateOfBirth: 'Date of birth',
  needs: 'Needs on record',
};
/** Which column (from 0) holds each field. */
export type Mapping = Partial<Record<Field, number>>;

/** Beside a name: in which order it stands, in brackets. */
const RECOGNISED: Record<Field, RegExp> = {
  givenName: /^(first|given|fore)[\s_-]*names?$|^(pre|legal|preferred)[\s_-]*(first[\s_-]*)?name$/i,
  familyName: /^(last|family|sur|second)[\s_-]*names?$/i,
  fullName:
    /^((full|whole|pupil|child('?s)?|student|legal|preferred)[\s_-]*)?names?(\s*[([].*[)\]])?$|^(pupil|child|student)$|^(sur|last|family)[\s_-]*name\s*[,/&]?\s*(fore|first|given)[\s_-]*names?$/i,
  className: /^(class|form|room|reg(istration)?[\s_-]*(group|form)|group)([\s_-]*name)?$/i,
  year: /^(year|grade|nc[\s_-]*year|year[\s_-]*group|cohort|stage)$/i,
  firstLanguage: /^(first|home|main)[\s_-]*language$/i,
  needs: /^(needs?|sen[\s_-]*(need|type|notes)?|support[\s_-]*needs?|additional[\s_-]*needs?)([\s_-]*on[\s_-]*record)?$/i,
  externalId:
    /^(id|no\.?|number|code|upn|uln|uci|ssid|lasid|sasid|mis[\s_-]*id|unique[\s_-]*(pupil|learner|student)[\s_-]*(id|number|no\.?)|(pupil|student|child|admission|school|adm|state|local|learner)[\s_-]*(id|no\.?|number|code|ref(erence)?))$/i,
  dateOfBirth: /^(d\.?o\.?b\.?|date[\s_-]*of[\s_-]*birth|birth[\s_-]*(date|day)|born)$/i,
};

/** A column of needs is taken only when somebody asks for it. */
const NOT_UNASKED: readonly Field[] = ['needs'];
/** Whether a column of whole names has the family name first, as its heading says. */
export const familyFirst = (heading: string): boolean => /(sur|last|family)[\s_-]*name\s*[,/&]?\s*(fore|first|given)/i.test(heading);

/** Guesses from the header which column is which; each column is used once. */
export function recognise(header: readonly string[]): Mapping {
  const mapping: Mapping = {};
  const used = new Set<number>();
  for (const field of FIELDS) {
    if (NOT_UNASKED.includes(field)) continue;
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

/** `Family, Given` or `Given Family`; `Family Given` where the heading says so. */
export function splitName(whole: string, familyComesFirst = false): { givenName: string; familyName: string } {
  const text = whole.trim().replace(/\s+/g, ' ');
  const comma = text.indexOf(',');
  if (comma >= 0) return { givenName: text.slice(comma + 1).trim(), familyName: text.slice(0, comma).trim() };
  const space = text.indexOf(' ');
  if (space < 0) return { givenName: text, familyName: '' };
  if (familyComesFirst) return { givenName: text.slice(space + 1), familyName: text.slice(0, space) };
  return { givenName: text.slice(0, space), familyName: text.slice(space + 1) };
}

/** In which order a date names its parts. */
export type DateOrder = 'day first' | 'month first';
const PARTS = /^(\d{1,4})[-/. ](\d{1,2}|[a-z]{3,9})[-/. ](\d{1,4})$/i;
const MONTHS = ['jan', 'feb', 'mar', 'apr', 'may', 'jun', 'jul', 'aug', 'sep', 'oct', 'nov', 'dec'];

/** A date as YYYY-MM-DD, in whatever order it is written; null where it is none. Two digits of a year are of the last hundred years. */
export function readDate(text: string, order: DateOrder, today: string): string | null {
  const parts = PARTS.exec(text.trim().replace(/\s*T.*$/, ''));
  if (!parts) return null;
  const [, a, b, c] = parts as unknown as [string, string, string, string];
  const named = MONTHS.indexOf(b.slice(0, 3).toLowerCase()) + 1;
  const yearFirst = a.length > 2;
  let year = Number(yearFirst ? a : c);
  const month = named || Number(yearFirst || order === 'day first' ? b : a);
  const day = Number(yearFirst ? c : named || order === 'day first' ? a : b);
  if (year < 100) year += Math.floor((Number(today.slice(0, 4)) - year) / 100) * 100;
  const iso = `${String(year).padStart(4, '0')}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;
  const real = new Date(`${iso}T12:00:00Z`);
  return !Number.isNaN(real.getTime()) && real.toISOString().slice(0, 10) === iso && iso <= today ? iso : null;
}
/** The order of a column's dates where some date says it (its day is beyond 12); null where every date can be read both ways. */
export function dateOrder(cells: readonly string[]): DateOrder | null {
  for (const cell of cells) {
    const [, a, b] = PARTS.exec(cell.trim()) ?? [];
    if (a === undefined || a.length > 2 || !/^\d+$/.test(b!)) continue;
    if (Number(a) > 12) return 'day first';
    if (Number(b) > 12) return 'month first';
  }
  return cells.some((cell) => /^\d{1,2}[-/. ]\d{1,2}[-/. ]\d/.test(cell.trim())) ? null : 'day first';
}
/** A year of school by what it is: `01` is `1`. */
export const plainYear = (year: string): string => year.trim().replace(/^0+(?=\d)/, '');

export interface ReadLine {
  /** Line of the file, the header being 1. */
  readonly row: number;
  readonly cells: readonly string[];
  readonly value: ImportRow | null;
  readonly reason?: string;
}

export interface Reading {
  /** The class of all rows where the list has no column for it. */
  readonly className?: string;
  /** Lines of the file down to and with the header. */
  readonly above?: number;
  readonly familyFirst?: boolean;
  readonly dates?: DateOrder;
  /** YYYY-MM-DD: nobody is born later. */
  readonly today: string;
}
/** Each line after the header as a row to send, or the reason it cannot be. */
export function readLines(
  lines: readonly (readonly string[])[],
  mapping: Mapping,
  { className = '', above = 1, familyFirst: familyComesFirst = false, dates = 'day first', today }: Reading,
): ReadLine[] {
  // eslint-disable-next-line complexity -- one row of a table of rules
  return lines.map((cells, k) => {
    const row = k + above + 1;
    const cell = (field: Field): string => (mapping[field] === undefined ? '' : (cells[mapping[field]!] ?? '').trim());
    const name =
      mapping.givenName === undefined
        ? splitName(cell('fullName'), familyComesFirst)
        : { givenName: cell('givenName'), familyName: cell('familyName') };
    const born = cell('dateOfBirth') === '' ? null : readDate(cell('dateOfBirth'), dates, today);
    const parsed = importRow.safeParse({
      row,
      ...name,
      ...(mapping.familyName !== undefined && name.familyName === '' ? { familyName: cell('familyName') } : {}),
      className: mapping.className === undefined ? className : cell('className'),
      year: plainYear(cell('year')),
      externalId: cell('externalId') || null,
      ...(mapping.firstLanguage !== undefined && { firstLanguage: cell('firstLanguage') }),
      ...(mapping.needs !== undefined && { needs: cell('needs') }),
      ...(born && { dateOfBirth: born }),
    });
    if (parsed.success && cell('dateOfBirth') !== '' && born === null)
      return { row, cells, value: null, reason: `“${cell('dateOfBirth')}” is no date of birth that can be read.` };
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
