/**
 * The fonts of paper, all of them shipped: Andika for nearly everything, Noto Sans for names in scripts that Andika lacks,
 * a school's handwriting model for lines to trace. Each is read and unpacked once a process, the rarer ones when a letter asks.
 */
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { SchoolSettings } from '@sapling/contract';
import { decompress } from 'wawoff2';
import { unpackWoff } from './woff.js';

const files = createRequire(import.meta.url);
const fileOf = (name: string): Buffer => readFileSync(files.resolve(name));

/** Parts of Andika, each with letters that the ones before it lack: names of children come in more than English has. */
export const SUBSETS = ['latin', 'latin-ext', 'vietnamese', 'cyrillic', 'cyrillic-ext'] as const;
/** Scripts that Andika lacks, and where Noto has them. */
const SCRIPTS: readonly (readonly [letters: RegExp, name: string, file: string])[] = [
  [/\p{Script=Arabic}/u, 'arabic', 'noto-sans-arabic/files/noto-sans-arabic-arabic'],
  [/\p{Script=Armenian}/u, 'armenian', 'noto-sans-armenian/files/noto-sans-armenian-armenian'],
  [/\p{Script=Bengali}/u, 'bengali', 'noto-sans-bengali/files/noto-sans-bengali-bengali'],
  [/\p{Script=Devanagari}/u, 'devanagari', 'noto-sans-devanagari/files/noto-sans-devanagari-devanagari'],
  [/\p{Script=Georgian}/u, 'georgian', 'noto-sans-georgian/files/noto-sans-georgian-georgian'],
  [/[\u1f00-\u1fff]/u, 'greek-ext', 'noto-sans/files/noto-sans-greek-ext'],
  [/\p{Script=Greek}/u, 'greek', 'noto-sans/files/noto-sans-greek'],
  [/\p{Script=Gurmukhi}/u, 'gurmukhi', 'noto-sans-gurmukhi/files/noto-sans-gurmukhi-gurmukhi'],
  [/\p{Script=Hebrew}/u, 'hebrew', 'noto-sans-hebrew/files/noto-sans-hebrew-hebrew'],
  [/\p{Script=Tamil}/u, 'tamil', 'noto-sans-tamil/files/noto-sans-tamil-tamil'],
];

/**
 * Chinese, Japanese and Korean come in a hundred slices each, of letters that are met together: which slice has a letter is what
 * the package's own list of ranges says. Han letters and kana are drawn as Simplified Chinese draws them.
 */
const SLICED: readonly (readonly [letters: RegExp, packageName: string])[] = [
  [/\p{Script=Hangul}/u, 'noto-sans-kr'],
  [/[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}]/u, 'noto-sans-sc'],
];
type Slice = readonly [slice: string, ranges: readonly (readonly [from: number, to: number])[]];
const slices = new Map<string, readonly Slice[]>();
function slicesOf(packageName: string): readonly Slice[] {
  const found = slices.get(packageName);
  if (found) return found;
  const list = JSON.parse(fileOf(`@fontsource/${packageName}/unicode.json`).toString()) as Record<string, string>;
  const made = Object.entries(list)
    .filter(([name]) => name.startsWith('['))
    .map(([name, ranges]): Slice => [
      name.slice(1, -1),
      ranges.split(',').map((range) => {
        const [from, to] = range.replace('U+', '').split('-');
        return [parseInt(from!, 16), parseInt(to ?? from!, 16)] as const;
      }),
    ]);
  slices.set(packageName, made);
  return made;
}
/** The font with one of the letters of a sliced script, by its file. */
function slicedFont(letter: string): string | undefined {
  const name = SLICED.find(([letters]) => letters.test(letter))?.[1];
  if (!name) return undefined;
  const code = letter.codePointAt(0)!;
  const slice = slicesOf(name).find(([, ranges]) => ranges.some(([from, to]) => code >= from && code <= to))?.[0];
  return slice && `${name}/files/${name}-${slice}`;
}

let base: Readonly<Record<string, Buffer>> | undefined;
/** Andika by subset, plain and bold: `plain latin`. */
export const baseFonts = (): Readonly<Record<string, Buffer>> =>
  (base ??= Object.fromEntries(
    SUBSETS.flatMap((subset) =>
      [
        ['plain', 400],
        ['bold', 700],
      ].map(([weight, n]) => [`${weight} ${subset}`, unpackWoff(fileOf(`@fontsource/andika/files/andika-${subset}-${n}-normal.woff`))]),
    ),
  ));

/** The script of a letter that Andika lacks; undefined for one that no font here has. */
export const scriptOf = (letter: string): string | undefined =>
  SCRIPTS.find(([letters]) => letters.test(letter))?.[1] ?? slicedFont(letter);

const scripts = new Map<string, Buffer>();
/** Noto Sans for what `scriptOf` named, plain or bold. */
export function scriptFont(name: string, bold: boolean): Buffer {
  const key = `${name} ${bold}`;
  const found = scripts.get(key);
  if (found) return found;
  const file = SCRIPTS.find(([, n]) => n === name)?.[2] ?? name;
  const made = unpackWoff(fileOf(`@fontsource/${file}-${bold ? 700 : 400}-normal.woff`));
  scripts.set(key, made);
  return made;
}

const models = new Map<string, Promise<Buffer>>();
/** A school's handwriting model, unpacked from WOFF 2 (which PDFKit cannot take apart itself); undefined where it has none. */
export async function handwritingFont(model: SchoolSettings['handwriting']): Promise<Buffer | undefined> {
  if (model === '') return undefined;
  const packed = `@fontsource-variable/playwrite-${model}/files/playwrite-${model}-fallback-wght-normal.woff2`;
  const found = models.get(model) ?? decompress(fileOf(packed)).then((font: Uint8Array) => Buffer.from(font));
  models.set(model, found);
  return found;
}
