/** What spelling rules are worth: counted over words at this class's level, with the words that break them. */
import type { RuleCount, RuleScope, StatedRule } from '@sapling/core/phonics';
import type { Stated } from '@sapling/contract';
import { Plus } from 'lucide-react';
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import { call, sentenceOf } from '../api/client.js';
import { refresh, useData } from '../api/data.js';
import { useMay } from '../shell/me.js';
import { Pending } from '../ui/page.js';
import { core } from '../workers/core.js';
import { useShelf } from './frame.js';
import { CountWords, Worth } from './rule-count.js';
import { RuleForm } from './rule-form.js';
import { say } from '../wording/say.js';
import { useCore } from '../workers/use-core.js';

const SCOPES = ['met', 'common', 'all'] as const;
type ScopeName = (typeof SCOPES)[number];
const ABOUT = { reading: 'For reading', spelling: 'For spelling', endings: 'For endings' } as const;

export function Component() {
  const { className, taught } = useShelf();
  const { data: own } = useData('rules');
  const may = useMay('shape library');
  const [scopeName, setScopeName] = useState<ScopeName>('met');
  const [stating, setStating] = useState(false);
  const graphemes = useMemo(() => [...new Set(taught.gpcs.map((gpc) => gpc.split(':')[0]!))], [taught]);
  const scope: RuleScope = scopeName === 'met' ? { graphemes: new Set(graphemes) } : scopeName === 'common' ? { commonest: 3000 } : {};
  const quoted = useCore(() => core().countRules(scope), [scopeName, scopeName === 'met' && graphemes], null);
  const stated = (own ?? []).map((s): StatedRule => ({ id: s.id, ...s.rule }) as StatedRule);
  const counted = useCore(
    () => core().countStated(stated, scope),
    [scopeName, scopeName === 'met' && graphemes, stated],
    say('how often your own rules hold'),
  );
  const scopeWords: Record<ScopeName, string> = {
    met: `spellings ${className} has met`,
    common: 'the 3,000 commonest words',
    all: 'all words',
  };
  const takeBack = async (rule: Stated): Promise<void> => {
    try {
      await call('removeRule', { params: { id: rule.id }, query: { version: rule.version } });
      await refresh('library');
      toast('The rule is put away.', {
        action: {
          label: 'Undo',
          onClick: () =>
            void call('saveRule', { params: { id: rule.id }, body: { rule: rule.rule, version: rule.version + 1 } }).then(
              () => refresh('library'),
              (error: unknown) => toast.error(sentenceOf(error)),
            ),
        },
      });
    } catch (error) {
      await refresh('library');
      toast.error(sentenceOf(error));
    }
  };
  return (
    <div className="max-w-5xl">
      <div className="mb-5 flex flex-wrap items-center justify-between gap-x-8 gap-y-3">
        <p className="max-w-sm text-ink-2">
          Settled by counting, not by opinion. Press a rule for the words that keep it and that break it.
        </p>
        <div className="flex flex-wrap items-center gap-4">
          <label className="flex items-center gap-2">
            <span className="text-ink-2">counted over</span>
            <select className="field !w-auto" value={scopeName} onChange={(event) => setScopeName(event.target.value as ScopeName)}>
              {SCOPES.map((s) => (
                <option key={s} value={s}>
                  {scopeWords[s]}
                </option>
              ))}
            </select>
          </label>
          {may && (
            <button className="btn" onClick={() => setStating(true)}>
              <Plus size={16} aria-hidden /> State a rule
            </button>
          )}
        </div>
      </div>
      {own && own.length > 0 && (
        <Section title="Stated here">
          {own.map((rule) => {
            const count = counted.value?.find((c) => c.id === rule.id);
            return (
              <Row key={rule.id} says={rule.rule.says} count={count} by={rule.by}>
                {may && (
                  <button className="btn btn-small mt-3" onClick={() => void takeBack(rule)}>
                    Put this rule away
                  </button>
                )}
              </Row>
            );
          })}
        </Section>
      )}
      {quoted.value ? (
        (['reading', 'spelling', 'endings'] as const).map((about) => (
          <Section key={about} title={ABOUT[about]}>
            {quoted
              .value!.filter((r) => r.about === about)
              .map((r) => (
                <Row key={r.id} says={r.says} count={r} />
              ))}
          </Section>
        ))
      ) : (
        <Pending what="the counts" {...(quoted.error ? { error: new Error(quoted.error) } : {})} />
      )}
      <RuleForm open={stating} scope={scope} scopeKey={scopeName} onClose={() => setStating(false)} />
    </div>
  );
}

function Section({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <section aria-label={title} className="mb-7">
      <h2 className="mb-2 text-lg">{title}</h2>
      <div className="sheet ruled">{children}</div>
    </section>
  );
}

function Row({ says, count, by, children }: { says: string; count: RuleCount | undefined; by?: string; children?: React.ReactNode }) {
  return (
    <details className="group">
      <summary className="grid cursor-pointer grid-cols-[1fr_5rem_6rem] items-center gap-2 sm:grid-cols-[1fr_9rem_11rem] sm:gap-5 px-4 py-2 hover:bg-leaf-wash/50">
        <span>
          {says} {by && <span className="text-sm text-ink-2">{by}</span>}
        </span>
        <Worth count={count} />
        <span className="truncate font-child text-ink-2">
          {count?.exceptions
            .slice(0, 3)
            .map((e) => e.word)
            .join(', ')}
        </span>
      </summary>
      {count && (
        <div className="px-4 pt-1 pb-4">
          <CountWords count={count} />
          {children}
        </div>
      )}
    </details>
  );
}
