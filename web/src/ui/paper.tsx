/** Paper: A4 or Letter pages, black on white. A page that would run over is set a little smaller, so that one page stays one page. */
import { Printer } from 'lucide-react';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { LackingLine } from './lacking-line.js';

/** What fits on both A4 and Letter inside the margins of the print style, at 96 pixels an inch. */
const PAGE_HEIGHT = 930;
const SMALLEST = 0.6;

/** @param back where the way back leads for who came from outside; from another page it leads to that one */
export function Paper({ back, title, note, children }: { back: string; title: string; note?: ReactNode; children: ReactNode }) {
  const go = useNavigate();
  const { key } = useLocation();
  useEffect(() => {
    const before = document.title;
    document.title = title;
    return () => {
      document.title = before;
    };
  }, [title]);
  return (
    <div className="min-h-dvh bg-[#d9ddd3] py-8 print:min-h-0 print:bg-white print:py-0">
      <div className="no-print mx-auto mb-4 flex max-w-[210mm] items-center gap-3 px-4">
        <button className="btn btn-main" autoFocus onClick={() => window.print()}>
          <Printer size={17} aria-hidden /> Print
        </button>
        <Link
          className="btn"
          to={back}
          onClick={(event) => {
            if (key === 'default' || event.ctrlKey || event.metaKey) return;
            event.preventDefault();
            void go(-1);
          }}
        >
          Back
        </Link>
        {note && <span className="text-sm">{note}</span>}
      </div>
      <LackingLine className="no-print mx-auto mb-4 max-w-[210mm]" />
      {children}
    </div>
  );
}

export function PaperPage({ children, label }: { children: ReactNode; label: string }) {
  const inner = useRef<HTMLDivElement>(null);
  const [scale, setScale] = useState(1);
  useEffect(() => {
    const element = inner.current;
    if (!element) return;
    // measured again when fonts and data arrive; a page only ever gets smaller
    const fit = (): void => {
      const { height } = element.getBoundingClientRect();
      if (height > PAGE_HEIGHT + 1) setScale((now) => Math.max(SMALLEST, (now * (PAGE_HEIGHT - 4)) / height));
    };
    fit();
    void document.fonts.ready.then(fit);
    const watch = new ResizeObserver(fit);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return (
    <article
      aria-label={label}
      className="mx-auto mb-6 max-w-[210mm] bg-white px-[14mm] py-[12mm] text-black shadow break-after-page last:break-after-auto print:m-0 print:max-w-none print:p-0 print:shadow-none"
    >
      {/* zoom, unlike a transform, changes where the page ends in print */}
      <div ref={inner} style={{ zoom: scale }}>
        {children}
      </div>
    </article>
  );
}
