/** Another text for a part of a session, taken from the shelf: what the group cannot read in it yet is told first. */
import type { SessionRequest } from '@sapling/core/planning';
import { LibraryBig } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { useData } from '../api/data.js';
import { ShelfDialog } from '../library/shelf-dialog.js';
import { core } from '../workers/core.js';
import type { Part, Plan } from './part-view.js';
import { planWords } from '../wording/plan-words.js';

interface Props {
  readonly part: Part;
  readonly plan: Plan;
  readonly request: SessionRequest;
  readonly onChange: (to: (now: Part) => Part) => void;
}

export function AnotherText({ part, plan, request, onChange }: Props) {
  const [open, setOpen] = useState(false);
  const { data: children } = useData('children');
  const { data: groups } = useData('groups');
  const ids = request.children.map((c) => c.id);
  const classId = children?.find((c) => ids.includes(c.id))?.classId;
  const group = groups?.find((g) => ids.length > 0 && ids.every((id) => g.members.includes(id)));
  if (!classId) return null;
  const [first] = plan.focus;
  return (
    <>
      <button className="btn btn-small" onClick={() => setOpen(true)} aria-label={`Another text for ${planWords(part.title)}`}>
        <LibraryBig size={14} aria-hidden /> Another text
      </button>
      {open && (
        <ShelfDialog
          open
          onClose={() => setOpen(false)}
          lead="Words that these children cannot read yet are named beside the text, to be told first."
          classId={classId}
          start={{ ...(first ? { pair: first } : {}), ...(group ? { unread: group.id } : {}) }}
          onChoose={(text) =>
            void core()
              .putText(request, part, text)
              .then(
                (next) => onChange(() => ({ ...next, pinned: true })),
                () => toast.error('The text could not be put in. The plan is as it was.'),
              )
          }
        />
      )}
    </>
  );
}
