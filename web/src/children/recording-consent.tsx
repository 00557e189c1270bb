/** Whether the family agreed that readings are recorded. Without it nothing can be recorded; taken back, what was recorded goes. */
import type { ChildLine } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';
import { Dialog } from '../ui/dialog.js';

export function RecordingConsent({ child }: { child: ChildLine }) {
  // what was just pressed shows at once, until the server has said so too
  const [pressed, setPressed] = useState<boolean | null>(null);
  const [asking, setAsking] = useState(false);
  const set = async (consent: boolean): Promise<void> => {
    setAsking(false);
    setPressed(consent);
    try {
      await call('saveConsent', { params: { id: child.id }, body: { consent } });
      await refresh('children', 'readings');
      toast(consent ? `Readings of ${child.givenName} can be recorded.` : `Recordings of ${child.givenName} are deleted.`);
    } catch (error) {
      toast.error(sentenceOf(error));
    } finally {
      setPressed(null);
    }
  };
  return (
    <section aria-label="Recording" className="mt-8 max-w-3xl">
      <h2 className="mb-1 text-lg">Recording</h2>
      <label className="flex items-start gap-3">
        <input
          type="checkbox"
          className="mt-1 size-5"
          checked={pressed ?? child.recordingConsent}
          onChange={(event) => (event.target.checked ? void set(true) : setAsking(true))}
        />
        <span>
          The family agreed that {child.givenName}’s readings may be recorded.
          <span className="block text-sm text-ink-2">
            A recording stays in this school’s own data, is heard only by those who teach {child.givenName}, and is deleted by itself after
            the days set in Team.
          </span>
        </span>
      </label>
      <Dialog
        open={asking}
        onClose={() => setAsking(false)}
        title="Take the consent back?"
        lead={`Every recording of ${child.givenName} is deleted, and that cannot be undone. The marks stay.`}
      >
        <div className="flex gap-3">
          <button className="btn btn-main" onClick={() => void set(false)}>
            Take it back and delete
          </button>
          <button className="btn" onClick={() => setAsking(false)}>
            Leave it
          </button>
        </div>
      </Dialog>
    </section>
  );
}
