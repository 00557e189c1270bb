/** What to practise this week, for each child of a class: plain words, on screen and on one sheet; a page for home for each child. */
import type { PracticeRow } from '@sapling/contract';
import { Printer } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { useClassInAddress } from '../ui/in-address.js';
import { useData } from '../api/data.js';
import { ClassPicker } from '../ui/class-picker.js';
import { onDay } from '../ui/dates.js';
import { Empty, Page, Pending } from '../ui/page.js';
import { GraphemeChip, graphemeShown, WordMarks } from '../ui/word-marks.js';
import { under } from '../base.js';

export function Component() {
  const { data: classes } = useData('classes');
  const [classId, setClassId] = useClassInAddress(classes);
  const [english, setEnglish] = useState(false);
  const { data, error } = useData('practice', { query: classId ? { classId } : {} });
  return (
    <Page
      title="To practise this week"
      lead="For children in groups: what their sessions worked on, ready to use in two spare minutes."
      actions={
        data && data.length > 0 ? (
          <button className="btn btn-main" onClick={() => window.print()}>
            <Printer size={17} aria-hidden /> Print
          </button>
        ) : undefined
      }
    >
      {classes && classes.length > 1 && (
        <div className="no-print mb-3">
          <ClassPicker classes={classes} value={classId} onChange={setClassId} />
        </div>
      )}
      {!data ? (
        <Pending error={error} what="what to practise" />
      ) : data.length === 0 ? (
        <Empty
          title={classId ? 'No child of this class is in a group' : 'No child is in a group yet'}
          action={
            <Link className="btn btn-main" to="/gaps">
              To Gaps
            </Link>
          }
        >
          When a group has met, its children stand here with what they can practise.
        </Empty>
      ) : (
        <>
          <label className="no-print mb-3 flex items-center gap-2 text-sm">
            Sheets for home
            <select
              className="field !min-h-9 !w-auto"
              value={english ? 'en' : ''}
              onChange={(event) => setEnglish(event.target.value === 'en')}
            >
              <option value="">in each family’s language, where there is one</option>
              <option value="en">in English</option>
            </select>
          </label>
          <ul className="ruled">
            {data.map((child) => (
              <Row key={child.id} child={child} english={english} />
            ))}
          </ul>
        </>
      )}
    </Page>
  );
}

function Row({ child, english }: { child: PracticeRow; english: boolean }) {
  return (
    <li className="grid break-inside-avoid gap-x-6 gap-y-1 py-3 md:grid-cols-[13rem_1fr_auto]">
      <div>
        <Link className="font-semibold underline-offset-4 hover:underline" to={`/children/${child.id}`}>
          {child.name}
        </Link>
        <p className="text-sm text-ink-2">
          {child.group ? `${child.group.name}${child.group.adult ? `, with ${child.group.adult}` : ''}` : 'in no group now'}
          {child.lastSession && <span className="block">last there {onDay(child.lastSession)}</span>}
        </p>
      </div>
      <div className="grid content-start gap-1.5">
        {child.pairs.length > 0 ? (
          <p>
            Show{' '}
            <span className="inline-flex gap-1 align-middle">
              {child.pairs.map((g) => (
                <GraphemeChip key={g} gpc={g} sound />
              ))}
            </span>{' '}
            and ask for the sound. Then read:
          </p>
        ) : (
          <p>
            {child.words.length > 0
              ? 'Nothing new is sure enough to practise alone yet. To keep what is known, read:'
              : 'Nothing to practise alone yet.'}
          </p>
        )}
        {child.words.length > 0 && (
          <p className="flex flex-wrap gap-x-5 gap-y-1">
            {child.words.map((w) => (
              <WordMarks key={w.word} word={w.word} units={w.units} focus={child.pairs} className="text-xl" />
            ))}
          </p>
        )}
        {child.sentence && <p className="font-child text-lg">{child.sentence}</p>}
        {child.notYet.length > 0 && (
          <p className="text-sm text-ink-2">
            Still being taught, so give the sound at once when it comes up:{' '}
            {child.notYet.map((g) => `${graphemeShown(g)} /${g.split(':')[1]}/`).join(', ')}
          </p>
        )}
      </div>
      <a
        className="btn btn-small no-print self-start"
        href={under(`/api/children/${child.id}/home-sheet${english ? '?language=English' : ''}`)}
        target="_blank"
        rel="noreferrer"
        aria-label={`Sheet for home for ${child.name}`}
      >
        For home
      </a>
    </li>
  );
}
