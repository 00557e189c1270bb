/** The text of a page of help, with its picture. */
import type { HelpPage } from './pages.js';

export function HelpText({ page }: { page: HelpPage }) {
  return (
    <>
      {page.picture && (
        <figure className="mb-5">
          <img
            src={`/help-pictures/${page.picture.file}.webp`}
            alt={page.picture.shows}
            width={960}
            height={600}
            loading="lazy"
            className="h-auto w-full rounded-m border border-rule"
          />
          <figcaption className="mt-1 text-sm text-ink-2">{page.picture.shows} All children are made up.</figcaption>
        </figure>
      )}
      {page.parts.map((part) => (
        <section key={part.title} className="mb-5">
          <h3 className="mb-1 text-lg">{part.title}</h3>
          <ul className="grid list-disc gap-1.5 pl-5">
            {part.text.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}
