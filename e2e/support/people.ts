/** Colleagues of the demo school that tests sign in as. */
export const PEOPLE = {
  lead: 'Maren Oyelaran',
  teacher: 'Tobias Quill',
  tutor: 'Wilma Sandoval',
  otherTutor: 'Idris Penhale',
  classTeacher: 'Leonie Kwarteng',
} as const;
export type Person = keyof typeof PEOPLE;
