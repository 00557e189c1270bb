/**
 * A word under study with a mark under each grapheme: a short bar for one letter, a long bar for several,
 * a loop that ties the two letters of a split digraph. The odd part of an irregular word stands on an open box.
 */
import { hasOtherSound, keyWordOf } from '@sapling/core/phonics';

interface Unit {
  grapheme: string;
  sound: string;
  letters: number[];
}

/** How a word is written that stands alone: *I* is a capital everywhere. */
export const wordShown = (word: string): string => (word === 'i' ? 'I' : word);

export function WordMarks({
  word: spelling,
  units,
  focus = [],
  odd = [],
  marks = true,
  className = '',
}: {
  word: string;
  units: readonly Unit[];
  focus?: readonly string[];
  odd?: readonly number[] | undefined;
  marks?: boolean;
  className?: string;
}) {
  const word = wordShown(spelling);
  if (units.length === 0 || !marks) return <span className={`font-child ${className}`}>{word}</span>;
  const inFocus = (unit: Unit): boolean => focus.includes(`${unit.grapheme}:${unit.sound}`);
  const splitAt = units.findIndex((u) => u.grapheme.includes('_'));
  const plain = (unit: Unit, k: number) => (
    <span key={k} className={`relative inline-block px-[0.06em] pb-[0.24em] ${inFocus(unit) ? 'font-bold' : ''}`}>
      {unit.letters.map((at) => word[at]).join('')}
      <span
        aria-hidden
        className={`absolute bottom-0 ${odd.includes(k) ? 'inset-x-[0.03em] h-[0.2em] border-[0.06em] border-b-0 border-gap' : `h-[0.075em] bg-ink ${unit.letters.length > 1 ? 'inset-x-[0.05em]' : 'left-1/2 w-[0.3em] -translate-x-1/2'}`}`}
      />
    </span>
  );
  const body: React.ReactNode[] = [];
  for (let k = 0; k < units.length; k += 1) {
    if (k !== splitAt) {
      body.push(plain(units[k]!, k));
      continue;
    }
    const split = units[k]!;
    const end = split.letters.at(-1)!;
    const inside = units.slice(k + 1).filter((u) => u.letters[0]! < end);
    body.push(
      <span key={k} className="relative inline-block pb-[0.24em]">
        <span className={`px-[0.06em] ${inFocus(split) ? 'font-bold' : ''}`}>{word[split.letters[0]!]}</span>
        {inside.map((u, n) => plain(u, k + n + 1))}
        <span className={`px-[0.06em] ${inFocus(split) ? 'font-bold' : ''}`}>{word[end]}</span>
        <span
          aria-hidden
          className={`absolute inset-x-[0.22em] -bottom-[0.14em] h-[0.36em] rounded-b-[0.4em] ${odd.includes(k) ? 'border-gap' : 'border-ink'} border-x-[0.07em] border-b-[0.07em]`}
        />
      </span>,
    );
    k += inside.length;
  }
  return (
    <span className={`inline-block whitespace-nowrap font-child ${className}`}>
      <span className="sr-only">{word}</span>
      <span aria-hidden>{body}</span>
    </span>
  );
}

/** A grapheme as a child sees it: a_e with a gap where the letter goes. */
export function graphemeShown(gpc: string): string {
  return gpc.split(':')[0]!.replace('_', '‑');
}
/** A pair as it is said aloud: with a word it is heard in, not with a notation of its sound. @example graphemeSpoken('s:z') // 's as in his' */
export const graphemeSpoken = (gpc: string): string => `${graphemeShown(gpc)} as in ${keyWordOf(gpc)}`;
/** The sound beside a grapheme: a notation for the eye, a word for the ear. */
export function Sound({ gpc, className }: { gpc: string; className: string }) {
  return (
    <>
      <span aria-hidden className={className}>
        /{gpc.split(':')[1]}/
      </span>
      <span className="sr-only"> as in {keyWordOf(gpc)}</span>
    </>
  );
}
/** A sound that was heard: a notation for the eye, a word for the ear. */
export function HeardSound({ sound, className }: { sound: string; className: string }) {
  return (
    <>
      <span aria-hidden className={className}>
        /{sound}/
      </span>
      <span className="sr-only">the sound in {keyWordOf(`:${sound}`)}</span>
    </>
  );
}
/** A pair where there is little room: its sound stands beside it only where its spelling has another one as well. */
export function ShortPair({ gpc, className = 'text-xl' }: { gpc: string; className?: string }) {
  return hasOtherSound(gpc) ? (
    <Pair gpc={gpc} className={className} />
  ) : (
    <span className={`font-child ${className}`}>{graphemeShown(gpc)}</span>
  );
}
/** The same in a sentence. @example pairShown('y:ee') // 'y /ee/' */
export const pairShown = (gpc: string): string =>
  hasOtherSound(gpc) ? `${graphemeShown(gpc)} /${gpc.split(':')[1]}/` : graphemeShown(gpc);
/** A pair in running text: the grapheme as a child sees it, its sound small beside it. */
export function Pair({ gpc, className = 'text-xl' }: { gpc: string; className?: string }) {
  return (
    <span className="whitespace-nowrap">
      <span className={`font-child ${className}`}>{graphemeShown(gpc)}</span>
      <Sound gpc={gpc} className="ml-0.5 font-sans text-sm text-ink-2" />
    </span>
  );
}
export function GraphemeChip({ gpc, sound = false, className = '' }: { gpc: string; sound?: boolean; className?: string }) {
  return (
    <span className={`inline-flex items-baseline gap-1 rounded-s border border-rule bg-white px-1.5 ${className}`}>
      <span className="font-child text-[1.05em]">{graphemeShown(gpc)}</span>
      {sound && <Sound gpc={gpc} className="text-sm text-ink-2" />}
    </span>
  );
}
