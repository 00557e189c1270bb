/**
 * The sounds of English with their spellings. Each sound is a ruler as long as all its words together: a
 * spelling's piece is as wide as its share of them, inked where this class has been taught it.
 */
import { SOUNDS, type Spelling } from '@sapling/core/phonics';
import { useMemo, useState } from 'react';
import { graphemeShown } from '../ui/word-marks.js';
import { Pending } from '../ui/page.js';
import { core } from '../workers/core.js';
import { useShelf } from './frame.js';
import { SoundPanel } from './sound-panel.js';
import { useCore } from '../workers/use-core.js';
import { useData } from '../api/data.js';

const ROWS: { title: string; sounds: string[] }[] = [
  { title: 'Short vowels', sounds: ['a', 'e', 'i', 'o', 'u', 'uu'] },
  { title: 'Long vowels and glides', sounds: ['ay', 'ee', 'igh', 'oh', 'oo', 'yoo', 'ow', 'oy', 'aw', 'ah'] },
  { title: 'Vowels with r', sounds: ['ar', 'or', 'ur', 'air', 'eer', 'oor', 'yoor'] },
  { title: 'Weak vowels', sounds: ['uh', 'er', 'uhl'] },
  { title: 'Held consonants', sounds: ['m', 'n', 'ng', 'l', 'r', 'f', 'v', 's', 'z', 'th', 'dh', 'sh', 'zh'] },
  { title: 'Consonants over at once', sounds: ['p', 'b', 't', 'd', 'k', 'g', 'ch', 'j', 'h', 'w', 'y', 'kw', 'ks', 'gz'] },
];
/** Narrower pieces stand together at the end of the ruler. */
const NARROWEST = 0.035;

export function Component() {
  const { taught, className } = useShelf();
  const { value: chart, error } = useCore(() => core().soundChart(), 'chart', null);
  const { data: cues } = useData('cues');
  const [open, setOpen] = useState<string | null>(null);
  const known = useMemo(() => new Set(taught.gpcs), [taught]);
  if (!chart) return <Pending {...(error ? { error: new Error(error) } : {})} what="the sounds" />;
  const bySound = new Map(chart.map((c) => [c.sound, c.spellings]));
  const keyWord = (sound: string): string =>
    cues?.find((c) => c.gpc.endsWith(`:${sound}`) && c.keyWord)?.keyWord ?? SOUNDS.get(sound)?.keyWord ?? '';
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-8 gap-y-2">
        <p className="max-w-2xl text-ink-2">
          How often each sound is spelled which way, counted over common words. Press a sound for its words, how to make it, and the
          school’s own cue.
        </p>
        <p className="flex items-center gap-5 text-sm">
          <span className="flex items-center gap-2">
            <span className="inline-block h-[7px] w-8 bg-pine" aria-hidden /> taught in {className}
          </span>
          <span className="flex items-center gap-2">
            <span className="inline-block h-[7px] w-8 border border-ink-2" aria-hidden /> not yet
          </span>
        </p>
      </div>
      <div className="gap-x-14 xl:columns-2">
        {ROWS.map(({ title, sounds }) => (
          <section key={title} aria-label={title} className="mb-7 break-inside-avoid-column">
            <h2 className="mb-1 text-lg break-after-avoid">{title}</h2>
            <ul>
              {sounds.map((sound) => (
                <li key={sound} className="break-inside-avoid">
                  <Ruler
                    sound={sound}
                    keyWord={keyWord(sound)}
                    spellings={bySound.get(sound) ?? []}
                    known={known}
                    onOpen={() => setOpen(sound)}
                  />
                </li>
              ))}
            </ul>
          </section>
        ))}
      </div>
      <SoundPanel sound={open} spellings={(open && bySound.get(open)) || []} onClose={() => setOpen(null)} />
    </>
  );
}

function Ruler({
  sound,
  keyWord,
  spellings,
  known,
  onOpen,
}: {
  sound: string;
  keyWord: string;
  spellings: readonly Spelling[];
  known: ReadonlySet<string>;
  onOpen: () => void;
}) {
  const wide = spellings.filter((s) => s.share >= NARROWEST).slice(0, 7);
  const rest = spellings.filter((s) => !wide.includes(s));
  const restShare = rest.reduce((sum, s) => sum + s.share, 0);
  const restTaught = rest.filter((s) => known.has(s.gpc));
  return (
    <button
      onClick={onOpen}
      aria-label={`${sound} as in ${keyWord}: ${spellings
        .slice(0, 6)
        .map((s) => `${graphemeShown(s.gpc)} ${Math.round(s.share * 100)} in 100${known.has(s.gpc) ? ', taught' : ''}`)
        .join('; ')}`}
      className="group flex w-full items-end gap-3 rounded-s py-1 text-left hover:bg-sheet"
    >
      <span className="w-24 shrink-0 pb-0.5 leading-tight">
        <span className="font-semibold">/{sound}/</span> <span className="text-sm text-ink-2">{keyWord}</span>
      </span>
      <span className="flex min-w-0 flex-1 gap-[2px]" aria-hidden>
        {wide.map((s) => (
          <span key={s.gpc} className="min-w-[1.9rem] max-sm:min-w-[1.6rem]" style={{ flexGrow: s.share * 1000, flexBasis: 0 }}>
            <span className={`block h-7 text-center font-child text-[1.15rem] leading-7 ${known.has(s.gpc) ? '' : 'text-ink-2'}`}>
              {graphemeShown(s.gpc)}
            </span>
            <span className={`block h-[7px] ${known.has(s.gpc) ? 'bg-pine' : 'border border-ink-2'}`} />
          </span>
        ))}
        {rest.length > 0 && (
          <span className="min-w-[3.4rem] max-sm:min-w-[2.2rem]" style={{ flexGrow: restShare * 1000, flexBasis: 0 }}>
            <span className="block h-7 truncate text-center text-sm leading-7 text-ink-2">
              {restTaught.length > 0 ? (
                <span className="font-child text-ink">{restTaught.map((s) => graphemeShown(s.gpc)).join(' ')}</span>
              ) : (
                `${rest.length} more`
              )}
            </span>
            <span className={`block h-[7px] border border-dashed border-ink-2 ${restTaught.length > 0 ? 'bg-pine' : ''}`} />
          </span>
        )}
      </span>
    </button>
  );
}
