/** A school's own picture for a pair: one that ships, or one of theirs, made small on the way in. */
import { useState } from 'react';
import { toast } from 'sonner';
import { Picture } from '../pictures/picture.js';
import { usePictured } from '../pictures/use-pictured.js';
import { FileButton } from '../ui/file-button.js';

/** Pixels along the longer side: enough for a card on paper. */
const LONGEST = 240;
/** What the server keeps of one picture, characters. */
const MOST = 60_000;

/** A picture that is shown beside a pair; nothing where there is none. */
export function CuePicture({ picture, size }: { picture: string; size: string }) {
  if (picture === '') return null;
  if (!picture.startsWith('data:')) return <Picture word={picture} size={size} />;
  return <img src={picture} alt="our picture" style={{ width: size, height: size, objectFit: 'contain' }} />;
}

async function smallPicture(file: File): Promise<string | null> {
  const image = await createImageBitmap(file).catch(() => null);
  if (!image) return null;
  for (const [longest, quality] of [
    [LONGEST, 0.85],
    [LONGEST * 0.7, 0.75],
    [LONGEST * 0.5, 0.6],
  ] as const) {
    const scale = Math.min(1, longest / Math.max(image.width, image.height));
    const canvas = document.createElement('canvas');
    canvas.width = Math.max(1, Math.round(image.width * scale));
    canvas.height = Math.max(1, Math.round(image.height * scale));
    canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
    const url = canvas.toDataURL('image/webp', quality);
    if (url.length <= MOST) return url;
  }
  return null;
}

export function CuePictureField({ value, onChange }: { value: string; onChange: (picture: string) => void }) {
  const words = usePictured();
  const [busy, setBusy] = useState(false);
  const own = value.startsWith('data:');
  const take = async (file: File): Promise<void> => {
    setBusy(true);
    const made = await smallPicture(file);
    setBusy(false);
    if (made === null) toast.error(`${file.name} could not be read as a picture. Choose a PNG, JPEG or WebP.`);
    else onChange(made);
  };
  return (
    <div>
      <span className="mb-1 block font-semibold">Picture</span>
      <div className="flex flex-wrap items-center gap-3">
        <CuePicture picture={value} size="3.5rem" />
        <select
          className="field !w-auto"
          aria-label="A picture that ships"
          value={own ? 'own' : value}
          onChange={(event) => onChange(event.target.value === 'own' ? value : event.target.value)}
        >
          <option value="">none</option>
          {own && <option value="own">our own picture</option>}
          {[...(words ?? [])].sort().map((word) => (
            <option key={word}>{word}</option>
          ))}
        </select>
        <FileButton label="A picture of ours" accept="image/png,image/jpeg,image/webp" onFile={(file) => void take(file)} />
        {busy && <span role="status">Making it small…</span>}
      </div>
    </div>
  );
}
