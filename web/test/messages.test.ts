import { readFileSync } from 'node:fs';
import { createElement, Fragment, type ReactElement } from 'react';
import * as runtime from 'react/jsx-runtime';
import { renderToStaticMarkup } from 'react-dom/server';
import ts from 'typescript';
import { describe, expect, it } from 'vitest';
import { catalogueOf } from '../messages/catalogue.js';
import { findMessages, shownText } from '../messages/find-messages.js';
import { say } from '../src/wording/say.js';

const file = (name: string): Record<string, string> =>
  JSON.parse(readFileSync(new URL(`../src/wording/catalogues/${name}.json`, import.meta.url), 'utf8')) as Record<string, string>;
const places = (text: string): string[] => [...text.matchAll(/\{(\d+)\}/g)].map((m) => m[1]!).sort();

/** What a component shows: its source run as it stands, or as the build changes it. */
function shown(source: string, said?: typeof say): string {
  const code = said ? findMessages(source, 'a.tsx', 'say').changed!.code : source;
  const js = ts.transpileModule(code, {
    compilerOptions: { jsx: ts.JsxEmit.ReactJSX, module: ts.ModuleKind.CommonJS, target: ts.ScriptTarget.ES2022 },
  }).outputText;
  const exports: { Component?: () => ReactElement } = {};
  const parts: Record<string, unknown> = { 'react/jsx-runtime': runtime, react: { createElement, Fragment }, say: { say: said } };
  new Function('exports', 'require', js)(exports, (name: string) => parts[name]);
  return renderToStaticMarkup(createElement(exports.Component!));
}

const SOURCE = `
const LIST = [{ title: 'Kept', key: 'not a title' }];
const n: number = 3; const name = ['Gap', 'Groups'].join(' '); const none: string | null = null; const on = true;
export function Component() {
  const text = \`\${n} children of \${name} are here.\`;
  return (
    <section className="group gap-2" aria-label={\`Gaps of \${name}\`} title="All gaps">
      <title>{\`\${name} · Keen\`}</title>
      <h1>Gaps</h1>
      <p>
        {n} gaps for <b>{name}</b>, and
        {' '}
        {n === 1 ? 'one child' : 'more children'} of {none ?? 'nobody'}.
      </p>
      <p>{name}</p><p>{text}</p>
      <p>{on && <i>said &amp; done</i>} {on ? 'Yes' : 'No'}</p>
      <ul>{LIST.map((l) => <li key={l.key}>{l.title} · {n}</li>)}</ul>
      <input placeholder={on ? 'a name' : 'nothing'} />
      <>
        loose text {/* no word */}
        {n}
      </>
      <select defaultValue="a"><option value="a">{n} pairs</option></select>
    </section>
  );
}`;

describe('what the interface says', () => {
  it('shows the same with the catalogue as without', () => {
    expect(shown(SOURCE, say)).toBe(shown(SOURCE));
  });

  it('has sentences said that begin with what somebody called a thing, and those that an error is shown with', () => {
    const { messages } = findMessages(
      "const a = `“${name}” is kept.`; const b = () => { throw new ListError(`“${name}” holds no rows.`); }; setTrouble(new Error('Nothing was read.'));",
      'a.ts',
      'say',
    );
    expect(messages).toEqual(['“{0}” is kept.', '“{0}” holds no rows.', 'Nothing was read.']);
  });

  it('has every text said, and nothing that a variable holds', () => {
    const marked = shown(SOURCE, ((message: string, values: readonly unknown[] = []) => say(`«${message}»`, values)) as typeof say);
    let bare = marked.replace(/<title>.*?<\/title>/, '').replace(/<[^>]*>/g, '');
    while (/«[^«»]*»/.test(bare)) bare = bare.replace(/«[^«»]*»/g, '');
    // what is left outside of the marks is what variables hold
    expect(bare.replace(/Gap Groups|[\s·\d]/g, '')).toBe('');
    const { messages } = findMessages(SOURCE, 'a.tsx', 'say');
    for (const m of [
      'Gaps',
      'All gaps',
      'Gaps of {0}',
      '{0} gaps for {1}, and{2}{3} of {4}.',
      'one child',
      'nobody',
      'said & done',
      'a name',
      '{0} pairs',
    ])
      expect(messages).toContain(m);
    for (const m of ['Gap Groups', 'group gap-2', 'not a title']) expect(messages).not.toContain(m);
  });

  it('trims text of JSX as JSX does', () => {
    expect(shownText('\n      one\n      two ')).toBe('one two ');
    expect(shownText('\n   ')).toBe('');
    expect(shownText(' a ')).toBe(' a ');
  });
});

describe('the catalogue', () => {
  const list = catalogueOf();
  const messages = new Set(list.map((m) => m.message));

  it('is the one that ships: npm run messages writes it', () => {
    expect(file('messages')).toEqual(Object.fromEntries(list.map((m) => [m.message, m.files])));
    const counts = file('counts') as unknown as Record<string, number>;
    expect(counts).toEqual({
      messages: list.length,
      de: Object.keys(file('de')).filter((m) => messages.has(m)).length,
      'en-US': Object.keys(file('en-US')).filter((m) => messages.has(m)).length,
    });
  });

  it('changes sources into sources', () => {
    for (const name of new Set(list.flatMap((m) => m.files))) {
      const { changed } = findMessages(readFileSync(new URL(`../src/${name}`, import.meta.url), 'utf8'), name, 'say');
      if (!changed) continue;
      const parsed = ts.createSourceFile(name, changed.code, ts.ScriptTarget.Latest) as ts.SourceFile & { parseDiagnostics: unknown[] };
      expect(parsed.parseDiagnostics, name).toEqual([]);
    }
  });

  it('has the same places in every translation', () => {
    for (const language of ['de', 'en-US'])
      for (const [message, said] of Object.entries(file(language))) {
        expect(places(said), message).toEqual(places(message));
        expect(messages.has(message), `${language}: ${message}`).toBe(true);
      }
  });

  it('is whole in American English: no British spelling is left', () => {
    // stems that are spelled otherwise there, written before the catalogue was
    const BRITISH =
      /\b(\w*(colour|favour|behaviour|honour|neighbour|rumour|humour|labour)\w*|practis\w+|licence\w*|\w*(millimetre|centimetre|kilometre|litre|theatre)s?|centres?|grey\w*|\w*(organis|recognis|realis|apologis|summaris|emphasis|memoris|categoris|prioritis|standardis|analys)(e|es|ed|ing|ation)\b|cancelled|labelled|modelled|travelled|learnt|spelt|programme\w*|whilst|defence|fulfil|enrol|enrols|catalogue\w*|timetable\w*|maths)\b/i;
    const american = file('en-US');
    const left = [...messages].map((m) => american[m] ?? m).filter((said) => BRITISH.test(said));
    expect(left).toEqual([]);
  });
});
