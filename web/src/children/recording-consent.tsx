/** Whether the family agreed that readings are recorded. Without it nothing can be recorded; taken back, what was recorded goes. */
import type { ChildLine } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh } from '../api/data.js';

export function RecordingConsent({ child }: { child: ChildLine }) {
  // what was just pressed shows at once, until the server has said so too
  const [pressed, setPressed] = useState<boolean | null>(null);
  const set = async (consent: boolean): Promise<void> => {
    if (!consent && !confirm(`Take the consent back? Every recording of ${child.givenName} is deleted. The marks stay.`)) return;
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
          onChange={(event) => void set(event.target.checked)}
        />
        <span>
          The family agreed that {child.givenName}’s readings may be recorded.
          <span className="block text-sm text-ink-2">
            A recording stays in this school’s own data, is heard only by those who teach {child.givenName}, and is deleted by itself after
            the days set in Team.
          </span>
        </span>
      </label>
    </section>
  );
}
