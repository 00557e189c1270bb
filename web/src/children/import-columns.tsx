/** Which column of a class list is which; what the list leaves open is asked. */
import { TextField } from '../ui/form.js';
import { assign, FIELD_WORDS, FIELDS, type DateOrder, type Field, type Mapping } from './columns.js';

interface Props {
  header: readonly string[];
  mapping: Mapping;
  onMapping: (mapping: Mapping) => void;
  /** Whether every date of birth can be read two ways, and how they are read. */
  datesOpen: boolean;
  dates: DateOrder;
  onDates: (dates: DateOrder) => void;
  /** The class of all, where the list names none. */
  className: string;
  onClassName: (name: string) => void;
}

export function ImportColumns({ header, mapping, onMapping, datesOpen, dates, onDates, className, onClassName }: Props) {
  return (
    <fieldset className="sheet p-4">
      <legend className="px-1 font-semibold">Which column is which</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-3 lg:grid-cols-6">
        {FIELDS.map((field: Field) => (
          <label key={field} className="text-sm font-semibold">
            {FIELD_WORDS[field]}
            <select
              className="field mt-1 font-normal"
              aria-label={FIELD_WORDS[field]}
              value={mapping[field] ?? ''}
              onChange={(event) => onMapping(assign(mapping, field, event.target.value === '' ? null : Number(event.target.value)))}
            >
              <option value="">none</option>
              {header.map((name, k) => (
                <option key={k} value={k}>
                  {name || `column ${k + 1}`}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      {mapping.needs === undefined && header.some((h) => /\bsen\b|\bneeds?\b|support/i.test(h)) && (
        <p className="mt-3 text-sm text-ink-2">
          The list has a column of needs. It is left out unless you choose it above: take only what this work needs.
        </p>
      )}
      {datesOpen && (
        <label className="mt-3 flex flex-wrap items-center gap-2">
          Every date of birth here can be read two ways. They are written
          <select className="field !w-auto" value={dates} onChange={(e) => onDates(e.target.value as DateOrder)}>
            <option value="day first">day, month, year</option>
            <option value="month first">month, day, year</option>
          </select>
        </label>
      )}
      {mapping.className === undefined && (
        <div className="mt-4 max-w-xs">
          <TextField
            label="Class of all these children"
            value={className}
            onChange={(event) => onClassName(event.target.value)}
            hint="The list has no column for it."
          />
        </div>
      )}
    </fieldset>
  );
}
