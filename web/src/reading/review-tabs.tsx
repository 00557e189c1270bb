/** What a reading tells: what to teach, what was understood, how it flowed, when to read again, and how far two markers agree. */
import { lastWordOf, secondsOf, type Marking } from '@sapling/core/reading';
import { Tabs } from 'radix-ui';
import { AgainPanel } from './again-panel.js';
import { AgreementPanel } from './agreement-panel.js';
import { FluencyPanel } from './fluency-panel.js';
import { QuestionsPanel } from './questions-panel.js';
import { TeachPanel } from './teach-panel.js';
import type { ReadingHandle } from './use-reading.js';

const DOES_WHAT = 'rounded-s px-2 py-1.5 font-semibold text-ink-2 data-[state=active]:bg-pine data-[state=active]:text-white';

interface Props {
  handle: ReadingHandle;
  markings: readonly Marking[];
  /** The marking that counts, one's own, and the one that is shown. */
  counts: Marking | undefined;
  own: Marking | undefined;
  shown: Marking;
  mine: boolean;
  person: (id: string) => string;
  onWord: (word: number | null) => void;
  onSlow: (words: ReadonlySet<number>) => void;
  onMarkMyself: () => void;
}

export function ReviewTabs({ handle, markings, counts, own, shown, mine, person, onWord, onSlow, onMarkMyself }: Props) {
  const { record } = handle.reading!;
  const markMyself = (): void => {
    if (!counts) return;
    handle.steps({ what: 'seconds', seconds: Math.round(secondsOf(counts) * 10) / 10 }, { what: 'last', word: lastWordOf(counts) });
    onMarkMyself();
  };
  return (
    <Tabs.Root defaultValue="teach">
      <Tabs.List aria-label="What it tells" className="mb-4 flex flex-wrap gap-1 border-b border-rule pb-2">
        <Tabs.Trigger className={DOES_WHAT} value="teach">
          Teach
        </Tabs.Trigger>
        <Tabs.Trigger className={DOES_WHAT} value="questions">
          Understanding
        </Tabs.Trigger>
        <Tabs.Trigger className={DOES_WHAT} value="fluency">
          Fluency
        </Tabs.Trigger>
        <Tabs.Trigger className={DOES_WHAT} value="again">
          Next
        </Tabs.Trigger>
        <Tabs.Trigger className={DOES_WHAT} value="two">
          Second marking
        </Tabs.Trigger>
      </Tabs.List>
      <Tabs.Content value="teach">
        <TeachPanel record={record} marking={shown} onWord={onWord} />
      </Tabs.Content>
      <Tabs.Content value="questions">
        <QuestionsPanel record={record} marking={shown} editable={mine} onStep={handle.steps} onPlace={onSlow} />
      </Tabs.Content>
      <Tabs.Content value="fluency">
        <FluencyPanel record={record} marking={shown} editable={mine} onStep={handle.steps} onSlow={onSlow} />
      </Tabs.Content>
      <Tabs.Content value="again">
        <AgainPanel record={record} />
      </Tabs.Content>
      <Tabs.Content value="two">
        <AgreementPanel
          record={record}
          markings={markings.filter((m) => m.done)}
          counts={counts}
          own={own}
          person={person}
          onMarkMyself={markMyself}
          onSettle={handle.steps}
          onWord={onWord}
        />
      </Tabs.Content>
    </Tabs.Root>
  );
}
