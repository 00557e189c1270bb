/** The kinds of check in the order of the work, and what can be set for the chosen one. */
import { CHECK_AREAS, checkKind, type CheckKind, type CheckSetting, type Choices } from '@sapling/core/checks';
import { RadioGroup } from 'radix-ui';
import { SCOPES, type Choice, type Scope } from './choice.js';
import { inOwnWords } from '../wording/say.js';

export function KindList({
  kind,
  kinds,
  onKind,
}: {
  kind: CheckKind;
  /** Those there are to choose from. */
  kinds: readonly CheckKind[];
  onKind: (kind: CheckKind) => void;
}) {
  const offered = kinds.map((k) => ({ kind: k, ...checkKind(k) }));
  return (
    <>
      <select
        className="field sm:hidden"
        aria-label="What to find out"
        value={kind}
        onChange={(event) => onKind(event.target.value as CheckKind)}
      >
        {CHECK_AREAS.map((area) => (
          <optgroup key={area} label={area}>
            {offered
              .filter((k) => k.area === area)
              .map((k) => (
                <option key={k.kind} value={k.kind}>
                  {inOwnWords(k.title)}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
      <RadioGroup.Root
        value={kind}
        onValueChange={(next) => onKind(next as CheckKind)}
        aria-label="What to find out"
        className="grid content-start gap-3 max-sm:hidden"
      >
        {CHECK_AREAS.map((area) => (
          <div key={area}>
            <p className="eyebrow mb-0.5">{area}</p>
            {offered
              .filter((k) => k.area === area)
              .map((k) => (
                <RadioGroup.Item
                  key={k.kind}
                  value={k.kind}
                  className="block w-full rounded-s border-l-4 border-transparent px-2.5 py-1 text-left hover:bg-leaf-wash data-[state=checked]:border-pine data-[state=checked]:bg-sheet data-[state=checked]:font-semibold"
                >
                  {inOwnWords(k.title)}
                </RadioGroup.Item>
              ))}
          </div>
        ))}
      </RadioGroup.Root>
    </>
  );
}

const CHOICES: readonly { value: Choices; word: string }[] = [
  { value: 2, word: 'two' },
  { value: 4, word: 'four' },
  { value: 'board', word: 'a board' },
];

export function KindOptions({ choice, onChoice }: { choice: Choice; onChoice: (choice: Choice) => void }) {
  const { settings } = checkKind(choice.kind);
  const asks = (setting: CheckSetting): boolean => settings.includes(setting);
  return (
    <>
      {asks('which pairs') && (
        <label className="flex items-center gap-2">
          Ask
          <select
            className="field !w-auto"
            value={choice.scope}
            onChange={(event) => onChoice({ ...choice, scope: event.target.value as Scope })}
          >
            {SCOPES.map((s) => (
              <option key={s.scope} value={s.scope}>
                {s.word}
              </option>
            ))}
          </select>
        </label>
      )}
      {asks('among how many') && (
        <label className="flex items-center gap-2">
          among
          <select
            className="field !w-auto"
            value={String(choice.choices)}
            onChange={(event) =>
              onChoice({ ...choice, choices: event.target.value === 'board' ? 'board' : (Number(event.target.value) as 2 | 4) })
            }
          >
            {CHOICES.map((c) => (
              <option key={c.word} value={String(c.value)}>
                {c.word}
              </option>
            ))}
          </select>
        </label>
      )}
      {asks('how many words') && (
        <label className="flex items-center gap-2">
          <select
            className="field !w-auto"
            value={choice.perLevel}
            onChange={(event) => onChoice({ ...choice, perLevel: Number(event.target.value) })}
          >
            {[2, 3, 4, 5].map((n) => (
              <option key={n} value={n}>
                {n}
              </option>
            ))}
          </select>
          of each step
        </label>
      )}
      {asks('without the gaps') && (
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4"
            checked={choice.knownOnly}
            onChange={(event) => onChoice({ ...choice, knownOnly: event.target.checked })}
          />
          only pairs the child likely knows
        </label>
      )}
    </>
  );
}
