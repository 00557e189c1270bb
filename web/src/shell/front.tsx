/** The page before anybody is signed in. */
import type { ReactNode } from 'react';
import { Leaf } from '../ui/leaf.js';

export function Front({ children }: { children: ReactNode }) {
  return (
    <div className="grid min-h-dvh lg:grid-cols-[2fr_3fr]">
      <aside className="flex flex-col justify-between gap-8 bg-pine p-10 text-[#e9efe6]">
        <p className="flex items-center gap-2.5 font-serif text-xl font-semibold">
          <Leaf size={26} /> Keen Sapling
        </p>
        <div className="max-w-md">
          <p className="font-serif text-3xl leading-snug text-balance">Find what each child has missed. Teach that.</p>
          <p className="mt-4 leading-relaxed text-[#c5d3cc]">
            Checks of grapheme recall, gaps seen side by side, groups that share them, and short catch-up sessions handed to the colleague
            who runs them.
          </p>
        </div>
        <p className="max-w-md text-sm text-[#c5d3cc]">
          A check says what to teach next. It is not a diagnosis, and an accent is not an error.
        </p>
      </aside>
      <main className="flex items-center justify-center p-8">
        <div className="w-full max-w-xl">{children}</div>
      </main>
    </div>
  );
}
