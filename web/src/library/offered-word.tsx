/** A word as it is offered, with a small menu: never offer it again, for everybody in the school. */
import type { FoundWord } from '@sapling/core/phonics';
import { Ban } from 'lucide-react';
import { DropdownMenu as Menu } from 'radix-ui';
import { useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { WordMarks } from '../ui/word-marks.js';
import { offerWord } from './offer.js';

/** The line of a word's menu that takes it out for everybody in the school; nothing for those who may not. */
export function NeverOffer({ word, onDone }: { word: string; onDone?: () => void }) {
  const may = useMay('shape library');
  const { data: own } = useData(may ? 'schoolWords' : null);
  if (!may) return null;
  return (
    <Menu.Item
      className="flex cursor-default items-center gap-2 rounded-s px-2.5 py-1.5 text-gap outline-none data-[highlighted]:bg-leaf-wash"
      onSelect={() => {
        onDone?.();
        void offerWord(
          word,
          'never',
          own?.find((w) => w.word === word),
        );
      }}
    >
      <Ban size={15} aria-hidden /> Never offer this word
    </Menu.Item>
  );
}

export function OfferedWord({ word, focus, className = '' }: { word: FoundWord; focus: string; className?: string }) {
  const may = useMay('shape library');
  const marks = <WordMarks word={word.word} units={word.segmentation.units} focus={focus ? [focus] : []} className={className} />;
  if (!may || word.perMillion === 0) return marks;
  return (
    <Menu.Root modal={false}>
      <Menu.Trigger className="rounded-m px-1 text-left hover:bg-note" aria-label={`${word.word}, more`}>
        {marks}
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content className="z-40 rounded-m border border-rule bg-sheet p-1 shadow-lg" sideOffset={4} align="start">
          <NeverOffer word={word.word} />
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}
