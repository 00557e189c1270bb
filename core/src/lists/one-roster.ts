/**
 * Class lists as the CSV files of OneRoster 1.2 (1EdTech, rostering service, CSV binding): which files, which columns, and
 * what is read of them. Rows are arrays of cells; a caller packs them and unpacks them.
 */
import { CoreError } from '../errors.js';

export interface RosterChild {
  readonly id: string;
  readonly givenName: string;
  readonly familyName: string;
  readonly classId: string;
  /** The school's own number. */
  readonly externalId: string | null;
}
export interface RosterClass {
  readonly id: string;
  readonly name: string;
  readonly year: string;
}
export interface RosterColleague {
  readonly id: string;
  readonly name: string;
  readonly classIds: readonly string[];
}
export interface Roster {
  readonly school: { readonly id: string; readonly name: string };
  readonly classes: readonly RosterClass[];
  readonly children: readonly RosterChild[];
  readonly colleagues: readonly RosterColleague[];
  /** First and last day of the school year, YYYY-MM-DD. */
  readonly year: { readonly from: string; readonly to: string };
}
type Table = (readonly string[])[];
/** The standard asks for a family name of everybody; who has none is written so, and read back as having none. */
const NO_NAME = '-';
const named = (name: string): string => (name === NO_NAME ? '' : name);

const COLUMNS = {
  'academicSessions.csv': 'sourcedId,status,dateLastModified,title,type,startDate,endDate,parentSourcedId,schoolYear',
  'classes.csv':
    'sourcedId,status,dateLastModified,title,grades,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,subjects,subjectCodes,periods',
  'courses.csv': 'sourcedId,status,dateLastModified,schoolYearSourcedId,title,courseCode,grades,orgSourcedId,subjects,subjectCodes',
  'enrollments.csv': 'sourcedId,status,dateLastModified,classSourcedId,schoolSourcedId,userSourcedId,role,primary,beginDate,endDate',
  'orgs.csv': 'sourcedId,status,dateLastModified,name,type,identifier,parentSourcedId',
  'roles.csv': 'sourcedId,status,dateLastModified,userSourcedId,roleType,role,beginDate,endDate,orgSourcedId,userProfileSourcedId',
  'users.csv':
    'sourcedId,status,dateLastModified,enabledUser,username,userIds,givenName,familyName,middleName,identifier,email,sms,phone,agentSourcedIds,grades,password,userMasterIdentifier,resourceSourcedIds,preferredGivenName,preferredMiddleName,preferredFamilyName,primaryOrgSourcedId,pronouns',
} as const;
type FileName = keyof typeof COLUMNS;
/** Files of the standard that this tool neither writes nor reads. */
const ABSENT = [
  'categories', 'classResources', 'courseResources', 'demographics', 'lineItemLearningObjectiveIds', 'lineItems', 'lineItemScoreScales', 'resources', 'resultLearningObjectiveIds', 'results', 'resultScoreScales', 'scoreScales', 'userProfiles', 'userResources',
]; // prettier-ignore

