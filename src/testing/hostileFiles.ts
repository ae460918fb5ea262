/** Files that once held up, crashed or fooled whoever read them. Each fault that is found adds one. */

export interface HostileFile {
  readonly what: string;
  readonly text: string;
  /** What is said of it as a drawing; null where it may be drawn. */
  readonly says: RegExp | null;
}

export const svgOf = (content: string, box = '0 0 100 100'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" viewBox="${box}">${content}</svg>`;

/** Lines across and down, each its own path or all as one. */
export function hatch(lines: number, asOnePath: boolean): string {
  const stroke = 'stroke="#000" stroke-width="0.1" fill="none"';
  const all = Array.from({ length: lines }, (_, index) => {
    const coordinate = ((index + 0.5) * 100) / lines;
    return [`M${coordinate} 0V100`, `M0 ${coordinate}H100`];
  }).flat();
  return svgOf(
    asOnePath
      ? `<path d="${all.join('')}" ${stroke}/>`
      : all.map((d) => `<path d="${d}" ${stroke}/>`).join(''),
  );
}

/** The same numbers each time (Park and Miller, 1988). */
function numbers(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}
const randomPath = (segments: number, seed = 7): string => {
  const next = numbers(seed);
  const at = (): string => (next() * 100).toFixed(2);
  return `M${at()} ${at()}${Array.from({ length: segments }, () => `L${at()} ${at()}`).join('')}Z`;
};
const zigzag = (corners: number): string =>
  `M0 0${Array.from({ length: corners }, (_, index) => `L${(index % 100).toFixed(0)} ${((index * 7) % 100).toFixed(0)}`).join('')}`;
const repeated = (count: number, of: (index: number) => string): string =>
  Array.from({ length: count }, (_, index) => of(index)).join('');

export const hostileDrawings: readonly HostileFile[] = [
  { what: 'a path of 1.8 MB', text: svgOf(`<path d="${zigzag(260_000)}"/>`), says: /path commands/ },
  { what: '6,000 random segments', text: svgOf(`<path d="${randomPath(6000)}"/>`), says: /cross/ },
  { what: 'a hatch of 200 by 200 lines in one path', text: hatch(200, true), says: /cross|outlines/ },
  { what: 'a hatch of 200 by 200 paths', text: hatch(200, false), says: /cross|outlines/ },
  {
    what: 'a very wide stroke with round joins',
    text: svgOf(
      `<path d="${randomPath(400)}" fill="none" stroke="#000" stroke-width="1e7" stroke-linejoin="round" stroke-linecap="round"/>`,
    ),
    says: /wide/,
  },
  {
    what: 'a dense stroke on many corners',
    text: svgOf(
      `<path d="${zigzag(9000)}" fill="none" stroke="#000" stroke-width="40" stroke-linejoin="round"/>`,
    ),
    says: /cross|corners/,
  },
  {
    what: 'nested patterns',
    text: svgOf(
      `<defs>${repeated(14, (index) => `<pattern id="p${index}" width="1" height="1">${repeated(6, () => `<rect width="1" height="1" fill="url(#p${index + 1})"/>`)}</pattern>`)}</defs><rect width="100" height="100" fill="url(#p0)"/>`,
    ),
    says: /repeats/,
  },
  {
    what: 'a pattern in itself',
    text: svgOf(
      '<defs><pattern id="p" width="1" height="1"><rect width="1" height="1" fill="url(#p)"/></pattern></defs><rect width="9" height="9" fill="url(#p)"/>',
    ),
    says: /itself|repeats/,
  },
  {
    what: 'a marker on 120,000 corners',
    text: svgOf(
      `<defs><marker id="m"><circle r="1"/></marker></defs><path marker-mid="url(#m)" d="M0 0${repeated(120_000, (index) => `l${index % 2 === 0 ? 1 : -1} 1`)}"/>`,
    ),
    says: /path commands|repeats/,
  },
  {
    what: 'nested markers',
    text: svgOf(
      `<defs>${repeated(6, (index) => `<marker id="m${index}"><path marker-mid="url(#m${index + 1})" d="M0 0${repeated(60, () => 'l1 1')}"/></marker>`)}</defs><path marker-mid="url(#m0)" d="M0 0${repeated(60, () => 'l1 1')}"/>`,
    ),
    says: /repeats/,
  },
  {
    what: 'markers in a style element',
    text: svgOf(
      `<style>path{marker-mid:url(#m)}</style><defs><marker id="m">${repeated(50, () => '<circle r="1"/>')}</marker></defs><path d="M0 0${repeated(4000, () => 'l1 1')}"/>`,
    ),
    says: /repeats/,
  },
  {
    what: 'a DOCTYPE of 100 kB',
    text: `<!DOCTYPE svg ${'['.repeat(50_000)}${' '.repeat(50_000)}`,
    says: /SVG/,
  },
  {
    what: 'many DOCTYPEs',
    text: `${'<!DOCTYPE a '.repeat(30_000)}${svgOf('<path d="M0 0H10V10Z"/>')}`,
    says: /SVG/,
  },
  {
    what: 'url( and 300 kB of spaces',
    text: svgOf(`<path fill="url(${' '.repeat(300_000)}" d="M0 0H10V10Z"/>`),
    says: null,
  },
  {
    what: '100,000 times url( in a style',
    text: svgOf(`<style>${'url('.repeat(100_000)}</style><path d="M0 0H10V10Z"/>`),
    says: null,
  },
  {
    what: 'uses in a chain of 9,900',
    text: svgOf(
      `<path id="u0" d="M0 0H10V10Z"/>${repeated(9900, (index) => `<use id="u${index + 1}" href="#u${index}"/>`)}`,
    ),
    says: /repeats|refer/,
  },
  {
    what: 'uses that double 40 times',
    text: svgOf(
      `<defs><g id="u0"><path d="M0 0H10V10Z"/></g>${repeated(40, (index) => `<g id="u${index + 1}"><use href="#u${index}"/><use href="#u${index}"/></g>`)}</defs><use href="#u40"/>`,
    ),
    says: /repeats/,
  },
  {
    what: 'groups in groups, 9,900 deep',
    text: svgOf('<g>'.repeat(9900) + '</g>'.repeat(9900)),
    says: /nested/,
  },
  {
    what: 'an element with 100,000 attributes',
    text: svgOf(`<path ${repeated(100_000, (index) => `a${index}="1" `)}d="M0 0H10V10Z"/>`),
    says: /attributes/,
  },
  {
    what: 'a gradient of 15,000 stops',
    text: svgOf(
      `<defs><linearGradient id="g">${repeated(15_000, (index) => `<stop offset="${index / 15_000}" stop-color="#123456"/>`)}</linearGradient></defs>${repeated(400, () => '<rect width="9" height="9" fill="url(#g)"/>')}`,
    ),
    says: /stops/,
  },
  {
    what: 'clip paths of 2,000 corners on 300 parts',
    text: svgOf(
      `<defs><clipPath id="c"><path d="${randomPath(2000)}"/></clipPath></defs>${repeated(300, () => '<g clip-path="url(#c)"><path d="M0 0H90V90H0Z"/></g>')}`,
    ),
    says: /path commands/,
  },
  {
    what: '19,000 separate squares',
    text: svgOf(
      repeated(19_000, (index) => `<path d="M${index % 140} ${Math.floor(index / 140)}h.5v.5h-.5Z"/>`),
    ),
    says: /path commands/,
  },
  {
    what: '1,200 squares over each other',
    text: svgOf(repeated(1200, (index) => `<path d="M${index % 40} ${index % 31}h50v50h-50Z"/>`)),
    says: /cross/,
  },
  {
    what: 'arcs of radius 1e9 by the thousand',
    text: svgOf(
      `<path d="M0 0${repeated(3000, (index) => `A1e9 1e9 0 0 1 ${index % 90} ${(index * 3) % 90}`)}"/>`,
    ),
    says: null,
  },
  {
    what: 'entities within entities',
    text: `<!DOCTYPE svg [<!ENTITY a "aaaa">]>${svgOf('<text>&a;</text>')}`,
    says: /entities/,
  },
];

/** Groups of a DXF file: code and value on lines of their own (DXF reference, group codes). */
export const dxfOf = (entities: readonly (string | number)[], units = 4): string =>
  [
    0,
    'SECTION',
    2,
    'HEADER',
    9,
    '$INSUNITS',
    70,
    units,
    0,
    'ENDSEC',
    0,
    'SECTION',
    2,
    'ENTITIES',
    ...entities,
    0,
    'ENDSEC',
    0,
    'EOF',
  ].join('\n') + '\n';
const dxfLine = (x1: number, y1: number, x2: number, y2: number) =>
  [0, 'LINE', 8, '0', 10, x1, 20, y1, 30, 0, 11, x2, 21, y2, 31, 0] as const;
const dxfArc = (radius: number, from: number, to: number) =>
  [0, 'ARC', 8, '0', 10, 0, 20, 0, 30, 0, 40, radius, 50, from, 51, to] as const;
const many = (count: number, of: (index: number) => readonly (string | number)[]): (string | number)[] =>
  Array.from({ length: count }, (_, index) => of(index)).flat();
const onCircle = (index: number, of: number): readonly [number, number] => [
  100 * Math.cos((2 * Math.PI * index) / of),
  100 * Math.sin((2 * Math.PI * index) / of),
];

export const hostileOutlines: readonly HostileFile[] = [
  {
    what: 'a circle of 20,000 loose lines in any order',
    text: dxfOf(
      many(20_000, (index) => {
        const position = (index * 7919) % 20_000;
        return dxfLine(...onCircle(position, 20_000), ...onCircle(position + 1, 20_000));
      }),
    ),
    says: null,
  },
  {
    what: '20,000 lines from one point',
    text: dxfOf(many(20_000, (index) => dxfLine(0, 0, ...onCircle(index, 20_000)))),
    says: /encloses an area/,
  },
  {
    what: 'an arc that goes round 1e12 times',
    text: dxfOf([...dxfArc(30, 0, -1e14), ...dxfLine(0, 0, 1, 1)]),
    says: /./,
  },
  {
    what: 'an arc of radius 1e12',
    text: dxfOf([...dxfArc(1e12, 0, 180)]),
    says: /radius of 1000000000000 mm; at most/,
  },
  { what: '30,000 large arcs', text: dxfOf(many(30_000, () => dxfArc(9e4, 0, 359))), says: /edges/ },
  {
    what: 'a spline of degree 400',
    text: dxfOf([
      0,
      'SPLINE',
      8,
      '0',
      70,
      8,
      71,
      400,
      72,
      802,
      73,
      401,
      ...many(802, (index) => [40, index < 401 ? 0 : 1]),
      ...many(401, (index) => [10, index, 20, index % 7, 30, 0]),
    ]),
    says: /./,
  },
  {
    what: 'a splayed star',
    text: svgOf(`<path d="${randomPath(6000)}" fill="none" stroke="#000"/>`),
    says: /crosses itself/,
  },
  { what: '4 MB of blanks', text: ' '.repeat(3_900_000), says: /neither an SVG nor a DXF/ },
];
