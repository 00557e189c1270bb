/** Which texts of a plan are the program's own: a school's words go into those, and never into what somebody typed. */
import { SESSION_SKILLS } from './part-content.js';
import { PART_WORDS, SHIPPED_STYLES } from './session-style.js';
import { skillStyle } from './skill-styles.js';

let shipped: ReadonlySet<string> | undefined;
function all(): ReadonlySet<string> {
  const styles = SHIPPED_STYLES.flatMap((style) => [style, ...SESSION_SKILLS.map((skill) => skillStyle(skill, style))]);
  return new Set([
    ...Object.values(PART_WORDS).flatMap(({ title, how }) => [title, how]),
    ...styles.flatMap(({ name, atError, parts }) => [name, atError, ...parts.flatMap(({ title, how }) => [title, how])]),
    ...SESSION_SKILLS,
  ]);
}

/** Whether a title, a routine or what is said at an error stands in a style that ships, word for word. */
export const isShippedText = (text: string): boolean => (shipped ??= all()).has(text);
