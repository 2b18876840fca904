// What failed, in words: the end of a long output is what is kept of it and looked at first.
import { stripVTControlCharacters } from 'node:util';

const MOST_LINES = 60;

const cut = (text) => {
  const lines = stripVTControlCharacters(text).trimEnd().split('\n');
  const more = lines.length - MOST_LINES;
  return (more > 0 ? [...lines.slice(0, MOST_LINES), `… ${more} lines more`] : lines)
    .map((line) => `    ${line}`.trimEnd())
    .join('\n');
};

const said = (name, messages) => [`FAILED: ${name}`, ...messages.map(cut)].join('\n');

/** Where a suite stands that was run as a bundle. */
const sourceOf = (bundle) => bundle.replace(/^.*[/\\]unit[/\\]/, '').replace(/\.mjs$/, '.ts');

/** @param report Jest's, as JSON @returns {readonly string[]} a text for each test, or suite, that failed */
export const unitFailures = (report) =>
  report.testResults.flatMap(({ name, status, message, assertionResults }) => {
    const failed = assertionResults.filter((test) => test.status === 'failed');
    if (failed.length === 0) return status === 'failed' ? [said(sourceOf(name), [message])] : [];
    return failed.map(({ fullName, failureMessages }) =>
      said(`${sourceOf(name)} › ${fullName}`, failureMessages),
    );
  });

const specsOf = (suite) => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)];

/**
 * @param report Playwright's, as JSON
 * @param {(file: string) => string | null} read a file that a test left
 * @returns {readonly string[]} a text for each test that failed, with what stood on its page then
 */
export const flowFailures = (report, read) => [
  ...report.errors.map(({ message }) => said('end-to-end tests', [message])),
  ...report.suites
    .flatMap(specsOf)
    .filter(({ ok }) => !ok)
    .map(({ file, line, title, tests }) => {
      const results = tests.flatMap((test) => test.results);
      const pages = results
        .flatMap(({ attachments }) => attachments)
        .flatMap((one) => (one.name === 'error-context' && one.path ? [read(one.path)] : []))
        .flatMap((text) => /^```yaml\n([^]*?)^```/m.exec(text ?? '')?.[1] ?? []);
      return said(`e2e/${file}:${line} › ${title}`, [
        ...results.flatMap(({ errors }) => errors).map(({ message }) => message),
        ...pages,
      ]);
    }),
];
