/** The school's handwriting model and how its lines are ruled, each shown as it will be. */
import { HANDWRITING_WORDS, useHandwriting, type HandwritingModel } from '../ui/handwriting.js';
import type { SettingsRow } from './use-settings-draft.js';

const LINES = ['base only', 'with a dotted middle', 'four lines'] as const;
const HEIGHTS = [4, 4.5, 5, 5.5, 6, 7, 8, 10];

export function Handwriting({ now, set }: SettingsRow) {
  const font = useHandwriting(now.handwriting);
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-3">
        <select
          className="field !w-auto"
          aria-label="Handwriting model"
          value={now.handwriting}
          onChange={(event) => set('handwriting', event.target.value as HandwritingModel)}
        >
          {Object.entries(HANDWRITING_WORDS).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
        <select
          className="field !w-auto"
          aria-label="Lines to write on"
          value={now.ruling.lines}
          onChange={(event) => set('ruling', { ...now.ruling, lines: event.target.value as (typeof LINES)[number] })}
        >
          {LINES.map((lines) => (
            <option key={lines}>{lines}</option>
          ))}
        </select>
        <label className="flex items-center gap-2">
          small letters
          <select
            className="field !w-auto"
            aria-label="Height of small letters in millimetres"
            value={now.ruling.small}
            onChange={(event) => set('ruling', { ...now.ruling, small: Number(event.target.value) })}
          >
            {[...new Set([...HEIGHTS, now.ruling.small])]
              .sort((a, b) => a - b)
              .map((mm) => (
                <option key={mm} value={mm}>
                  {mm} mm
                </option>
              ))}
          </select>
        </label>
      </div>
      <p className="text-3xl leading-normal" style={{ fontFamily: font ?? 'var(--font-child)' }} aria-hidden>
        sh igh quick fox
      </p>
    </div>
  );
}
