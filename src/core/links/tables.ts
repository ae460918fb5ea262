/** The table of links for other servers, so that the codes work without Binarus as well. */
import { csvText } from '../tables';
import type { Link } from './link';
import { escaped, page, retiredPage } from './page';

/** One address with where it leads. */
export interface TableRow {
  readonly slug: string;
  readonly link: Link;
}

export const tableForms = ['nginx', 'apache', 'pages', 'csv', 'json'] as const;
export type TableForm = (typeof tableForms)[number];
export const tableFormNames: Readonly<Record<TableForm, string>> = {
  nginx: 'nginx, a map file',
  apache: 'Apache, a rewrite map',
  pages: 'Plain pages for any web space',
  csv: 'CSV',
  json: 'JSON',
};

export interface TableFile {
  readonly name: string;
  readonly text: string;
}

/** What of a link a form cannot carry. */
export interface Uncarried {
  readonly link: string;
  readonly what: 'schedule' | 'phone';
}

export const rowsOfLinks = (links: readonly Link[]): readonly TableRow[] =>
  links.flatMap((link) => link.places.map(({ slug }) => ({ slug, link })));

/** Files hold targets alone; CSV and JSON are for people and programs, who see the rules. */
export function uncarried(links: readonly Link[], form: TableForm): readonly Uncarried[] {
  if (form === 'json' || form === 'csv') return [];
  return links.flatMap(({ name, rules, retired }) =>
    retired !== null
      ? []
      : rules.flatMap(({ schedule, phone }): Uncarried[] => [
          ...(schedule === null ? [] : [{ link: name, what: 'schedule' as const }]),
          ...(phone === null ? [] : [{ link: name, what: 'phone' as const }]),
        ]),
  );
}

/** `path` is what stands before the slug, such as `/` or `/go/`. */
export function linkTable(links: readonly Link[], form: TableForm, path: string): readonly TableFile[] {
  const rows = rowsOfLinks(links);
  switch (form) {
    case 'nginx':
      return [{ name: 'binarus-links.conf', text: nginx(rows, path) }];
    case 'apache':
      return [
        { name: 'binarus-links.txt', text: rewriteMap(rows) },
        { name: 'binarus-links.conf', text: apache(path) },
      ];
    case 'pages':
      return rows.flatMap(pages);
    case 'csv':
      return [{ name: 'links.csv', text: csvText(rows.map(listed)) }];
    case 'json':
      return [{ name: 'links.json', text: `${JSON.stringify(links, null, 2)}\n` }];
  }
}

/** Quoted for nginx, where a dollar begins a variable: one that holds a dollar stands for it. */
const nginxQuoted = (text: string): string =>
  `"${text.replace(/[\\"]/g, '\\$&').replace(/\$/g, '${binarus_dollar}')}"`;

/** Strings of a map are alike in large and small letters (ngx_http_map_module). */
function nginx(rows: readonly TableRow[], path: string): string {
  const longest = rows.reduce((most, { slug }) => Math.max(most, path.length + slug.length + 16), 64);
  return [
    '# Within http { }. In the location that serves links:',
    '#   if ($binarus_retired) { return 410; }',
    '#   if ($binarus_target) { add_header Cache-Control no-store always; return 302 $binarus_target; }',
    'geo $binarus_dollar { default "$"; }',
    `map_hash_bucket_size ${2 ** Math.ceil(Math.log2(longest))};`,
    `map_hash_max_size ${Math.max(2048, 2 ** Math.ceil(Math.log2(rows.length * 2 + 1)))};`,
    'map $uri $binarus_target {',
    '  default "";',
    ...rows
      .filter(({ link }) => link.retired === null)
      .map(({ slug, link }) => `  ${nginxQuoted(path + slug)} ${nginxQuoted(link.target)};`),
    '}',
    'map $uri $binarus_retired {',
    '  default "";',
    ...rows.filter(({ link }) => link.retired !== null).map(({ slug }) => `  ${nginxQuoted(path + slug)} 1;`),
    '}',
    '',
  ].join('\n');
}

/** A key and a value each line, keys in small letters (mod_rewrite, RewriteMap txt). */
const rewriteMap = (rows: readonly TableRow[]): string =>
  `${rows
    .map(({ slug, link }) => `${slug.toLowerCase()} ${link.retired === null ? link.target : '-'}`)
    .join('\n')}\n`;

/** Since 2.4.60 a question mark out of a map has to be allowed; the table is the owner's own. */
function apache(path: string): string {
  const pattern = `^${path.replace(/[.\\+*?^$()[\]{}|]/g, '\\$&')}([0-9A-Za-z-]+)$`;
  const condition = (value: string): string =>
    `RewriteCond "\${binarus-links:\${binarus-lower:$1}}" "${value}"`;
  return [
    '# Within a server or virtual host; the map lies beside the configuration, in the folder that BINARUS_LINKS names.',
    'RewriteEngine On',
    'RewriteMap binarus-lower "int:tolower"',
    'RewriteMap binarus-links "txt:${BINARUS_LINKS}/binarus-links.txt"',
    condition('^-$'),
    `RewriteRule "${pattern}" "-" [G,L]`,
    // Targets are escaped already, and told to stay so.
    '<IfVersion >= 2.4.60>',
    condition('^(.+)$'),
    `RewriteRule "${pattern}" "%1" [R=302,L,NE,UnsafeAllow3F]`,
    '</IfVersion>',
    '<IfVersion < 2.4.60>',
    condition('^(.+)$'),
    `RewriteRule "${pattern}" "%1" [R=302,L,NE]`,
    '</IfVersion>',
    'Header always set Cache-Control "no-store"',
    '',
  ].join('\n');
}

/** A folder for each address, in large and in small letters: web spaces tell them apart. */
function pages({ slug, link }: TableRow): readonly TableFile[] {
  const text =
    link.retired === null
      ? page(
          link.name,
          `<meta http-equiv="refresh" content="0; url=${escaped(link.target)}">`,
          `<p><a href="${escaped(link.target)}" rel="noreferrer">${escaped(link.target)}</a></p>`,
        )
      : retiredPage(link.name, link.retired.text);
  return [...new Set([slug.toUpperCase(), slug.toLowerCase()])].map((spelling) => ({
    name: `${spelling}/index.html`,
    text,
  }));
}

const listed = ({ slug, link }: TableRow) => ({
  address: slug,
  place: link.places.find((place) => place.slug === slug)!.name,
  name: link.name,
  target: link.target,
  rules: link.rules.length,
  retired: link.retired === null ? 'no' : 'yes',
  collection: link.collection,
  campaign: link.campaign,
});
