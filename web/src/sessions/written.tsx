/** A grapheme as children write it: in the school's handwriting, standing on a line. */
import { useData } from '../api/data.js';
import { useHandwriting } from '../ui/handwriting.js';
import { graphemeShown } from '../ui/word-marks.js';

export function Written({ gpc, size = 'text-4xl' }: { gpc: string; size?: string }) {
  const { data: settings } = useData('settings');
  const font = useHandwriting(settings?.handwriting);
  if (!font) return null;
  return (
    <span
      className={`${size} inline-block bg-white px-3 leading-none`}
      style={{ fontFamily: font, paddingBlock: '0.5em', lineHeight: 1.4 }}
      aria-label={`${graphemeShown(gpc)} as it is written`}
    >
      {graphemeShown(gpc)}
    </span>
  );
}
