/** The recipes of docs/adding.md, given to the type-checker: what they say is enough, and what is left out is named. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';
import { beforeAll, describe, expect, it } from 'vitest';

const ROOT = join(import.meta.dirname, '../..');
const recipes = [...readFileSync(join(ROOT, 'docs/adding.md'), 'utf8').matchAll(/```ts\n([\s\S]*?)```/g)].map(([, code]) =>
  code!
    .split('\n')
    .map((line) => line.replace(/^ {3}/, ''))
    .join('\n'),
);
const kindRecipe = recipes.find((code) => code.includes('CheckKindDescriptor'))!;
const partRecipe = recipes.find((code) => code.includes('definePart'))!;

const scratch: Record<string, { folder: string; code: string }> = {
  kind: { folder: 'core/src/checks/kinds', code: kindRecipe },
  part: { folder: 'core/src/planning/parts', code: partRecipe },
  'kind without what the adult says': { folder: 'core/src/checks/kinds', code: kindRecipe.replace(/^\s*ask:.*\n/m, '') },
  'kind that no card can show': { folder: 'core/src/checks/kinds', code: kindRecipe.replace(/childSees: '[^']*'/, "childSees: 'a film'") },
  'part that is filled with what it does not hold': {
    folder: 'core/src/planning/parts',
    code: partRecipe.replace(/fill: .*\n/, "fill: () => ({ rows: [{ items: ['a'], answer: 'a' }] }),\n"),
  },
  'part without its filling': { folder: 'core/src/planning/parts', code: partRecipe.replace(/^\s*fill:.*\n/m, '') },
};

/** The errors of each scratch file, as if it lay in its folder. */
let errors: Record<string, string[]>;
beforeAll(() => {
  const config = ts.getParsedCommandLineOfConfigFile(
    join(ROOT, 'tsconfig.json'),
    { noEmit: true },
    { ...ts.sys, onUnRecoverableConfigFileDiagnostic: () => undefined },
  )!;
  const files = new Map(
    Object.entries(scratch).map(([name, { folder, code }], k) => [join(ROOT, folder, `scratch-${k}.ts`), { name, code }]),
  );
  const host = ts.createCompilerHost(config.options);
  const plain = { read: host.readFile.bind(host), has: host.fileExists.bind(host), source: host.getSourceFile.bind(host) };
  host.readFile = (file) => files.get(file)?.code ?? plain.read(file);
  host.fileExists = (file) => files.has(file) || plain.has(file);
  host.getSourceFile = (file, version, ...rest) => {
    const own = files.get(file);
    return own ? ts.createSourceFile(file, own.code, version) : plain.source(file, version, ...rest);
  };
  const program = ts.createProgram([...files.keys()], config.options, host);
  errors = Object.fromEntries(
    [...files].map(([file, { name }]) => [
      name,
      ts.getPreEmitDiagnostics(program, program.getSourceFile(file)).map((d) => ts.flattenDiagnosticMessageText(d.messageText, '\n')),
    ]),
  );
}, 120_000);

describe('adding', () => {
  it.each(['kind', 'part'])('a %s is what its recipe says', (name) => {
    expect(errors[name]).toEqual([]);
  });
  it('what is left out is an error and no silent default', () => {
    expect(errors['kind without what the adult says']!.join()).toContain("'ask'");
    expect(errors['kind that no card can show']!.join()).toContain('a film');
    expect(errors['part without its filling']!.join()).toContain("'fill'");
    expect(errors['part that is filled with what it does not hold']!.join()).toContain("not assignable to type 'undefined'");
  });
});
