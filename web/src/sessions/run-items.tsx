/** What the group looks at: one card or word at a time, large, or the whole part. */
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
}

export function RunItemView({ part, item, focus, names, marks, hidden }: Props) {
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
      <p className="grid min-h-[18rem] place-items-center font-child text-[min(11rem,34vh)] leading-none" data-run-item={item.key}>
        {graphemeShown(item.gpc)}
      </p>
    );
  const one: Part = {
    ...part,
    gpcs: part.kind === 'sort spellings' ? part.gpcs : [],
    words: item.word === undefined ? [] : [part.words[item.word]!],
    lines: item.line === undefined ? undefined : [part.lines![item.line]!],
    remark: undefined,
  };
  return (
    <div className="grid min-h-[18rem] place-items-center" data-run-item={item.key}>
      <PartView
        part={one}
        focus={focus}
        names={names}
        size={item.line === undefined ? 'text-[min(6rem,18vh)]' : 'text-[2.6rem]'}
        marks={marks}
        forAdult={false}
      />
    </div>
  );
}
