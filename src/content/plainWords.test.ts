/** No word that was left behind (docs/words.md) stands in what a person sees: screens, findings, the shell, README and docs. */
import { describe, expect, it } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/** Phrases that have a better one in docs/words.md; words with another, ordinary meaning as well are not among them. */
const leftBehind: readonly RegExp[] = [
  /\bgives? up\b/i,
  /\btakes? (?:it|its [a-z ]+|them) (?:out|away)\b/i,
  /\btakes? in\b/i,
  /\btake (?:the |these )?(?:files?|\d+ rows?)\b/i,
  /\bput all right\b/i,
  /\bheld back\b/i,
  /\blets? pass\b/i,
  /\blimits? (?:is|are) kept\b/i,
  /\bkept free for\b/i,
  /\bwhat it costs\b/i,
  /\d bytes as bytes\b/i,
  /\bis called so\b/i,
  /\bkeep this look\b/i,
  /\bleft over\b/i,
  /\bjig for\b/i,
  /\bmake sheet\b/i,
  /\bwhat was made\b/i,
  /\blets through\b/i,
  /\bmade-up visit\b/i,
  /\bpublic door\b/i,
  /\bwhere it hangs\b/i,
  /\btrying fixes\b/i,
  /^do this$/i,
  /\bas cut\b/i,
  /\bbare margin\b/i,
  /\bsafe distance\b/i,
  /\bcontour on the sheet\b/i,
  /\bshift across\b/i,
  /^marks a module\b/i,
  /\bit tapers\b/i,
  /\bwhat goes around\b/i,
  /\btypical, from memory\b/i,
  /\bplain ink\b/i,
  /\breads to\b/i,
  /\bis told here\b/i,
  /\bplain ground\b/i,
];

/** What was found stands in a text of code or of a template; comments are for whoever reads the code. */
const withoutComments = (code: string): string =>
  code.replace(/\/\*[\s\S]*?\*\/|<!--[\s\S]*?-->/g, '').replace(/(^|[^:'"`/])\/\/.*$/gm, '$1');

/** Literals that are words: several of them, or one that begins as a label does. */
const wordsOfCode = (code: string): string[] =>
  [...withoutComments(code).matchAll(/'((?:[^'\\\n]|\\.)*)'|`((?:[^`\\]|\\.)*)`/g)]
    .map(([, plain, template]) => plain ?? template ?? '')
    .filter((text) => /[a-z] [a-z]/i.test(text) || /^[A-Z][a-z]+$/.test(text));

function wordsOfFile(path: string): string[] {
  const text = readFileSync(path, 'utf8');
  if (path.endsWith('.md')) return text.split('\n');
  if (!path.endsWith('.vue')) return wordsOfCode(text);
  const template = /<template>([\s\S]*)<\/template>/.exec(text)?.[1] ?? '';
  const script = /<script[^>]*>([\s\S]*?)<\/script>/.exec(text)?.[1] ?? '';
  // A sentence may go over several lines.
  return [withoutComments(template).replace(/\s+/g, ' '), ...wordsOfCode(script)];
}

const filesIn = (folder: string, kind: RegExp): string[] =>
  readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && kind.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name));
const found = (texts: readonly string[]): string[] =>
  texts.flatMap((text) =>
    leftBehind.flatMap((phrase) => {
      const match = phrase.exec(text);
      return match === null ? [] : [text.slice(Math.max(0, match.index - 30), match.index + 60).trim()];
    }),
  );

describe('words that were left behind', () => {
  it('are seen where they stand: in a template over two lines, in a sentence, in a page; not in a comment', () => {
    expect(found(wordsOfCode("// limits are kept\nconst a = 'All limits are kept.';"))).toEqual([
      'All limits are kept.',
    ]);
    expect(found(wordsOfCode('say`Held back by ${count} stops`'))).toHaveLength(1);
    expect(found(wordsOfCode("const kind = 'held-back'; /* held back */"))).toEqual([]);
  });

  it.each([
    ['screens', () => filesIn('src/web', /\.vue$/)],
    ['sentences', () => filesIn('src', /\.ts$/).filter((path) => !/\.test\.ts$|\/testing\//.test(path))],
    [
      'README and docs',
      () => ['README.md', ...filesIn('docs', /\.md$/)].filter((path) => !path.endsWith('words.md')),
    ],
  ] as const)('are in no %s', (_, files) => {
    const paths = files();
    expect(paths.length).toBeGreaterThan(5);
    expect(paths.flatMap((path) => found(wordsOfFile(path)).map((text) => `${path}: ${text}`))).toEqual([]);
  });
});
