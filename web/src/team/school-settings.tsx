/** What the school decides where schools differ: each with its default and one sentence that says why. The lead decides. */
import { DEFAULT_SETTINGS, type SchoolSettings } from '@sapling/contract';
import { ACCENT_MERGERS } from '@sapling/core';
import { Link } from 'react-router';
import { useMay } from '../shell/me.js';
import { Trouble } from '../ui/form.js';
import { Handwriting } from './handwriting.js';
import { FamilySentences } from './family-sentences.js';
import { OwnWords } from './own-words.js';
import { ReadingAims } from './reading-aims.js';
import { translated } from '../wording/translated.js';
import { useSettingsDraft } from './use-settings-draft.js';

type NumberSetting =
  | 'trailDays'
  | 'secureFrom'
  | 'gapBelow'
  | 'skillSecureFrom'
  | 'skillGapBelow'
  | 'dueAfterDays'
  | 'cycleWeeks'
  | 'sessionsAWeek'
  | 'readAlone'
  | 'readWithHelp'
  | 'recordingDays'
  | 'leaverDays';
const ACCENTS = Object.keys(ACCENT_MERGERS);
const percent = (x: number): string => `${Math.round(x * 100)} %`;

export function SchoolSettingsForm() {
  const lead = useMay('manage team');
  const { now, set, save, leave, changed, trouble } = useSettingsDraft('Kept. What rests on it is worked out again.');
  if (!now) return null;
  const accents = new Set(
    now.accent
      .split(',')
      .map((a) => a.trim())
      .filter(Boolean),
  );
  const row = (title: string, why: string, control: React.ReactNode) => (
    <div className="grid gap-x-6 gap-y-1 px-4 py-3 md:grid-cols-[15rem_17rem_1fr]">
      <span className="font-semibold">{title}</span>
      <span>{control}</span>
      <span className="text-sm text-ink-2">{why}</span>
    </div>
  );
  /** A number that is held to its range when the field is left, not while it is typed. */
  const number = (key: NumberSetting, label: string, least: number, most: number, unit: number, step: number) => (
    <input
      key={now[key]}
      className="field !w-28"
      type="number"
      aria-label={label}
      min={least}
      max={most}
      step={step}
      defaultValue={Math.round(now[key] / unit)}
      onBlur={(e) => {
        const typed = Number(e.target.value) || Math.round(DEFAULT_SETTINGS[key] / unit);
        const held = Math.min(most, Math.max(least, Math.round(typed)));
        e.target.value = String(held);
        if (held !== Math.round(now[key] / unit)) set(key, unit === 1 ? held : held / 100);
      }}
    />
  );
  return (
    <section id="settings" aria-label="Where schools differ" className="mb-10">
      <h2 className="mb-2 text-xl">Where schools differ</h2>
      <fieldset disabled={!lead} className="sheet ruled">
        {row(
          'Words of this school',
          'Default: the standard words. What your school calls differently is said so on every screen, in sheets and in headings of files. Names, and words children read, stay as they are.',
          <OwnWords now={now} set={set} />,
        )}
        {row(
          'Language',
          translated(),
          <select
            className="field"
            aria-label="Language of the interface"
            value={now.language}
            onChange={(e) => set('language', e.target.value as SchoolSettings['language'])}
          >
            <option value="English">English, in the school’s spelling</option>
            <option value="German">Deutsch (a beginning)</option>
          </select>,
        )}
        {row(
          'Dates',
          'Default: the day first. On every screen and sheet; files keep dates that sort, year first.',
          <select
            className="field !w-auto"
            aria-label="How dates are written"
            value={now.dateOrder}
            onChange={(e) => set('dateOrder', e.target.value as SchoolSettings['dateOrder'])}
          >
            <option>24 Nov</option>
            <option>Nov 24</option>
          </select>,
        )}
        {row(
          'Letter names',
          `Default: kept out. A name given for a sound is then a slip worth naming, and one thing is learned at a time.`,
          <select
            className="field"
            aria-label="Letter names"
            value={now.letterNames ? 'asked' : 'out'}
            onChange={(e) => set('letterNames', e.target.value === 'asked')}
          >
            <option value="out">kept out until later</option>
            <option value="asked">asked along with sounds</option>
          </select>,
        )}
        {row(
          'Made-up words',
          'Default: checking only. A child cannot know them by sight, so they test decoding alone; practice is better spent on real words.',
          <select
            className="field"
            aria-label="Made-up words"
            value={now.madeUpWords}
            onChange={(e) => set('madeUpWords', e.target.value as SchoolSettings['madeUpWords'])}
          >
            <option value="checking and practice">for checking and practice</option>
            <option value="checking only">for checking only</option>
            <option value="not at all">not at all</option>
          </select>,
        )}
        {row(
          'Secure from',
          `Default: ${percent(DEFAULT_SETTINGS.secureFrom)}. A pair is secure where even the low end of its range reaches this.`,
          number('secureFrom', 'Secure from, percent', 60, 95, 0.01, 5),
        )}
        {row(
          'Gap below',
          `Default: ${percent(DEFAULT_SETTINGS.gapBelow)}. A pair is a gap where even the high end of its range stays below this.`,
          number('gapBelow', 'Gap below, percent', 5, 70, 0.01, 5),
        )}
        {row(
          'A skill is secure from',
          `Default: ${percent(DEFAULT_SETTINGS.skillSecureFrom)} of plain items right. Skills are blending, longer words and so on; the low end of the range counts.`,
          number('skillSecureFrom', 'A skill is secure from, percent', 70, 95, 0.01, 5),
        )}
        {row(
          'A skill is a gap below',
          `Default: ${percent(DEFAULT_SETTINGS.skillGapBelow)} of plain items right, even at the high end of the range.`,
          number('skillGapBelow', 'A skill is a gap below, percent', 20, 70, 0.01, 5),
        )}
        {row(
          'Due for another look',
          `Default: after ${DEFAULT_SETTINGS.dueAfterDays} days. What was once known and not seen since is not taken as known for ever.`,
          <label className="flex items-center gap-2">after {number('dueAfterDays', 'Due after days', 7, 365, 1, 1)} days</label>,
        )}
        {row(
          'Groups are formed by',
          'Default: shared gaps. Children who miss the same pairs need the same minutes, wherever in the order they stand; by next step, a group works on neighbours in the order.',
          <select
            className="field"
            aria-label="Groups are formed by"
            value={now.groupWay}
            onChange={(e) => set('groupWay', e.target.value as SchoolSettings['groupWay'])}
          >
            <option value="shared gaps">shared gaps, wherever they are</option>
            <option value="next step">next step in the order</option>
          </select>,
        )}
        {row(
          'Classes in a group',
          'Default: as it falls. Kept apart where classes are taught at different times; mixed where children should meet others.',
          <select
            className="field"
            aria-label="Classes in a group"
            value={now.groupClasses}
            onChange={(e) => set('groupClasses', e.target.value as SchoolSettings['groupClasses'])}
          >
            <option value="any">as it falls</option>
            <option value="keep">each group of one class</option>
            <option value="mix">no group of one class alone</option>
          </select>,
        )}
        {row(
          'A cycle of sessions',
          'Default: 4 weeks of 4 sessions. A pair needs four sessions to be met, to come back and to be read, so this says how many pairs a group can work on.',
          <span className="flex flex-wrap items-center gap-2">
            {number('cycleWeeks', 'Weeks in a cycle', 1, 20, 1, 1)} weeks of {number('sessionsAWeek', 'Sessions a week', 1, 10, 1, 1)}{' '}
            sessions each
          </span>,
        )}
        {row(
          'Times, rooms, lessons, holidays',
          'Default: none set, and groups are formed without them. Who takes groups, and when they are there, stands there too.',
          <Link className="underline underline-offset-4" to="/sessions/timetable/set-up">
            On the timetable’s page
          </Link>,
        )}
        {row(
          'A text is right',
          'Default: for reading alone from 95 % read right, with help from 90 %. Some schools ask 98 % for reading alone.',
          <span className="flex flex-wrap items-center gap-2">
            alone from {number('readAlone', 'Right for reading alone from, percent', 80, 100, 0.01, 1)} %, with help from{' '}
            {number('readWithHelp', 'Right with help from, percent', 50, 99, 0.01, 1)} %
          </span>,
        )}
        {row(
          'Words a minute are shown',
          'Default: only for readings accurate enough to read with help. Below that the text is too hard for speed to mean anything.',
          <select
            className="field"
            aria-label="Words a minute are shown"
            value={now.timing}
            onChange={(e) => set('timing', e.target.value as SchoolSettings['timing'])}
          >
            <option value="accurate readings">for accurate readings</option>
            <option value="every reading">for every reading</option>
          </select>,
        )}
        {row(
          'A self-correction counts',
          'Default: as right, and is counted apart. It shows that the child listens to what they read.',
          <select
            className="field"
            aria-label="A self-correction counts"
            value={now.selfCorrectionIsRight ? 'right' : 'wrong'}
            onChange={(e) => set('selfCorrectionIsRight', e.target.value === 'right')}
          >
            <option value="right">as right</option>
            <option value="wrong">as wrong</option>
          </select>,
        )}
        {row(
          'Aims for reading aloud',
          'Default: none. No norms are built in: type what your school wants the children of a year to reach by the end of a season.',
          <ReadingAims now={now} set={set} />,
        )}
        {row(
          'Recordings are deleted',
          `Default: after ${DEFAULT_SETTINGS.recordingDays} days. They are made only where the family’s consent is noted, and never leave this installation.`,
          <label className="flex items-center gap-2">
            after {number('recordingDays', 'Recordings are deleted after days', 1, 365, 1, 1)} days
          </label>,
        )}
        {row(
          'Children who left are erased',
          `Default: ${DEFAULT_SETTINGS.leaverDays} days after they left, with everything about them. Until then they can be put back.`,
          <label className="flex items-center gap-2">
            after {number('leaverDays', 'Children who left are erased after days', 30, 3650, 1, 1)} days
          </label>,
        )}
        {row(
          'Who looked at a child is kept',
          `Default: ${DEFAULT_SETTINGS.trailDays} days. Leads see it beside the child’s record; then it is deleted by itself.`,
          <label className="flex items-center gap-2">
            for {number('trailDays', 'Who looked at a child is kept for days', 30, 3650, 1, 1)} days
          </label>,
        )}
        {row(
          'Paper',
          'Default: A4. What sheets are printed on where nobody chooses otherwise.',
          <select
            className="field !w-auto"
            aria-label="Paper"
            value={now.paper}
            onChange={(e) => set('paper', e.target.value as SchoolSettings['paper'])}
          >
            <option>A4</option>
            <option>Letter</option>
          </select>,
        )}
        {row(
          'A week begins on',
          'Default: Monday. Where the weeks of sessions are cut on the screen.',
          <select
            className="field !w-auto"
            aria-label="A week begins on"
            value={now.weekStart}
            onChange={(e) => set('weekStart', Number(e.target.value) as SchoolSettings['weekStart'])}
          >
            <option value={1}>Monday</option>
            <option value={7}>Sunday</option>
            <option value={6}>Saturday</option>
          </select>,
        )}
        {row(
          'What every cover sheet says',
          'Default: nothing. For somebody who has never met the group: where things are, whom to call, what to do in an alarm. Only what the school allows on paper.',
          <textarea
            className="field"
            rows={3}
            maxLength={1000}
            aria-label="What every cover sheet says"
            value={now.coverNotes}
            onChange={(e) => set('coverNotes', e.target.value)}
          />,
        )}
        {row(
          'How letters are written here',
          'Default: plain letters. The model is shown where letters are written: on cards to trace, sheets for home, and the screen of that part. Reading stays in plain letters.',
          <Handwriting now={now} set={set} />,
        )}
        {row(
          'Sheets for home in families’ languages',
          'Default: in a child’s first language where it is one of these, with English small beneath; else in English.',
          <FamilySentences now={now} set={set} />,
        )}
        {row(
          'How this school spells',
          'Default: British. Words are offered in one spelling, never in both. A text that somebody types is read in either.',
          <select
            className="field !w-auto"
            aria-label="How this school spells"
            value={now.spelling}
            onChange={(e) => set('spelling', e.target.value as typeof now.spelling)}
          >
            <option>British</option>
            <option>American</option>
          </select>,
        )}
        {row(
          'How this school speaks',
          'Default: nothing set. Whatever is ticked counts as right when what a child said is laid against a word. An accent is never an error, and has its own mark besides.',
          <span className="grid gap-1">
            {ACCENTS.map((name) => (
              <label key={name} className="flex items-center gap-2">
                <input
                  type="checkbox"
                  className="size-4"
                  checked={accents.has(name)}
                  onChange={(e) => {
                    const next = new Set(accents);
                    if (e.target.checked) next.add(name);
                    else next.delete(name);
                    set('accent', ACCENTS.filter((a) => next.has(a)).join(', '));
                  }}
                />
                {name}
              </label>
            ))}
          </span>,
        )}
      </fieldset>
      <Trouble>{trouble}</Trouble>
      {!lead && <p className="mt-2 text-sm text-ink-2">The lead decides these.</p>}
      {lead && changed && (
        <div className="mt-3 flex gap-3">
          <button className="btn btn-main" onClick={() => void save()}>
            Keep these settings
          </button>
          <button className="btn" onClick={leave}>
            Leave as they were
          </button>
        </div>
      )}
    </section>
  );
}
