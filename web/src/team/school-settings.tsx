/** What the school decides where schools differ: each with its default and one sentence that says why. The lead decides. */
import { DEFAULT_SETTINGS, type SchoolSettings } from '@sapling/contract';
import { ACCENT_MERGERS } from '@sapling/core/phonics';
import { Link } from 'react-router';
import { useMay } from '../shell/me.js';
import { Trouble } from '../ui/form.js';
import { Handwriting } from './handwriting.js';
import { FamilySentences } from './family-sentences.js';
import { OwnWords } from './own-words.js';
import { ReadingAims } from './reading-aims.js';
import { translated } from '../wording/translated.js';
import { SettingChoice, SettingRow } from './setting-row.js';
import { useSettingsDraft, type SettingsRow } from './use-settings-draft.js';

type NumberSetting =
  | 'trailDays'
  | 'logDays'
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
  return (
    <section id="settings" aria-label="Where schools differ" className="mb-10">
      <h2 className="mb-2 text-xl">Where schools differ</h2>
      <fieldset disabled={!lead} className="sheet ruled">
        <LanguageSettings now={now} set={set} />
        <JudgingSettings now={now} set={set} />
        <GroupingSettings now={now} set={set} />
        <ReadingSettings now={now} set={set} />
        <KeepingSettings now={now} set={set} />
        <PaperSettings now={now} set={set} />
        <SpeechSettings now={now} set={set} />
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

/** Fields for numbers, each held to its range when it is left, not while it is typed. */
function numberField(now: SchoolSettings, set: SettingsRow['set']) {
  return (key: NumberSetting, label: string, least: number, most: number, unit: number, step: number) => (
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
}

/** Words and dates of the interface. */
function LanguageSettings({ now, set }: SettingsRow) {
  return (
    <>
      <SettingRow
        title="Words of this school"
        why="Default: the standard words. What your school calls differently is said so on every screen, on paper and in the headings of files. Names, and words children read, stay as they are."
      >
        <OwnWords now={now} set={set} />
      </SettingRow>
      <SettingChoice
        title="Language of the interface"
        why={translated()}
        value={now.language}
        options={[
          { value: 'English', label: 'English, in the school’s spelling' },
          { value: 'German', label: 'Deutsch (a beginning)' },
        ]}
        onChoose={(value) => set('language', value)}
      />
      <SettingChoice
        title="How dates are written"
        why="Default: the day first. On every screen and sheet; files keep dates that sort, year first."
        value={now.dateOrder}
        options={[
          { value: '24 Nov', label: '24 Nov' },
          { value: 'Nov 24', label: 'Nov 24' },
        ]}
        onChoose={(value) => set('dateOrder', value)}
      />
    </>
  );
}

/** How answers are asked for and what they come to. */
function JudgingSettings({ now, set }: SettingsRow) {
  const number = numberField(now, set);
  return (
    <>
      <SettingChoice
        title="Letter names"
        why={`Default: kept out. A name given for a sound is then a slip worth naming, and one thing is learned at a time.`}
        value={now.letterNames ? 'asked' : 'out'}
        options={[
          { value: 'out', label: 'kept out until later' },
          { value: 'asked', label: 'asked along with sounds' },
        ]}
        onChoose={(value) => set('letterNames', value === 'asked')}
      />
      <SettingChoice
        title="Made-up words"
        why="Default: checking only. A child cannot know them by sight, so they test decoding alone; practice is better spent on real words."
        value={now.madeUpWords}
        options={[
          { value: 'checking and practice', label: 'for checking and practice' },
          { value: 'checking only', label: 'for checking only' },
          { value: 'not at all', label: 'not at all' },
        ]}
        onChoose={(value) => set('madeUpWords', value)}
      />
      <SettingRow
        title="Secure from"
        why={`Default: ${percent(DEFAULT_SETTINGS.secureFrom)}. A pair is secure where even the low end of its range reaches this and it came right in two sittings (three where it was missed and only pointed to), and until six weeks go by in which nobody sees the child.`}
      >
        {number('secureFrom', 'Secure from, percent', 60, 95, 0.01, 1)}
      </SettingRow>
      <SettingRow
        title="Gap below"
        why={`Default: ${percent(DEFAULT_SETTINGS.gapBelow)}. A pair is a gap where even the high end of its range stays below this, and where it was missed on two days, or by two adults, with nothing right since and a right answer is no longer likely; right in three sittings since, it is none any more.`}
      >
        {number('gapBelow', 'Gap below, percent', 5, 85, 0.01, 1)}
      </SettingRow>
      <SettingRow
        title="A skill is secure from"
        why={`Default: ${percent(DEFAULT_SETTINGS.skillSecureFrom)} of plain items right. Skills are blending, longer words and so on; the low end of the range counts.`}
      >
        {number('skillSecureFrom', 'A skill is secure from, percent', 70, 95, 0.01, 5)}
      </SettingRow>
      <SettingRow
        title="A skill is a gap below"
        why={`Default: ${percent(DEFAULT_SETTINGS.skillGapBelow)} of plain items right, even at the high end of the range.`}
      >
        {number('skillGapBelow', 'A skill is a gap below, percent', 20, 70, 0.01, 5)}
      </SettingRow>
      <SettingRow
        title="Due for another look"
        why={`Default: after ${DEFAULT_SETTINGS.dueAfterDays} days. What was once known and not seen since is not taken as known for ever.`}
      >
        <label className="flex items-center gap-2">after {number('dueAfterDays', 'Due after days', 7, 365, 1, 1)} days</label>
      </SettingRow>
    </>
  );
}

/** How groups are formed and when they meet. */
function GroupingSettings({ now, set }: SettingsRow) {
  const number = numberField(now, set);
  return (
    <>
      <SettingChoice
        title="Groups are formed by"
        why="Default: shared gaps. Children who miss the same pairs need the same minutes, wherever in the order they stand; by next step, a group works on neighbours in the order."
        value={now.groupWay}
        options={[
          { value: 'shared gaps', label: 'shared gaps, wherever they are' },
          { value: 'next step', label: 'next step in the order' },
        ]}
        onChoose={(value) => set('groupWay', value)}
      />
      <SettingChoice
        title="Classes in a group"
        why="Default: as it falls. Kept apart where classes are taught at different times; mixed where children should meet others."
        value={now.groupClasses}
        options={[
          { value: 'any', label: 'as it falls' },
          { value: 'keep', label: 'each group of one class' },
          { value: 'mix', label: 'no group of one class alone' },
        ]}
        onChoose={(value) => set('groupClasses', value)}
      />
      <SettingRow
        title="A cycle of sessions"
        why="Default: 4 weeks of 4 sessions. A pair needs four sessions to be met, to come back and to be read, so this says how many pairs a group can work on."
      >
        <span className="flex flex-wrap items-center gap-2">
          {number('cycleWeeks', 'Weeks in a cycle', 1, 20, 1, 1)} weeks of {number('sessionsAWeek', 'Sessions a week', 1, 10, 1, 1)}{' '}
          sessions each
        </span>
      </SettingRow>
      <SettingRow
        title="Times, rooms, lessons, holidays"
        why="Default: none set, and groups are formed without them. Who takes groups, and when they are there, stands there too."
      >
        <Link className="underline underline-offset-4" to="/sessions/timetable/set-up">
          On the timetable’s page
        </Link>
      </SettingRow>
    </>
  );
}

/** Reading aloud. */
function ReadingSettings({ now, set }: SettingsRow) {
  const number = numberField(now, set);
  return (
    <>
      <SettingRow
        title="A text is right"
        why="Default: for reading alone from 95 % read right, with help from 90 %. Some schools ask 98 % for reading alone."
      >
        <span className="flex flex-wrap items-center gap-2">
          alone from {number('readAlone', 'Right for reading alone from, percent', 80, 100, 0.01, 1)} %, with help from{' '}
          {number('readWithHelp', 'Right with help from, percent', 50, 99, 0.01, 1)} %
        </span>
      </SettingRow>
      <SettingChoice
        title="Words a minute are shown"
        why="Default: only for readings accurate enough to read with help. Below that the text is too hard for speed to mean anything."
        value={now.timing}
        options={[
          { value: 'accurate readings', label: 'for accurate readings' },
          { value: 'every reading', label: 'for every reading' },
        ]}
        onChoose={(value) => set('timing', value)}
      />
      <SettingChoice
        title="A self-correction counts"
        why="Default: as right, and is counted apart. It shows that the child listens to what they read."
        value={now.selfCorrectionIsRight ? 'right' : 'wrong'}
        options={[
          { value: 'right', label: 'as right' },
          { value: 'wrong', label: 'as wrong' },
        ]}
        onChoose={(value) => set('selfCorrectionIsRight', value === 'right')}
      />
      <SettingRow
        title="Aims for reading aloud"
        why="Default: none. No norms are built in: type what your school wants the children of a year to reach by the end of a season."
      >
        <ReadingAims now={now} set={set} />
      </SettingRow>
    </>
  );
}

/** How long things are kept. */
function KeepingSettings({ now, set }: SettingsRow) {
  const number = numberField(now, set);
  return (
    <>
      <SettingRow
        title="Recordings are deleted"
        why={`Default: after ${DEFAULT_SETTINGS.recordingDays} days. They are made only where the family’s consent is noted, and never leave this installation.`}
      >
        <label className="flex items-center gap-2">
          after {number('recordingDays', 'Recordings are deleted after days', 1, 365, 1, 1)} days
        </label>
      </SettingRow>
      <SettingRow
        title="Children who left are erased"
        why={`Default: ${DEFAULT_SETTINGS.leaverDays} days after they left, with everything about them. Until then they can be put back.`}
      >
        <label className="flex items-center gap-2">
          after {number('leaverDays', 'Children who left are erased after days', 30, 3650, 1, 1)} days
        </label>
      </SettingRow>
      <SettingRow
        title="What was written is kept"
        why={`Default: ${DEFAULT_SETTINGS.logDays} days. What happened in a session, its notes, words that were missed, notes on children and groups. Then it goes by itself; who was there and what was done stays. Leads are told two weeks before.`}
      >
        <label className="flex items-center gap-2">for {number('logDays', 'What was written is kept for days', 90, 3650, 1, 1)} days</label>
      </SettingRow>
      <SettingRow
        title="Who looked at a child is kept"
        why={`Default: ${DEFAULT_SETTINGS.trailDays} days. Leads see it beside the child’s record; then it is deleted by itself.`}
      >
        <label className="flex items-center gap-2">
          for {number('trailDays', 'Who looked at a child is kept for days', 30, 3650, 1, 1)} days
        </label>
      </SettingRow>
    </>
  );
}

/** Paper and weeks. */
function PaperSettings({ now, set }: SettingsRow) {
  return (
    <>
      <SettingChoice
        title="Paper"
        why="Default: A4. What sheets are printed on where nobody chooses otherwise."
        value={now.paper}
        options={[
          { value: 'A4', label: 'A4' },
          { value: 'Letter', label: 'Letter' },
        ]}
        onChoose={(value) => set('paper', value)}
      />
      <SettingChoice
        title="A week begins on"
        why="Default: Monday. Where the weeks of sessions are cut on the screen."
        value={now.weekStart}
        options={[
          { value: 1, label: 'Monday' },
          { value: 7, label: 'Sunday' },
          { value: 6, label: 'Saturday' },
        ]}
        onChoose={(value) => set('weekStart', value)}
      />
      <SettingRow
        title="What every cover sheet says"
        why="Default: nothing. For somebody who has never met the group: where things are, whom to call, what to do in an alarm. Only what the school allows on paper."
      >
        <textarea
          className="field"
          rows={3}
          maxLength={1000}
          aria-label="What every cover sheet says"
          value={now.coverNotes}
          onChange={(e) => set('coverNotes', e.target.value)}
        />
      </SettingRow>
      <SettingRow
        title="How letters are written here"
        why="Default: plain letters. The model is shown where letters are written: on cards to trace, sheets for home, and the screen of that part. Reading stays in plain letters."
      >
        <Handwriting now={now} set={set} />
      </SettingRow>
      <SettingRow
        title="Sheets for home in families’ languages"
        why="Default: in a child’s first language where it is one of these, with English small beneath; else in English."
      >
        <FamilySentences now={now} set={set} />
      </SettingRow>
    </>
  );
}

/** How the school spells and speaks. */
function SpeechSettings({ now, set }: SettingsRow) {
  const accents = new Set(
    now.accent
      .split(',')
      .map((a) => a.trim())
      .filter(Boolean),
  );
  return (
    <>
      <SettingChoice
        title="How this school spells"
        why="Default: British. Words are offered in one spelling, never in both. A text that somebody types is read in either."
        value={now.spelling}
        options={[
          { value: 'British', label: 'British' },
          { value: 'American', label: 'American' },
        ]}
        onChoose={(value) => set('spelling', value)}
      />
      <SettingRow
        title="How this school speaks"
        why="Default: nothing set. Whatever is ticked counts as right when what a child said is laid against a word. An accent is never an error, and has its own mark besides."
      >
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
        </span>
      </SettingRow>
    </>
  );
}
