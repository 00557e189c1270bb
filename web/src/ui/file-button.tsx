/** A button that opens a file: the chooser behind it is reached by name in tests and by screen readers. */
import { FileUp } from 'lucide-react';
import { useRef } from 'react';

export function FileButton({
  label,
  text = 'Open a file',
  accept,
  onFile,
}: {
  label: string;
  text?: string;
  accept: string;
  onFile: (file: File) => void;
}) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <button type="button" className="btn" onClick={() => chooser.current?.click()}>
        <FileUp size={16} aria-hidden /> {text}
      </button>
      <input
        ref={chooser}
        type="file"
        accept={accept}
        className="sr-only"
        tabIndex={-1}
        aria-label={label}
        onChange={(event) => {
          const file = event.target.files?.[0];
          // the same file can be chosen again
          event.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
