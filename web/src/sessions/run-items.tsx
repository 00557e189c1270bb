/** What the group looks at: one card or word at a time, large, or the whole part. */
import { hasOtherSound, keyWordOf } from '@sapling/core/phonics';
import { withContent } from '@sapling/core/planning';
import { Picture } from '../pictures/picture.js';
import { graphemeShown } from '../ui/word-marks.js';
import { PartView, type Part } from './part-view.js';
import type { RunItem } from './run-draft.js';

interface Props {
  readonly part: Part;
  readonly item: RunItem | undefined;
  readonly focus: readonly string[];
  readonly names: ReadonlyMap<string, string>;
  readonly marks: boolean;
  /** Nothing is shown: the adult talks. */
  readonly hidden: boolean;
  /** Graphemes that stand for several sounds here: their cards show which is meant. */
  readonly several: ReadonlySet<string>;
}

export function RunItemView({ part, item, focus, names, marks, hidden, several }: Props) {
  if (hidden)
    return (
      <p className="grid min-h-[18rem] place-items-center text-ink-2" role="status">
        Hidden. H shows it again.
      </p>
    );
  if (!item)
    return (
      <PartView
        part={part}
        focus={focus}
        names={names}
        size={part.text ? 'text-[1.7rem]' : 'text-[2.6rem]'}
        marks={marks}
        forAdult={!part.text}
      />
    );
  if (item.gpc)
    return (
      <div className="grid min-h-[18rem] content-center justify-items-center gap-4" data-run-item={item.key}>
        <p className="font-child text-[min(11rem,34vh)] leading-none">{graphemeShown(item.gpc)}</p>
        {(several.has(item.gpc.split(':')[0]!) || hasOtherSound(item.gpc)) && <Meant gpc={item.gpc} />}
      </div>
    );
  const one = withContent(part, {
    gpcs: part.kind === 'sort spellings' ? part.gpcs : [],
    words: item.word === undefined ? [] : [part.words[item.word]!],
    lines: item.line === undefined ? undefined : [part.lines![item.line]!],
    rows: item.row === undefined ? undefined : [part.rows![item.row]!],
    remark: undefined,
  });
  return (
    <div className="grid min-h-[18rem] place-items-center" data-run-item={item.key}>
      <PartView
        part={one}
        focus={focus}
        names={names}
        size={item.line === undefined && item.row === undefined ? 'text-[min(6rem,18vh)]' : 'text-[2.6rem]'}
        marks={marks}
        forAdult={false}
      />
    </div>
  );
}

/** Which of its sounds a grapheme stands for here: the word it is heard in, as a picture where there is one. */
function Meant({ gpc }: { gpc: string }) {
  const word = keyWordOf(gpc);
  return (
    <p className="flex items-center gap-3 text-2xl">
      <Picture word={word} size="2.4em" decorative />
      <span>
        as in <span className="font-child">{word}</span>
      </span>
    </p>
  );
}
