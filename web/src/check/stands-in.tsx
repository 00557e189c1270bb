/** The word a grapheme stands in, its letters marked: a spelling of two sounds is never asked bare. */
import { hasOtherSound, keyWordOf, splitGpc } from '@sapling/core/phonics';

/** Which letters of a word a grapheme is: the first place it stands at; both ends of a split digraph. */
function lettersOf(word: string, grapheme: string): Set<number> {
  const [first = '', second] = grapheme.split('_');
  const at = word.indexOf(first);
  if (at < 0) return new Set();
  if (second !== undefined) return new Set([at, word.indexOf(second, at + 2)]);
  return new Set(Array.from({ length: first.length }, (_, k) => at + k));
}

export function StandsIn({ gpc, className = '' }: { gpc: string; className?: string }) {
  if (!hasOtherSound(gpc)) return null;
  const word = keyWordOf(gpc);
  const marked = lettersOf(word, splitGpc(gpc).grapheme);
  return (
    <span className={className} data-stands-in={word}>
      in{' '}
      <span className="font-child">
        {[...word].map((letter, k) =>
          marked.has(k) ? (
            <b key={k} className="border-b-[3px] border-ink">
              {letter}
            </b>
          ) : (
            letter
          ),
        )}
      </span>
    </span>
  );
}
