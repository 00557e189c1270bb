/** The sheets of checks on paper: the adult's, to tick, and the child's, to read, mark or write on. */
import { initials } from '@sapling/contract';
import { checkKind, type CheckItem, type ChildView } from '@sapling/core/checks';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { Picture } from '../pictures/picture.js';
import { Opening } from '../shell/opening.js';
import { Paper, PaperPage } from '../ui/paper.js';
import { StandsIn } from './stands-in.js';
import { graphemeShown } from '../ui/word-marks.js';
import { isChosen, isWritten, marksOf } from './kinds.js';
import { itemOf, type LocalCheck } from './local-check.js';
import { sheetCode } from './sheet-code.js';
import { readCheck, whyUnread } from './use-check.js';
import { inOwnWords } from '../wording/say.js';

export function Component() {
  const [params] = useSearchParams();
  const ids = params.get('ids') ?? '';
  const [checks, setChecks] = useState<LocalCheck[] | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [short, setShort] = useState(false);
  useEffect(() => {
    let gone = false;
    Promise.all(ids.split(',').filter(Boolean).map(readCheck))
      .then((found) => !gone && setChecks(found))
      .catch((error: unknown) => !gone && setTrouble(whyUnread(error)));
    return () => {
      gone = true;
    };
  }, [ids]);
  if (trouble)
    return (
      <main className="mx-auto max-w-xl p-10">
        <h1 className="mb-3 text-2xl">These sheets cannot be shown</h1>
        <p className="mb-6">{trouble}</p>
        <Link className="btn btn-main" to="/check/paper">
          Back
        </Link>
      </main>
    );
  if (!checks) return <Opening />;
  const childToo = checks.some((c) => CHILD_SHEETS[checkKind(c.kind).childSees]);
  return (
    <Paper
      back="/check/paper"
      title="Sheets"
      note={
        <label className="flex items-center gap-2">
          <input type="checkbox" className="size-4" checked={short} onChange={(event) => setShort(event.target.checked)} /> initials instead
          of names
          <span className="ml-3">
            {checks.length} {checks.length === 1 ? 'child' : 'children'}, {childToo ? 'two pages each' : 'one page each'}
          </span>
        </label>
      }
    >
      {checks.map((check) => {
        const name = short ? initials(check.childName) : check.childName;
        return [
          <PaperPage key={`${check.id} a`} label={`Adult’s sheet, ${check.childName}`}>
            <AdultSheet check={check} name={name} />
          </PaperPage>,
          CHILD_SHEETS[checkKind(check.kind).childSees] && (
            <PaperPage key={`${check.id} c`} label={`Child’s sheet, ${check.childName}`}>
              <ChildSheet check={check} name={name} />
            </PaperPage>
          ),
        ];
      })}
    </Paper>
  );
}

function Head({ check, name, who }: { check: LocalCheck; name: string; who: string }) {
  return (
    <header className="mb-3 flex items-end justify-between border-b-2 border-black pb-1.5">
      <div>
        <h1 className="text-xl">{name}</h1>
        <p className="text-sm">
          {inOwnWords(checkKind(check.kind).title)}. {who}
        </p>
      </div>
      <p className="text-right text-sm">
        Date ____________ <span className="ml-3 font-child text-2xl tracking-[0.2em]">{sheetCode(check.id)}</span>
      </p>
    </header>
  );
}

function AdultSheet({ check, name }: { check: LocalCheck; name: string }) {
  const chosen = isChosen(check.kind);
  const written = isWritten(check.kind);
  const marks = marksOf(check.kind);
  const many = check.stack.length > 34;
  return (
    <>
      <Head check={check} name={name} who="For the adult" />
      <p className="mb-2 text-sm">
        {inOwnWords(checkKind(check.kind).how)}{' '}
        {written
          ? 'Nothing to mark here: type in what the child wrote.'
          : chosen
            ? 'Ring what the child pointed to.'
            : `Ring one number a line: ${marks.map((m) => `${m.key} ${m.word.toLowerCase()}`).join(', ')}; A an accent, which counts as right. Write what was said at 4.`}{' '}
        Stop when the child is tired.
      </p>
      <ol className={many ? 'columns-2 gap-6' : ''}>
        {check.stack.map((key, k) => {
          const item = itemOf(check, key);
          return (
            <li key={key} className="flex break-inside-avoid items-center gap-2 border-b border-black/30 py-[0.2rem] text-sm">
              <span className="w-6 text-right">{k + 1}</span>
              {(item.gpc && checkKind(check.kind).childSees === 'grapheme') || (!chosen && !written && item.word) ? (
                <span className="w-24 shrink-0 font-child text-lg leading-tight">{item.gpc ? graphemeShown(item.gpc) : item.word}</span>
              ) : null}
              <span className={`min-w-0 ${many ? 'w-24 truncate' : 'w-60'} text-[0.8rem]`}>{checkKind(check.kind).ask(item)}</span>
              {chosen ? (
                <span className="flex flex-1 flex-wrap gap-3 font-child text-base">
                  {item.options!.map((o) => (
                    <span key={o}>{o.replace('_', '‑')}</span>
                  ))}
                </span>
              ) : written ? null : (
                <span className="flex shrink-0 gap-2.5">
                  {[...marks.map((m) => m.key), 'A'].map((m) => (
                    <span key={m}>{m}</span>
                  ))}
                </span>
              )}
              {!chosen && !written && !many && <span className="ml-2 h-4 flex-1 border-b border-dotted border-black" />}
            </li>
          );
        })}
      </ol>
      <p className="mt-3 text-xs">
        A check says what to teach next. It is not a diagnosis; a different accent is not an error. Keep this sheet as the school’s policy
        says.
      </p>
    </>
  );
}

