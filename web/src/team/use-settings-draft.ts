/** The school's settings while they are being changed: a draft over what is kept, saved as one, with a newer version laid under it. */
import type { SchoolSettings } from '@sapling/contract';
import { useState } from 'react';
import { toast } from 'sonner';
import { call, Problem, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useUnsaved } from '../shell/unsaved.js';
import { say } from '../wording/say.js';

export interface SettingsDraft {
  /** Undefined until they are read. */
  readonly now: SchoolSettings | undefined;
  readonly changed: boolean;
  readonly trouble: string | null;
  readonly set: <K extends keyof SchoolSettings>(key: K, value: SchoolSettings[K]) => void;
  readonly save: () => Promise<void>;
  readonly leave: () => void;
}

/** What one row of the settings is given. */
export interface SettingsRow extends Pick<SettingsDraft, 'set'> {
  readonly now: SchoolSettings;
}

/** What was changed while the rest was being kept is still to be kept. */
const withoutSent = (now: Partial<SchoolSettings>, sent: Partial<SchoolSettings>): Partial<SchoolSettings> =>
  Object.fromEntries(Object.entries(now).filter(([key, value]) => sent[key as keyof SchoolSettings] !== value));

export function useSettingsDraft(said: string): SettingsDraft {
  const { data: kept } = useData('settings');
  // only what was changed: the rest follows what others keep meanwhile
  const [draft, setDraft] = useState<Partial<SchoolSettings>>({});
  const [trouble, setTrouble] = useState<string | null>(null);
  const now = kept && { ...kept, ...draft };
  const settled = useUnsaved(Object.keys(draft).length > 0, say('what you changed in the settings'));
  return {
    now,
    changed: Object.keys(draft).length > 0,
    trouble,
    set: (key, value) => setDraft((d) => ({ ...d, [key]: value })),
    leave: () => {
      setDraft({});
      setTrouble(null);
    },
    save: async () => {
      if (!kept || !now) return;
      setTrouble(null);
      try {
        const sent = draft;
        await call('saveSettings', { body: { ...now, version: kept.version } });
        // a page that is opened anew for a new wording must not wait for what is kept by now
        settled();
        await refresh('settings');
        setDraft((d) => withoutSent(d, sent));
        toast(said);
      } catch (error) {
        if (error instanceof Problem && error.code === 'newer-version') {
          await refresh('settings');
          setTrouble(
            'Somebody else changed the settings meanwhile. What they kept is shown where you changed nothing; look again, then keep.',
          );
        } else setTrouble(sentenceOf(error));
      }
    },
  };
}
