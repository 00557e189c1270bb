import { WORKS } from './works.js';

/** Who made what ships with the application, and under which licence it is used. */
export function Credits() {
  return (
    <>
      <ul className="sheet ruled">
        {WORKS.map((work) => (
          <li key={work.name} className="px-4 py-2">
            <b>{work.name}</b>, {work.what}
            <span className="block text-sm text-ink-2">
              by {work.by}; {work.licence}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-4 text-ink-2">
        The words of the word book, the texts, sentences, teaching orders and made-up people were written for this application. Programs
        that it is built with, and their licences, stand in the file NOTICE beside it.
      </p>
    </>
  );
}
