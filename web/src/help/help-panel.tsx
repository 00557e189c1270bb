/** Help beside any screen: its keys, and the page that helps with it. Opened with `?`, also beside a check. */
import { Link } from 'react-router';
import { Dialog } from '../ui/dialog.js';
import { HelpText } from './help-text.js';
import { keysFor } from './keys.js';
import { helpFor } from './pages.js';

export default function HelpPanel({ path, onClose }: { path: string; onClose: () => void }) {
  const page = helpFor(path);
  return (
    <Dialog open onClose={onClose} title={page.title} lead={page.about} side>
      <Keys path={path} />
      <HelpText page={page} />
      <p className="mt-6 flex flex-wrap gap-4 border-t border-rule-2 pt-4">
        <Link className="underline underline-offset-4" to="/help" onClick={onClose}>
          All pages of help
        </Link>
        <Link className="underline underline-offset-4" to="/help/words" onClick={onClose}>
          Words of the trade
        </Link>
      </p>
    </Dialog>
  );
}

function Keys({ path }: { path: string }) {
  return (
    <section aria-label="Keys" className="mb-6">
      {keysFor(path).map(({ title, keys }) => (
        <div key={title} className="mb-3">
          <h3 className="eyebrow mb-1">Keys: {title.toLowerCase()}</h3>
          <dl className="grid grid-cols-[9rem_1fr] gap-x-3 gap-y-1">
            {keys.map((line) => (
              <div key={line.does} className="contents">
                <dt className="flex flex-wrap items-start gap-1">
                  {line.keys.map((key) => (
                    <kbd key={key} className="kbd">
                      {key}
                    </kbd>
                  ))}
                </dt>
                <dd>{line.does}</dd>
              </div>
            ))}
          </dl>
        </div>
      ))}
    </section>
  );
}
