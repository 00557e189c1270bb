/** A style as it is being changed. */
import type { StyleRow } from '@sapling/contract';
import { checkedStyle } from '@sapling/core/planning';

export type StyleDraft = Omit<StyleRow, 'by'>;

export function draftOfStyle({ by: _by, ...style }: StyleRow): StyleDraft {
  return style;
}

/** What is written of a style that is kept. @throws CoreError as `checkedStyle` says */
export function writtenStyle(draft: StyleDraft) {
  const { name, parts, oldToNew, atError, together = false } = checkedStyle(draft);
  return { name, parts: parts.map((p) => ({ ...p })), oldToNew, atError, together };
}
