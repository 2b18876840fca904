// The end of a long output is what is kept of it: what failed has to stand there, with its reason.
import { expect, test } from '@jest/globals';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

type Texts = {
  readonly unitFailures: (report: unknown) => readonly string[];
  readonly flowFailures: (report: unknown, read: (file: string) => string | null) => readonly string[];
};

const { unitFailures, flowFailures } = (await import(
  pathToFileURL(path.join(process.cwd(), 'scripts', 'failures.mjs')).href
)) as Texts;

const unit = (fullName: string, status: string, failureMessages: readonly string[] = []) => ({
  fullName,
  status,
  failureMessages,
});

test('unit tests that failed are named by their source, and so is a suite that could not be run', () => {
  const report = {
    testResults: [
      {
        name: '/rigs/hum-map/.cache/unit/core/model/wiring.test.mjs',
        status: 'failed',
        message: '',
        assertionResults: [
          unit('a lead has two ends', 'passed'),
          unit('so has a wire', 'failed', ['1 is not 2']),
        ],
      },
      {
        name: '/rigs/hum-map/.cache/unit/core/hum/loops.test.mjs',
        status: 'failed',
        message: '\u001B[31mit throws\u001B[39m',
        assertionResults: [],
      },
      { name: 'all well', status: 'passed', message: '', assertionResults: [unit('it holds', 'passed')] },
    ],
  };
  expect(unitFailures(report)).toEqual([
    'FAILED: core/model/wiring.test.ts › so has a wire\n    1 is not 2',
    'FAILED: core/hum/loops.test.ts\n    it throws',
  ]);
});

test('a flow that failed is told with what stood on its page; a long text is cut, and says how much is left out', () => {
  const page =
    'Some words\n\n```\nno page\n```\n\n```yaml\n- main:\n  - heading "Map"\n```\n\n```ts\ncode\n```';
  const long = Array.from({ length: 70 }, (_, i) => `line ${i}`).join('\n');
  const spec = (title: string, messages: readonly string[], attachments: readonly unknown[] = []) => ({
    ok: messages.length === 0,
    file: 'map.spec.ts',
    line: 7,
    title,
    tests: [{ results: [{ errors: messages.map((message) => ({ message })), attachments }] }],
  });
  const left = (name: string, file: string) => ({ name, path: file });
  const report = {
    errors: [{ message: 'the server did not start' }],
    suites: [
      {
        specs: [
          spec(
            'a jack is pressed',
            ['it was not'],
            [left('trace', 'trace.zip'), left('error-context', 'page.md')],
          ),
        ],
        suites: [
          {
            specs: [spec('within', [long], [left('error-context', 'gone.md')]), spec('all well', [])],
            suites: [],
          },
        ],
      },
    ],
  };
  const [server, jack, within, ...rest] = flowFailures(report, (file) => (file === 'page.md' ? page : null));
  expect(rest).toEqual([]);
  expect(server).toBe('FAILED: end-to-end tests\n    the server did not start');
  expect(jack).toBe(
    'FAILED: e2e/map.spec.ts:7 › a jack is pressed\n    it was not\n    - main:\n      - heading "Map"',
  );
  expect(within?.split('\n').slice(-2)).toEqual(['    line 59', '    … 10 lines more']);
});
