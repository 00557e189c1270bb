/** What this school wants children of a year to reach by the end of a season, in right words a minute: a small table, empty where there is no aim. */
import { SEASONS, type Season } from '@sapling/core/reading';
import { useData } from '../api/data.js';
import type { SettingsRow } from './use-settings-draft.js';

export function ReadingAims({ now, set }: SettingsRow) {
  const { data: classes } = useData('classes');
  const years = [...new Set([...(classes ?? []).map((c) => c.year).filter(Boolean), ...now.readingAims.map((a) => a.year)])].sort();
  const aimOf = (year: string, season: Season): number | undefined =>
    now.readingAims.find((a) => a.year === year && a.season === season)?.wcpm;
  const change = (year: string, season: Season, typed: string): void => {
    const rest = now.readingAims.filter((a) => a.year !== year || a.season !== season);
    const wcpm = Math.round(Number(typed));
    set('readingAims', wcpm >= 1 ? [...rest, { year, season, wcpm: Math.min(400, wcpm) }] : rest);
  };
  if (years.length === 0) return <span className="text-sm text-ink-2">Give the classes a year first (Children, Classes).</span>;
  return (
    <table className="w-full text-sm">
      <thead>
        <tr>
          <th className="sr-only">Year</th>
          {SEASONS.map((season) => (
            <th key={season} className="font-normal text-ink-2">
              {season}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {years.map((year) => (
          <tr key={year}>
            <th scope="row" className="pr-2 text-left whitespace-nowrap">
              {year}
            </th>
            {SEASONS.map((season) => (
              <td key={season} className="p-0.5">
                <input
                  key={aimOf(year, season) ?? 'none'}
                  className="field !min-h-9 !px-1 text-center"
                  inputMode="numeric"
                  aria-label={`Right words a minute in ${year} by the end of ${season}`}
                  defaultValue={aimOf(year, season) ?? ''}
                  onBlur={(event) => event.target.value !== String(aimOf(year, season) ?? '') && change(year, season, event.target.value)}
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
