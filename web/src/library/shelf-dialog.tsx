/** The shelf of texts in a dialog, where one is to be chosen: for a reading, or for a part of a session. */
import type { LibraryText } from '@sapling/contract';
import { useState } from 'react';
import { useData } from '../api/data.js';
import { useOrders } from '../api/orders.js';
import { Dialog } from '../ui/dialog.js';
import type { ShelfFilter } from './shelf-filter.js';
import { TextShelf } from './text-shelf.js';

interface Props {
  readonly open: boolean;
  readonly onClose: () => void;
  readonly lead: string;
  /** The class whose order and steps the shelf stands in. */
  readonly classId: string;
  readonly start: ShelfFilter;
  readonly onChoose: (text: LibraryText) => void;
  readonly beside?: (text: LibraryText) => React.ReactNode;
}

export function ShelfDialog({ open, onClose, lead, classId, start, onChoose, beside }: Props) {
  const { data: texts } = useData(open ? 'texts' : null);
  const { data: classes } = useData('classes');
  const orders = useOrders();
  const [filter, setFilter] = useState(start);
  const order = orders?.order(classId);
  const taughtSteps = classes?.find((c) => c.id === classId)?.taughtSteps ?? 1000;
  return (
    <Dialog open={open} onClose={onClose} title="Choose a text" lead={lead} wide>
      {texts && order ? (
        <TextShelf
          texts={texts}
          order={order}
          taughtSteps={taughtSteps}
          filter={filter}
          onFilter={setFilter}
          does="Choose"
          {...(beside ? { beside } : {})}
          onOpen={(text) => {
            onChoose(text);
            onClose();
          }}
        />
      ) : (
        <p role="status" className="text-ink-2">
          Fetching the texts…
        </p>
      )}
    </Dialog>
  );
}
