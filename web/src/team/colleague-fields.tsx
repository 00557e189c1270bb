/** The part of a colleague and the classes that go with it, as fields of a form. */
import { ROLES, type Role } from '@sapling/contract';
import { useData } from '../api/data.js';
import { ROLE_WORDS } from '../shell/me.js';
import { SelectField } from '../ui/form.js';

export function ClassBoxes({ value, onChange }: { value: readonly string[]; onChange: (ids: string[]) => void }) {
  const { data: classes } = useData('classes');
  return (
    <fieldset>
      <legend className="mb-1 font-semibold">Classes</legend>
      {classes?.length === 0 && <p className="text-sm text-ink-2">No classes yet. They can be given later.</p>}
      <div className="flex flex-wrap gap-x-5 gap-y-1">
        {classes?.map((c) => (
          <label key={c.id} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4"
              checked={value.includes(c.id)}
              onChange={(event) => onChange(event.target.checked ? [...value, c.id] : value.filter((id) => id !== c.id))}
            />{' '}
            {c.name}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

export function RoleField({ value, onChange }: { value: Role; onChange: (role: Role) => void }) {
  return (
    <SelectField label="Part" value={value} onChange={(event) => onChange(event.target.value as Role)}>
      {ROLES.map((role) => (
        <option key={role} value={role}>
          {ROLE_WORDS[role]}
        </option>
      ))}
    </SelectField>
  );
}
export const needsClasses = (role: Role): boolean => role === 'teacher' || role === 'class teacher';
