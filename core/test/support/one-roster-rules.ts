/**
 * The published field lists of OneRoster 1.2 (rostering, CSV binding, bulk files) as rules of a validator, written from the
 * standard and not from what writes the files: column by column in order, whether it must be filled, and of what kind it is.
 */
type Kind =
  'guid' | 'text' | 'date' | 'year' | 'boolean' | 'empty' | readonly string[] | { readonly ref: string; readonly many?: true } | 'grades';
interface Column {
  readonly name: string;
  readonly needed: boolean;
  readonly kind: Kind;
}
const must = (name: string, kind: Kind = 'text'): Column => ({ name, needed: true, kind });
const may = (name: string, kind: Kind = 'text'): Column => ({ name, needed: false, kind });
/** In bulk files these stay blank. */
const HEAD = [must('sourcedId', 'guid'), may('status', 'empty'), may('dateLastModified', 'empty')];

const FILES: Readonly<Record<string, readonly Column[]>> = {
  academicSessions: [
    ...HEAD, must('title'), must('type', ['gradingPeriod', 'semester', 'schoolYear', 'term']), must('startDate', 'date'), must('endDate', 'date'),
    may('parentSourcedId', { ref: 'academicSessions' }), must('schoolYear', 'year'),
  ],
  classes: [
    ...HEAD, must('title'), may('grades', 'grades'), must('courseSourcedId', { ref: 'courses' }), may('classCode'), must('classType', ['homeroom', 'scheduled']),
    may('location'), must('schoolSourcedId', { ref: 'orgs' }), must('termSourcedIds', { ref: 'academicSessions', many: true }), may('subjects'), may('subjectCodes'), may('periods'),
  ],
  courses: [
    ...HEAD, may('schoolYearSourcedId', { ref: 'academicSessions' }), must('title'), may('courseCode'), may('grades', 'grades'), must('orgSourcedId', { ref: 'orgs' }),
    may('subjects'), may('subjectCodes'),
  ],
  enrollments: [
    ...HEAD, must('classSourcedId', { ref: 'classes' }), must('schoolSourcedId', { ref: 'orgs' }), must('userSourcedId', { ref: 'users' }),
    must('role', ['administrator', 'proctor', 'student', 'teacher']), may('primary', 'boolean'), may('beginDate', 'date'), may('endDate', 'date'),
  ],
  orgs: [
    ...HEAD, must('name'), must('type', ['department', 'district', 'local', 'national', 'school', 'state']), may('identifier'), may('parentSourcedId', { ref: 'orgs' }),
  ],
  roles: [
    ...HEAD, must('userSourcedId', { ref: 'users' }), must('roleType', ['primary', 'secondary']),
    must('role', ['aide', 'counselor', 'districtAdministrator', 'guardian', 'parent', 'principal', 'proctor', 'relative', 'siteAdministrator', 'student', 'systemAdministrator', 'teacher']),
    may('beginDate', 'date'), may('endDate', 'date'), must('orgSourcedId', { ref: 'orgs' }), may('userProfileSourcedId'),
  ],
  users: [
    ...HEAD, must('enabledUser', 'boolean'), must('username'), may('userIds'), must('givenName'), must('familyName'), may('middleName'), may('identifier'), may('email'),
    may('sms'), may('phone'), may('agentSourcedIds'), may('grades', 'grades'), may('password'), may('userMasterIdentifier'), may('resourceSourcedIds'), may('preferredGivenName'),
    may('preferredMiddleName'), may('preferredFamilyName'), may('primaryOrgSourcedId', { ref: 'orgs' }), may('pronouns'),
  ],
}; // prettier-ignore
/** Every file that a manifest must speak of. */
const IN_MANIFEST = [
  'academicSessions', 'categories', 'classes', 'classResources', 'courses', 'courseResources', 'demographics', 'enrollments', 'lineItemLearningObjectiveIds', 'lineItems',
  'lineItemScoreScales', 'orgs', 'resources', 'resultLearningObjectiveIds', 'results', 'resultScoreScales', 'roles', 'scoreScales', 'userProfiles', 'userResources', 'users',
]; // prettier-ignore
const GRADES = [
  'IT',
  'PR',
  'PK',
  'TK',
  'KG',
  '01',
  '02',
  '03',
  '04',
  '05',
  '06',
  '07',
  '08',
  '09',
  '10',
  '11',
  '12',
  '13',
  'PS',
  'UG',
  'Other',
];

/** Everything in a package of files that the standard does not allow, in words; nothing where it is valid. */
export function rosterFaults(files: Readonly<Record<string, readonly (readonly string[])[]>>): string[] {
  const faults: string[] = [];
  const manifest = files['manifest.csv'] ?? [];
  if (manifest[0]?.join() !== 'propertyName,value') faults.push('manifest.csv: header');
  const said = new Map(manifest.slice(1).map(([key, value]) => [key, value]));
  if (said.get('manifest.version') !== '1.0' || said.get('oneroster.version') !== '1.2') faults.push('manifest.csv: versions');
  for (const name of IN_MANIFEST) {
    const mode = said.get(`file.${name}`);
    if (mode === undefined) faults.push(`manifest.csv: no file.${name}`);
    else if (!['absent', 'bulk', 'delta'].includes(mode)) faults.push(`manifest.csv: file.${name} is ${mode}`);
    else if ((mode !== 'absent') !== files[`${name}.csv`] instanceof Array)
      faults.push(`manifest.csv: file.${name} is ${mode}, and it is not so`);
  }
  const ids = new Map(
    Object.keys(FILES).map((name) => [name, new Set((files[`${name}.csv`] ?? []).slice(1).map((row) => row[0]!))] as const),
  );
  for (const [name, columns] of Object.entries(FILES)) {
    const [header = [], ...rows] = files[`${name}.csv`] ?? [];
    if (header.join() !== columns.map((c) => c.name).join()) faults.push(`${name}.csv: columns`);
    if (new Set(rows.map((r) => r[0])).size !== rows.length) faults.push(`${name}.csv: an id stands twice`);
    rows.forEach((row, n) => {
      if (row.length !== columns.length) faults.push(`${name}.csv ${n + 1}: ${row.length} cells`);
      columns.forEach(({ name: column, needed, kind }, k) => {
        const value = row[k] ?? '';
        const fault = (what: string): void => void faults.push(`${name}.csv ${n + 1}, ${column}: ${what} “${value}”`);
        if (value === '') {
          if (needed) fault('empty');
          return;
        }
        if (value !== value.trim()) fault('space around');
        if (kind === 'empty') fault('filled in a bulk file');
        else if (kind === 'guid' && !/^[\x21-\x7e]{1,255}$/.test(value)) fault('no id');
        else if (kind === 'date' && !/^\d{4}-\d\d-\d\d$/.test(value)) fault('no date');
        else if (kind === 'year' && !/^\d{4}$/.test(value)) fault('no year');
        else if (kind === 'boolean' && !['true', 'false'].includes(value)) fault('not true or false');
        else if (kind === 'grades' && !value.split(',').every((grade) => GRADES.includes(grade))) fault('no grade');
        else if (typeof kind === 'object' && 'ref' in kind) {
          for (const one of kind.many ? value.split(',') : [value]) if (!ids.get(kind.ref)!.has(one)) fault(`not in ${kind.ref}`);
        } else if (Array.isArray(kind) && !kind.includes(value)) fault('not in the list');
      });
    });
  }
  return faults;
}
