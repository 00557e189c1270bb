/** What the child sees of an item: the card and nothing else. The same on the adult's screen and on the child's own. */
import { checkKind, type CheckItem, type CheckKind, type ChildView } from '@sapling/core/checks';
import { Ear, PencilLine } from 'lucide-react';
import { Picture } from '../pictures/picture.js';
import { graphemeShown } from '../ui/word-marks.js';
import { StandsIn } from './stands-in.js';

export interface CardShown {
  readonly kind: CheckKind;
  readonly item: CheckItem;
  /** The grapheme was answered with another of its sounds: now one more is asked for. */
  readonly second?: boolean;
}

/** Type that fills the card and still fits: by the number of letters. */
const wordSize = (letters: number): string => `min(34vh, ${(120 / Math.max(4, letters)).toFixed(1)}vw)`;

interface Shown {
  readonly item: CheckItem;
  readonly second: boolean;
  /** The card says which word a grapheme stands in, where it has more than one sound. */
  readonly standsIn: boolean;
  /** What makes an option a button that chooses it. */
  readonly choose: (option: string) => object;
}
type Face = (shown: Shown) => React.ReactNode;
const OPTION = 'grid place-items-center rounded-m border-2 border-rule bg-white font-child enabled:hover:border-ink';

const Grapheme: Face = ({ item, second, standsIn }) => (
  <div className="text-center">
    <p data-card={item.key} className="font-child leading-none select-none" style={{ fontSize: 'min(46vh, 26vw)' }}>
      {graphemeShown(item.gpc!)}
    </p>
    {standsIn && <StandsIn gpc={item.gpc!} className="mt-[min(11vh,6vw)] block text-[min(6vh,4vw)] text-ink-2" />}
    {second && <p className="mt-2 text-xl text-ink-2">and another sound?</p>}
  </div>
);
const Word: Face = ({ item }) => (
  <p
    data-card={item.key}
    className="font-child leading-none whitespace-nowrap select-none"
    style={{ fontSize: wordSize(item.word!.length) }}
  >
    {item.word}
  </p>
);
const Graphemes: Face = ({ item, choose }) => (
  <div
    data-card={item.key}
    className={`grid gap-5 ${item.options!.length > 4 ? 'grid-cols-4' : item.options!.length > 2 ? 'grid-cols-2' : 'grid-cols-2'}`}
  >
    {item.options!.map((o) => (
      <button
        key={o}
        className={`${OPTION} leading-none`}
        style={
          item.options!.length > 4
            ? { width: '15vw', height: '17vh', fontSize: '9vh' }
            : { width: '22vw', height: '26vh', fontSize: '16vh' }
        }
        {...choose(o)}
      >
        {o.replace('_', '‑')}
      </button>
    ))}
  </div>
);
const Row: Face = ({ item, choose }) => (
  <div data-card={item.key} className="grid grid-cols-4 gap-5">
    {item.options!.map((o) => (
      <button key={o} className={OPTION} style={{ width: '20vw', height: '22vh', fontSize: 'min(10vh, 5vw)' }} {...choose(o)}>
        {o}
      </button>
    ))}
  </div>
);
const Pictures: Face = ({ item, choose }) => (
  <div data-card={item.key} className="flex gap-8">
    {item.options!.map((o) => (
      <button
        key={o}
        className={OPTION}
        aria-label={`picture: ${o}`}
        style={{ width: '24vw', height: '24vw', maxHeight: '52vh' }}
        {...choose(o)}
      >
        <Picture word={o} size="min(18vw, 40vh)" decorative />
      </button>
    ))}
  </div>
);
const Alone: Face = ({ item }) => (
  <div data-card={item.key}>
    <Picture word={item.word!} size="min(40vw, 56vh)" />
  </div>
);
const Places: Face = ({ item, choose }) => (
  <div data-card={item.key} className="grid justify-items-center gap-8">
    <Picture word={item.word!} size="min(26vw, 34vh)" />
    <div className="flex">
      {item.options!.map((o, k) => (
        <button
          key={o}
          aria-label={o}
          className={`${OPTION} -ml-0.5 rounded-none`}
          style={{ width: '17vw', height: '16vh' }}
          {...choose(o)}
        >
          <span aria-hidden className="flex gap-2">
            {[0, 1, 2].map((n) => (
              <span key={n} className={`size-4 rounded-full border-2 border-ink ${n === k ? 'bg-ink' : ''}`} />
            ))}
          </span>
        </button>
      ))}
    </div>
  </div>
);
const YesOrNo: Face = ({ item, choose }) => (
  <div data-card={item.key} className="grid justify-items-center gap-8">
    <Picture word={item.word!} size="min(26vw, 34vh)" />
    <div className="flex gap-6">
      {item.options!.map((o) => (
        <button key={o} className={OPTION} style={{ width: '18vw', height: '15vh', fontSize: '7vh' }} {...choose(o)}>
          {o}
        </button>
      ))}
    </div>
  </div>
);
const Listen: Face = ({ item }) => (
  <div data-card={item.key} className="grid justify-items-center gap-5 text-ink-2">
    <span className="flex gap-6">
      <Ear size={88} strokeWidth={1.4} aria-hidden />
      <PencilLine size={88} strokeWidth={1.4} aria-hidden />
    </span>
    <p className="font-child text-4xl">Listen, then write.</p>
  </div>
);

/** A card by what the child is to have before its eyes. */
const FACES: Readonly<Record<ChildView, Face>> = {
  grapheme: Grapheme,
  graphemes: Graphemes,
  pictures: Pictures,
  'picture and places': Places,
  'picture and yes or no': YesOrNo,
  picture: Alone,
  words: Row,
  nothing: Listen,
  word: Word,
};

export function Card({
  kind,
  item,
  second = false,
  onChoose,
}: CardShown & { onChoose?: ((option: string, at: number) => void) | undefined }) {
  const choose = (option: string): object =>
    onChoose ? { onClick: (event: React.MouseEvent) => onChoose(option, event.timeStamp) } : { disabled: true };
  const { childSees, byCard } = checkKind(kind);
  const Face = FACES[childSees];
  return <Face item={item} second={second} standsIn={byCard === true} choose={choose} />;
}
