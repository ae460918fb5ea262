/**
 * Writes what the licences of the packages ask for, those that the program and its page are made of: dist/web/notices.txt, which the
 * page links to. Which packages these are, and where their licences lie, a kept tool says.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { promisify } from 'node:util';
import checker from 'license-checker-rseidelsohn';
import texts from 'spdx-license-list/full.js';

const packages = await promisify(checker.init)({
  start: '.',
  production: true,
  excludePrivatePackages: true,
  customFormat: { publisher: '' },
});

/** Of a licence by its identifier (SPDX). */
const textOf = (id) => texts[id.replace('*', '')].licenseText.trim();

/** Packages with the same licence, word for word, stand together above it. */
const byText = new Map();
for (const [name, { licenses, licenseFile, repository }] of Object.entries(packages).sort()) {
  // A read-me that names the licence is no licence text.
  const hasText = licenseFile !== undefined && !/readme/i.test(licenseFile);
  const text = hasText
    ? readFileSync(licenseFile, 'utf8').replaceAll('\r\n', '\n').trim()
    : `No licence text comes with it. Its package.json names ${licenses}, whose text is:\n\n${textOf(licenses)}`;
  if (!byText.has(text)) byText.set(text, []);
  const source = hasText || repository === undefined ? '' : `, source: ${repository}`;
  byText.get(text).push(`${name} (${licenses}${source})`);
}

const line = '-'.repeat(80);
const parts = [...byText].map(([text, names]) => `${line}\n${names.join('\n')}\n\n${text}\n`);
const head = `Binarus is made with ${Object.keys(packages).length} packages by others. These are their licences.\n\n`;
writeFileSync('dist/web/notices.txt', head + parts.join('\n'));