/** The files of a roster by name, `manifest.csv` first. Bulk: `status` and `dateLastModified` stay empty, as the standard asks. */
export function rosterFiles(roster: Roster): Record<string, Table> {
  const { school, classes, children, colleagues, year } = roster;
  const yearId = `${school.id}-year`;
  const rows = (file: FileName, list: readonly Readonly<Record<string, string>>[]): Table => {
    const columns = COLUMNS[file].split(',');
    return [columns, ...list.map((row) => columns.map((c) => (row[c] ?? '').trim()))];
  };
  const split = (name: string): { givenName: string; familyName: string } => {
    const [given = name, ...family] = name.split(' ');
    return { givenName: given, familyName: family.join(' ') || NO_NAME };
  };
  return {
    'manifest.csv': [
      ['propertyName', 'value'],
      ['manifest.version', '1.0'],
      ['oneroster.version', '1.2'],
      ...[...Object.keys(COLUMNS).map((f) => f.slice(0, -4)), ...ABSENT]
        .sort()
        .map((f) => [`file.${f}`, ABSENT.includes(f) ? 'absent' : 'bulk']),
      ['source.systemName', 'Keen Sapling'],
      ['source.systemCode', 'keen-sapling'],
    ],
    'academicSessions.csv': rows('academicSessions.csv', [
      {
        sourcedId: yearId,
        title: `${year.from.slice(0, 4)}/${year.to.slice(0, 4)}`,
        type: 'schoolYear',
        startDate: year.from,
        endDate: year.to,
        schoolYear: year.to.slice(0, 4),
      },
    ]),
    'classes.csv': rows(
      'classes.csv',
      classes.map((c) => ({
        sourcedId: c.id,
        title: c.name,
        grades: gradeCode(c.year),
        courseSourcedId: `${school.id}-course`,
        classType: 'homeroom',
        schoolSourcedId: school.id,
        termSourcedIds: yearId,
      })),
    ),
    'courses.csv': rows('courses.csv', [
      { sourcedId: `${school.id}-course`, schoolYearSourcedId: yearId, title: 'Class', orgSourcedId: school.id },
    ]),
    'enrollments.csv': rows('enrollments.csv', [
      ...children.map((c) => ({
        sourcedId: `${c.classId}-${c.id}`,
        classSourcedId: c.classId,
        schoolSourcedId: school.id,
        userSourcedId: c.id,
        role: 'student',
        primary: 'false',
      })),
      ...colleagues.flatMap((c) =>
        c.classIds.map((classId) => ({
          sourcedId: `${classId}-${c.id}`,
          classSourcedId: classId,
          schoolSourcedId: school.id,
          userSourcedId: c.id,
          role: 'teacher',
          primary: 'false',
        })),
      ),
    ]),
    'orgs.csv': rows('orgs.csv', [{ sourcedId: school.id, name: school.name, type: 'school' }]),
    'roles.csv': rows('roles.csv', [
      ...children.map((c) => ({
        sourcedId: `${c.id}-role`,
        userSourcedId: c.id,
        roleType: 'primary',
        role: 'student',
        orgSourcedId: school.id,
      })),
      ...colleagues.map((c) => ({
        sourcedId: `${c.id}-role`,
        userSourcedId: c.id,
        roleType: 'primary',
        role: 'teacher',
        orgSourcedId: school.id,
      })),
    ]),
    'users.csv': rows('users.csv', [
      ...children.map((c) => ({
        sourcedId: c.id,
        enabledUser: 'true',
        username: c.id,
        givenName: c.givenName,
        familyName: c.familyName.trim() || NO_NAME,
        identifier: c.externalId ?? '',
        primaryOrgSourcedId: school.id,
      })),
      ...colleagues.map((c) => ({
        sourcedId: c.id,
        enabledUser: 'true',
        username: c.id,
        ...split(c.name),
        primaryOrgSourcedId: school.id,
      })),
    ]),
  };
}

export interface RosterRow {
  givenName: string;
  familyName: string;
  className: string;
  year: string;
  externalId: string;
}
/**
 * The children of OneRoster files, one row each: enrolments of students joined with users and classes; of several classes the
 * homeroom counts, and two classes of one title are told apart. Rows that are to be deleted are passed over. A preferred given name wins; a number of the school's own is the
 * `identifier`, else the `sourcedId`.
 * @throws CoreError `bad-input` naming the file or column that is missing.
 */
