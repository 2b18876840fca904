// The worked examples of the docs, compiled against the sources and run, straight from the pages.
import { afterAll, describe, expect, test } from '@jest/globals';
import { build } from 'esbuild';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import ts from 'typescript';
import { readingsIn, writeChains } from '../core/chain';
import { fileSchema } from '../core/file';
import { inNight } from '../core/model';
import { build as quickRig } from '../core/testing/build';
import { findingsPage } from '../core/testing/findings-page';
import { gearPage } from '../core/testing/gear-page';

type Example = { readonly page: string; readonly file: string; readonly code: string };

const examples: readonly Example[] = readdirSync('docs')
  .filter((name) => name.endsWith('.md'))
  .flatMap((page) =>
    [...readFileSync(path.join('docs', page), 'utf8').matchAll(/```ts file=(\S+)\n([\s\S]*?)```/g)].map(
      ([, file = '', code = '']) => ({ page, file: path.resolve(file), code }),
    ),
  );

test('each guide has its example', () => {
  expect(examples.map(({ page }) => page).sort()).toEqual([
    'add-a-derivation.md',
    'add-a-finding.md',
    'add-a-kind.md',
    'add-a-routing.md',
    'add-a-routing.md',
  ]);
});

test('the examples compile under the strict settings of the project', () => {
  const { config } = ts.readConfigFile('tsconfig.json', (name) => ts.sys.readFile(name)) as {
    config: { compilerOptions: unknown };
  };
  const { options } = ts.convertCompilerOptionsFromJson(config.compilerOptions, '.');
  const host = ts.createCompilerHost(options);
  const text = new Map(examples.map(({ file, code }) => [file, code]));
  const plain = ts.createCompilerHost(options);
  host.fileExists = (name) => text.has(path.resolve(name)) || plain.fileExists(name);
  host.readFile = (name) => text.get(path.resolve(name)) ?? plain.readFile(name);
  host.getSourceFile = (name, ...rest) => {
    const code = text.get(path.resolve(name));
    return code === undefined
      ? plain.getSourceFile(name, ...rest)
      : ts.createSourceFile(name, code, ts.ScriptTarget.ES2023);
  };
  const program = ts.createProgram([...text.keys()], options, host);
  const problems = [...text.keys()].flatMap((file) => {
    const source = program.getSourceFile(file);
    return source
      ? [...program.getSyntacticDiagnostics(source), ...program.getSemanticDiagnostics(source)]
      : [];
  });
  expect(problems.map((p) => ts.flattenDiagnosticMessageText(p.messageText, ' '))).toEqual([]);
}, 60_000);

describe.each(examples)('$page', ({ file, code }) => {
  const folder = mkdtempSync(path.join(tmpdir(), 'hum-docs-'));
  afterAll(() => rmSync(folder, { recursive: true }));

  test('does what it says', async () => {
    const outfile = path.join(folder, 'example.mjs');
    await build({
      stdin: { contents: code, resolveDir: path.dirname(file), sourcefile: file, loader: 'ts' },
      bundle: true,
      platform: 'node',
      format: 'esm',
      outfile,
      logLevel: 'error',
    });
    const { proof } = (await import(pathToFileURL(outfile).href)) as { proof: () => boolean };
    expect(proof()).toBe(true);
  });
});

describe('chains.md', () => {
  const blocks = [...readFileSync('docs/chains.md', 'utf8').matchAll(/```chain\n([\s\S]*?)```/g)];
  test.each(blocks.map(([, block = '']) => [block.split('\n')[0], block.trim().split('\n')] as const))(
    '%s',
    (_gear, [gear = '', ...lines]) => {
      const [plugs, expected] = [true, false].map((isPlug) =>
        lines.filter((line) => line.startsWith('> ') !== isPlug),
      );
      const rig = quickRig(gear, ...(plugs ?? []));
      const [{ reading } = { reading: null }] = readingsIn(inNight(rig, null));
      expect(writeChains(rig, reading?.chains ?? [])).toEqual(expected?.map((line) => line.slice(2)));
    },
  );
  test('has examples', () => expect(blocks.length).toBeGreaterThan(3));
});

test('the JSON Schema in docs is the one the reader is made from', () => {
  expect(JSON.parse(readFileSync('docs/rig.schema.json', 'utf8'))).toEqual(fileSchema());
});

test.each([
  ['findings', 'prints every finding as it speaks', findingsPage],
  ['gear', 'lists every kind and its makes', gearPage],
])('docs/%s.md %s', (name, _, written) => {
  const [file, page] = [`docs/${name}.md`, written()];
  if (process.env.WRITE_DOCS) writeFileSync(file, page);
  expect(readFileSync(file, 'utf8')).toBe(page);
});