function ChildSheet({ check, name }: { check: LocalCheck; name: string }) {
  const items = check.stack.map((key) => itemOf(check, key));
  const Rows = CHILD_SHEETS[checkKind(check.kind).childSees];
  return (
    <>
      <Head check={check} name={name} who="For the child" />
      {Rows && <Rows items={items} standsIn={checkKind(check.kind).byCard === true} />}
    </>
  );
}

type Sheet = (props: { items: readonly CheckItem[]; standsIn: boolean }) => React.ReactNode;
const Numbered = ({
  items,
  columns,
  gap,
  children,
}: {
  items: readonly CheckItem[];
  columns: boolean;
  gap: string;
  children: (item: CheckItem) => React.ReactNode;
}) => (
  <ol className={columns ? 'columns-2 gap-8' : ''}>
    {items.map((item, k) => (
      <li key={item.key} className={`flex break-inside-avoid items-center border-b border-black/30 ${gap}`}>
        <span className="w-6 text-right text-sm">{k + 1}</span>
        {children(item)}
      </li>
    ))}
  </ol>
);
const Lines: Sheet = ({ items }) => (
  <ol className={items.length > 18 ? 'columns-2 gap-10' : ''}>
    {items.map((item, k) => (
      <li key={item.key} className="flex h-11 break-inside-avoid items-end gap-3">
        <span className="w-6 text-right text-sm">{k + 1}</span>
        <span className="flex-1 border-b border-black" />
      </li>
    ))}
  </ol>
);
const ToMark: Sheet = ({ items }) => (
  <Numbered items={items} columns={false} gap="gap-3 py-1.5">
    {(item) =>
      item.options!.map((o) => (
        <span key={o} className="flex-1 text-center font-child text-2xl">
          {o.replace('_', '‑')}
        </span>
      ))
    }
  </Numbered>
);
const ToRead: Sheet = ({ items, standsIn }) => (
  <ol className={`grid gap-x-4 gap-y-3 ${items[0]?.gpc ? 'grid-cols-6' : 'grid-cols-3'}`}>
    {items.map((item, k) => (
      <li key={item.key} className="flex items-baseline gap-2">
        <span className="text-xs">{k + 1}</span>
        <span className={`font-child ${items.length > 60 ? 'text-3xl' : 'text-4xl'}`}>
          {item.gpc ? graphemeShown(item.gpc) : item.word}
          {item.gpc && standsIn && <StandsIn gpc={item.gpc} className="block text-xs" />}
        </span>
      </li>
    ))}
  </ol>
);
/** The child's sheet by what it has before its eyes; none where there is nothing to read, mark or write. */
const CHILD_SHEETS: Readonly<Record<ChildView, Sheet | null>> = {
  nothing: Lines,
  graphemes: ToMark,
  words: ToMark,
  grapheme: ToRead,
  word: ToRead,
  picture: null,
  pictures: ({ items }) => (
    <Numbered items={items} columns gap="gap-2 py-1">
      {(item) => item.options!.map((o) => <Picture key={o} word={o} size={62} />)}
    </Numbered>
  ),
  'picture and places': ({ items }) => (
    <Numbered items={items} columns gap="gap-3 py-1">
      {(item) => (
        <>
          <Picture word={item.word!} size={56} />
          {[0, 1, 2].map((n) => (
            <span key={n} className="-ml-3 inline-block h-10 w-14 border border-black" />
          ))}
        </>
      )}
    </Numbered>
  ),
  'picture and yes or no': ({ items }) => (
    <Numbered items={items} columns gap="gap-3 py-1">
      {(item) => (
        <>
          <Picture word={item.word!} size={56} />
          {item.options!.map((o) => (
            <span key={o} className="px-3 font-child text-xl">
              {o}
            </span>
          ))}
        </>
      )}
    </Numbered>
  ),
};