export function readRoster(files: Readonly<Record<string, Table>>): RosterRow[] {
  const rowsOf = (name: FileName): Table | undefined =>
    Object.entries(files).find(([file]) => file.split('/').at(-1)!.toLowerCase() === name.toLowerCase())?.[1];
  const optional = (name: FileName): Record<string, string>[] => (rowsOf(name) ? table(name, ['sourcedId']) : []);
  const table = (name: FileName, needed: readonly string[]): Record<string, string>[] => {
    const rows = rowsOf(name);
    if (!rows || rows.length === 0) throw new CoreError('bad-input', name, `The file ${name} is missing.`);
    const header = rows[0]!.map((h) =>
      h
        .replace(/^\uFEFF/, '')
        .trim()
        .toLowerCase(),
    );
    for (const column of needed)
      if (!header.includes(column.toLowerCase())) throw new CoreError('bad-input', name, `${name} has no column “${column}”.`);
    const keys = COLUMNS[name].split(',');
    return rows
      .slice(1)
      .map((row) => Object.fromEntries(keys.map((key) => [key, (row[header.indexOf(key.toLowerCase())] ?? '').trim()])))
      .filter((row) => row.status?.toLowerCase() !== 'tobedeleted');
  };
  const users = new Map(table('users.csv', ['sourcedId', 'givenName', 'familyName']).map((u) => [u.sourcedId!, u]));
  const classes = new Map(table('classes.csv', ['sourcedId', 'title']).map((c) => [c.sourcedId!, c]));
  const chosen = new Map<string, Record<string, string>>();
  for (const e of table('enrollments.csv', ['classSourcedId', 'userSourcedId', 'role'])) {
    const group = classes.get(e.classSourcedId!);
    if (e.role!.toLowerCase() !== 'student' || !users.has(e.userSourcedId!) || !group) continue;
    const before = chosen.get(e.userSourcedId!);
    // a child is taught in many, and belongs to one: the homeroom where there is one, else the first that is named
    if (!before || (!isHomeroom(before) && isHomeroom(group))) chosen.set(e.userSourcedId!, group);
  }
  const schools = new Map(optional('orgs.csv').map((o) => [o.sourcedId!, o.name!]));
  const nameOf = namesApart([...new Set(chosen.values())], schools);
  return [...chosen].map(([id, group]): RosterRow => {
    const user = users.get(id)!;
    return {
      givenName: user.preferredGivenName || user.givenName!,
      familyName: named(user.preferredFamilyName || user.familyName!),
      className: nameOf.get(group.sourcedId!)!,
      year: group.grades ?? '',
      externalId: user.identifier || user.sourcedId!,
    };
  });
}

const isHomeroom = (group: Readonly<Record<string, string>>): boolean => group.classType?.toLowerCase() === 'homeroom';

/** A name for each class that no other has: two of one title are told apart by school, else by code, else by number. */
function namesApart(
  classes: readonly Readonly<Record<string, string>>[],
  schools: ReadonlyMap<string, string>,
): ReadonlyMap<string, string> {
  const names = new Map<string, string>();
  for (const group of classes) {
    const same = classes.filter((c) => c.title!.toLowerCase() === group.title!.toLowerCase());
    const told = (of: (c: Readonly<Record<string, string>>) => string): boolean => {
      const all = same.map(of);
      return all.every((text) => text !== '') && new Set(all).size === all.length;
    };
    const school = (c: Readonly<Record<string, string>>): string => schools.get(c.schoolSourcedId ?? '') ?? '';
    const beside =
      same.length === 1
        ? ''
        : told(school)
          ? school(group)
          : told((c) => c.classCode ?? '')
            ? group.classCode!
            : String(same.indexOf(group) + 1);
    names.set(group.sourcedId!, beside === '' ? group.title! : `${group.title} (${beside})`);
  }
  return names;
}

/** A school year as the code of the standard (CEDS), where it is one: `Year 1` is `01`, reception `KG`; else empty. */
export function gradeCode(year: string): string {
  const number = /^(?:(?:year|grade|yr|y|p|stage)\.?\s*)?0*(\d{1,2})$/i.exec(year.trim())?.[1];
  if (number !== undefined && Number(number) >= 1 && Number(number) <= 13) return number.padStart(2, '0');
  return /^(r|reception|k|kg|kindergarten|foundation)$/i.test(year.trim()) ? 'KG' : '';
}
