/** Help: every page, the words of the trade, what is new, credits. */
import { Link, useParams } from 'react-router';
import { Empty, Page } from '../ui/page.js';
import { Credits } from './credits.js';
import { HelpText } from './help-text.js';
import { NEWS } from './news.js';
import { HELP_PAGES } from './pages.js';
import { WORDS } from './words.js';
import { OpenTryIt } from '../try-it/open-try-it.js';
import { say } from '../wording/say.js';

const OTHERS = [
  { id: 'words', title: 'Words of the trade', about: 'What the words mean that stand on the screens.' },
  { id: 'new', title: 'What is new', about: 'What changed lately, the newest first.' },
  { id: 'credits', title: 'Credits and licences', about: 'Pictures, fonts, word data and programs that others made.' },
] as const;

export function Component() {
  const { id } = useParams();
  if (!id) return <All />;
  const page = HELP_PAGES.find((p) => p.id === id);
  const other = OTHERS.find((o) => o.id === id);
  const head = page ?? other;
  if (!head)
    return (
      <Page title="Help">
        <Empty
          title="There is no such page"
          action={
            <Link className="btn btn-main" to="/help">
              All pages of help
            </Link>
          }
        >
          It may have another name by now.
        </Empty>
      </Page>
    );
  return (
    <Page
      title={head.title}
      tab={say(`${head.title}, Help`)}
      lead={head.about}
      actions={
        <Link className="btn" to="/help">
          All pages
        </Link>
      }
    >
      <div className="max-w-3xl">
        {page && <HelpText page={page} />}
        {id === 'first-day' && (
          <div className="mt-6">
            <Trial />
          </div>
        )}
        {id === 'words' && (
          <dl className="sheet ruled">
            {Object.entries(WORDS).map(([word, meaning]) => (
              <div key={word} className="grid gap-x-4 px-4 py-2 sm:grid-cols-[11rem_1fr]">
                <dt className="font-semibold">{word}</dt>
                <dd>{meaning}</dd>
              </div>
            ))}
          </dl>
        )}
        {id === 'new' && (
          <ol className="grid gap-5">
            {NEWS.map((news) => (
              <li key={news.when}>
                <h2 className="mb-1 text-lg">{news.when}</h2>
                <ul className="grid list-disc gap-1 pl-5">
                  {news.what.map((line) => (
                    <li key={line}>{line}</li>
                  ))}
                </ul>
              </li>
            ))}
          </ol>
        )}
        {id === 'credits' && <Credits />}
      </div>
    </Page>
  );
}

function All() {
  return (
    <Page title="Help" lead="A short page for each place. Press ? anywhere for the page and the keys of where you are, Ctrl K to search.">
      <ul className="sheet ruled max-w-3xl">
        {[...HELP_PAGES, ...OTHERS].map((page) => (
          <li key={page.id}>
            <Link to={`/help/${page.id}`} className="grid gap-x-4 px-4 py-2.5 hover:bg-leaf-wash sm:grid-cols-[13rem_1fr]">
              <span className="font-semibold underline-offset-4">{page.title}</span>
              <span className="text-ink-2">{page.about}</span>
            </Link>
          </li>
        ))}
      </ul>
      <div className="mt-8 max-w-3xl">
        <Trial />
      </div>
    </Page>
  );
}

function Trial() {
  return (
    <section aria-labelledby="made-up">
      <h2 id="made-up" className="mb-2 text-lg">
        A school to try things in
      </h2>
      <OpenTryIt />
    </section>
  );
}
