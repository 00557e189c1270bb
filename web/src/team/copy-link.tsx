/** A link that is given to somebody by hand and seen only once. */
import { toast } from 'sonner';
import { under } from '../base.js';

export function CopyLink({ url, label }: { url: string; label: string }) {
  return (
    <div className="flex gap-2">
      <input className="field font-mono text-sm" readOnly value={url} aria-label={label} onFocus={(e) => e.target.select()} />
      <button
        type="button"
        className="btn"
        onClick={() =>
          void navigator.clipboard.writeText(url).then(
            () => toast('Copied.'),
            () => toast.error('It could not be copied. Mark it and copy it by hand.'),
          )
        }
      >
        Copy
      </button>
    </div>
  );
}
/** Where a password is set with a link; the secret stands behind the # and is sent nowhere but there. */
export const passwordUrl = (secret: string): string => `${location.origin}${under('/new-password')}#${secret}`;
