import { describe, expect, it } from '@jest/globals';
import { encode } from 'fast-png';
import { zlibSync } from 'fflate';
import fc from 'fast-check';
import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { createHash } from 'node:crypto';
import { crc32, deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { logoAssets } from '../../node/logoAssets';
import { boundsOf, regionArea, sampleRegion } from '../geometry';
import { cleanUpload } from './upload';
import { drawingLimits, sanitiseDrawing } from './sanitise';
import { iconNames, loadLogo } from './load';
import { logoArt, type LogoArt } from './ink';
import { newLogo, type LogoSource } from './settings';
import { pictureLimits } from './png';
import { masksOf, traceMask } from './trace';

const files = new Map<string, Uint8Array>();
const assets = logoAssets((hash) => Promise.resolve(files.get(hash) ?? null));
function kept(bytes: Uint8Array): string {
  const hash = createHash('sha256').update(bytes).digest('hex');
  files.set(hash, bytes);
  return hash;
}
const svg = (content: string, box = '0 0 100 50'): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box}">${content}</svg>`;

async function artOf(
  source: LogoSource,
  title = '',
  ink: Partial<ReturnType<typeof newLogo>['ink']> = {},
): Promise<{ art: LogoArt; notes: readonly string[] }> {
  const loaded = await loadLogo({ source, title }, assets);
  if ('problem' in loaded) throw new Error(loaded.problem);
  return { art: logoArt(loaded, { ...newLogo(source).ink, ...ink })!, notes: loaded.notes };
}
const drawing = (content: string): ReturnType<typeof artOf> =>
  artOf({ kind: 'drawing', file: kept(new TextEncoder().encode(svg(content))), fileName: 'x.svg' });

describe('a drawing as a logo', () => {
  it('becomes outlines of the right area, one in size and centred, arcs as arcs', async () => {
    const { art } = await drawing('<circle cx="50" cy="25" r="20"/>');
    expect(regionArea(art.ink)).toBeCloseTo(Math.PI / 4, 3);
    expect(art.ink[0]!.length).toBeLessThanOrEqual(6);
    const box = boundsOf(art.ink)!;
    expect(box.x + box.width / 2).toBeCloseTo(0, 3);
    expect(box.y + box.height / 2).toBeCloseTo(0, 3);
  });

  it('follows transforms, uses, styles, strokes and both fill rules', async () => {
    const { art } = await drawing(
      `<style>.w{fill:#000}</style><defs><g id="part"><rect class="w" width="10" height="10"/></g></defs>
       <g transform="translate(10 10) scale(2 1)"><use href="#part"/></g>`,
    );
    expect([art.width, art.height]).toEqual([1, expect.closeTo(0.5, 3)]);
    expect(regionArea(art.ink)).toBeCloseTo(0.5, 3);
    const ring = 'M0 0H40V40H0ZM10 10H30V30H10Z';
    expect(regionArea((await drawing(`<path d="${ring}" fill-rule="evenodd"/>`)).art.ink)).toBeCloseTo(
      0.75,
      3,
    );
    expect(regionArea((await drawing(`<path d="${ring}"/>`)).art.ink)).toBeCloseTo(1, 3);
    const line = await drawing('<path d="M0 25H100" fill="none" stroke="#000" stroke-width="10"/>');
    expect(line.art.height).toBeCloseTo(0.1, 3);
  });

  it('takes light parts out of dark ones in paint order, and the other way round when inverted', async () => {
    const content =
      '<rect width="40" height="40" fill="#222"/><rect x="10" y="10" width="20" height="20" fill="#eee"/>';
    expect(regionArea((await drawing(content)).art.ink)).toBeCloseTo(0.75, 3);
    const source = {
      kind: 'drawing' as const,
      file: kept(new TextEncoder().encode(svg(content))),
      fileName: 'x.svg',
    };
    const { art } = await artOf(source, '', { inverted: true, keepsColours: false });
    expect(regionArea(art.ink)).toBeCloseTo(1, 3);
  });

  it('says which parts it cannot follow', async () => {
    const { notes } = await drawing('<rect width="9" height="9"/><text x="1" y="20">Ternquay</text>');
    expect(notes).toEqual([expect.stringContaining('Words in the drawing')]);
    const empty = await loadLogo(
      {
        source: { kind: 'drawing', file: kept(new TextEncoder().encode(svg(''))), fileName: 'x.svg' },
        title: '',
      },
      assets,
    );
    expect(empty).toMatchObject({ problem: expect.stringContaining('no shapes') });
  });
});

describe('icons, emoji and words as logos', () => {
  it('are outlines without overlaps, all of them', async () => {
    for (const icon of iconNames.filter((_, index) => index % 9 === 0)) {
      const { art } = await artOf({ kind: 'icon', icon });
      expect(Math.max(art.width, art.height)).toBeCloseTo(1, 6);
      expect(regionArea(art.ink)).toBeGreaterThan(0.05);
      // Sampled area against outline area: overlaps would count twice in the latter.
      const samples = sampleRegion(art.ink, { x: -0.5, y: -0.5, step: 1 / 200, columns: 200, rows: 200 });
      expect(samples.reduce((sum, value) => sum + value, 0) / 40_000).toBeCloseTo(regionArea(art.ink), 2);
    }
  });

  it('name what the fonts lack', async () => {
    const { art, notes } = await artOf({ kind: 'text', text: 'Slip Ěå 漢' });
    expect(art.height).toBeLessThan(0.4);
    expect(notes).toEqual(['The shipped font lacks “漢”.']);
    const unknown = await loadLogo({ source: { kind: 'emoji', emoji: '漢' }, title: '' }, assets);
    expect(unknown).toMatchObject({ problem: expect.stringContaining('“漢”') });
  });

  it('draw emoji of several signs as one figure', async () => {
    // Unicode Emoji, ED-16: a zero-width joiner makes one emoji of woman and wrench.
    const joined = await artOf({ kind: 'emoji', emoji: '👩\u200d🔧' });
    const woman = await artOf({ kind: 'emoji', emoji: '👩' });
    expect(joined.art.ink).not.toEqual(woman.art.ink);
  });

  it('carry a title below, as wide as they are at most', async () => {
    const plain = (await artOf({ kind: 'emoji', emoji: '⚓' })).art;
    const { art } = await artOf({ kind: 'emoji', emoji: '⚓' }, 'Berth 17');
    expect(art.width / art.height).toBeLessThan(plain.width / plain.height);
    const words = boundsOf(art.ink.filter((contour) => contour.every(({ y }) => y > art.height / 2 - 0.2)))!;
    expect(words.width).toBeLessThanOrEqual(art.width + 1e-3);
    expect(words.y + words.height).toBeCloseTo(art.height / 2, 2);
  });
});

describe('a picture as a logo', () => {
  const pixels = (width: number, height: number, colourAt: (x: number, y: number) => number[]) => ({
    width,
    height,
    rgba: Uint8ClampedArray.from(
      Array.from({ length: width * height }, (_, index) =>
        colourAt(index % width, Math.floor(index / width)),
      ).flat(),
    ),
  });
  const rule = { threshold: 0.5, inverted: false, groundTolerance: 0.1 };

  it('loses its ground from the edge inwards only, and transparent parts', () => {
    // A grey ground, a dark ring, grey again inside.
    const ring = pixels(40, 40, (x, y) => {
      const distance = Math.hypot(x - 19.5, y - 19.5);
      return distance > 8 && distance < 15 ? [20, 20, 20, 255] : [90, 90, 90, 255];
    });
    const inside = (x: number, y: number) => y * 40 + x;
    const { ink: mask } = masksOf(ring, rule);
    expect([mask[inside(0, 0)], mask[inside(19, 8)], mask[inside(19, 19)]]).toEqual([0, 1, 1]);
    expect(masksOf(ring, { ...rule, groundTolerance: null }).ink[0]).toBe(1);
    const clear = pixels(4, 4, () => [0, 0, 0, 0]);
    expect(Math.max(...masksOf(clear, rule).ink)).toBe(0);
  });

  it('is traced to outlines of its area, holes open', () => {
    const size = 120;
    const ring = Uint8Array.from({ length: size * size }, (_, index) => {
      const distance = Math.hypot((index % size) - 59.5, Math.floor(index / size) - 59.5);
      return distance > 20 && distance < 50 ? 1 : 0;
    });
    const area = ring.reduce((sum, value) => sum + value, 0);
    const traced = traceMask(ring, size, size);
    expect(traced).toHaveLength(2);
    // Few true arcs, not the steps of the pixels.
    expect(traced.reduce((sum, contour) => sum + contour.length, 0)).toBeLessThan(30);
    expect(Math.abs(regionArea(traced) - area) / area).toBeLessThan(0.03);
  });

  it('is read from a file, with its metadata left out', async () => {
    const { rgba, width, height } = pixels(30, 20, (x) => (x < 15 ? [0, 0, 0, 255] : [255, 255, 255, 255]));
    const png = encode({ width, height, data: rgba, channels: 4, text: { Author: 'Ines Tarrow' } });
    expect(Buffer.from(png).includes('Ines')).toBe(true);
    const clean = cleanUpload(png);
    if ('problem' in clean) throw new Error(clean.problem);
    expect(clean).toMatchObject({ mediaType: 'image/png', removed: ['metadata'] });
    expect(Buffer.from(clean.bytes).includes('Ines')).toBe(false);
    const { art } = await artOf({ kind: 'picture', file: kept(clean.bytes), fileName: 'x.png' });
    expect(art.width / art.height).toBeCloseTo(15 / 20, 1);
  });
});

describe('uploads', () => {
  const text = (content: string): Uint8Array => new TextEncoder().encode(content);

  it.each([
    ['scripts', '<script>fetch("/api/jobs")</script><rect onload="x()" width="5" height="5"/>', ['scripts']],
    [
      'references',
      '<image href="http://x.example/a.png"/><rect width="5" height="5"/>',
      ['external references'],
    ],
    ['foreign objects', '<foreignObject><p>hello</p></foreignObject>', ['foreign objects']],
    ['imports', '<style>@import url(http://x.example/a.css); .a{fill:red}</style>', ['style imports']],
    ['urls in styles', '<style>.a{fill:url(http://x.example/p#a)}</style>', ['external references']],
    ['urls in attributes', '<rect style="fill:url( \'//x.example/p\')" width="1"/>', ['external references']],
    ['animations', '<rect width="5"><animate attributeName="x"/></rect>', ['animations']],
  ])('lose %s', (_name, content, removed) => {
    const clean = cleanUpload(text(svg(content)));
    if ('problem' in clean) throw new Error(clean.problem);
    expect(clean.removed).toEqual(removed);
    const left = new TextDecoder().decode(clean.bytes);
    expect(left).not.toMatch(/script|x\.example|onload|foreignObject|@import|<animate/);
    // What is kept is kept again unchanged, so that its hash stays.
    expect(cleanUpload(clean.bytes)).toEqual({ ...clean, removed: [] });
  });

  it.each([
    [
      'entities',
      '<!DOCTYPE svg [<!ENTITY a "x">]><svg xmlns="http://www.w3.org/2000/svg">&a;</svg>',
      /entities/,
    ],
    ['broken XML', '<svg><g></svg>', /well-formed/],
    ['other XML', '<html><body/></html>', /not an SVG/],
    ['plain text', 'hello', /neither an SVG/],
    ['a repetition bomb', svg(bomb()), /repeats its parts/],
    [
      'a reference in a circle',
      svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'),
      /refers to itself/,
    ],
    ['depth', svg('<g>'.repeat(80) + '</g>'.repeat(80)), /nested more than 60 deep/],
    ['many elements', svg('<g/>'.repeat(drawingLimits.elements + 1)), /more than 20000/],
  ])('with %s are refused', (_name, content, reason) => {
    expect(cleanUpload(text(content))).toEqual({ problem: expect.stringMatching(reason) });
  });

  it('are told by content: pictures of other kinds are named', () => {
    expect(cleanUpload(Uint8Array.of(0xff, 0xd8, 0xff, 0xe0))).toMatchObject({
      problem: expect.stringContaining('JPEG'),
    });
    expect(cleanUpload(text('RIFF1234WEBPVP8 '))).toMatchObject({ problem: expect.stringContaining('WebP') });
  });

  it('too many pixels are refused with both sizes, before anything is unpacked', () => {
    const side = pictureLimits.sidePx + 1;
    const huge = encode({ width: side, height: 1, data: new Uint8Array(side * 4), channels: 4 });
    expect(cleanUpload(huge)).toEqual({ problem: expect.stringMatching(/1201 × 1 pixels; at most 1200/) });
    const header = huge.slice();
    new DataView(header.buffer).setUint32(20, 60_000);
    expect(cleanUpload(header)).toMatchObject({ problem: expect.stringContaining('60000') });
  });

  it('a picture that unpacks to far more than its size is refused', () => {
    const bytes = pngOf([
      ['IHDR', header(8, 8)],
      ['IDAT', zlibSync(new Uint8Array(60_000_000), { level: 9 })],
      ['IEND', new Uint8Array(0)],
    ]);
    expect(cleanUpload(bytes)).toEqual({ problem: expect.stringContaining('unpacks to more than') });
  });

  /** Chunks with their check sums, by Node's own arithmetic (ISO/IEC 15948, 5.3). */
  function pngOf(chunks: readonly (readonly [string, Uint8Array])[], spoilt = ''): Uint8Array {
    const parts = chunks.map(([type, data]) => {
      const typed = Buffer.concat([Buffer.from(type), data]);
      const ends = Buffer.alloc(8);
      ends.writeUInt32BE(data.length, 0);
      ends.writeUInt32BE((crc32(typed) ^ (type === spoilt ? 1 : 0)) >>> 0, 4);
      return Buffer.concat([ends.subarray(0, 4), typed, ends.subarray(4)]);
    });
    return Buffer.concat([Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]), ...parts]);
  }
  const header = (width: number, height: number, interlace = 0): Uint8Array => {
    const data = Buffer.alloc(13);
    data.writeUInt32BE(width, 0);
    data.writeUInt32BE(height, 4);
    data.set([8, 6, 0, 0, interlace], 8);
    return data;
  };
  const nothing = new Uint8Array(0);
  const pixels8 = deflateSync(Buffer.alloc(8 * 33, 0));

  it.each([
    [
      'two headers',
      [
        ['IHDR', header(8, 8)],
        ['IHDR', header(9, 9)],
        ['IDAT', pixels8],
      ],
      '',
      /more than one header/,
    ],
    [
      'missing pixels',
      [
        ['IHDR', header(8, 8)],
        ['IDAT', deflateSync(Buffer.alloc(7 * 33))],
      ],
      '',
      /pixels is missing/,
    ],
    [
      'pixels that are cut off',
      [
        ['IHDR', header(8, 8)],
        ['IDAT', pixels8.subarray(0, 9)],
      ],
      '',
      /pixels is missing/,
    ],
    ['no pixels', [['IHDR', header(8, 8)]], '', /pixels is missing/],
    [
      'pixels in two pieces',
      [
        ['IHDR', header(8, 8)],
        ['IDAT', pixels8],
        ['tEXt', nothing],
        ['IDAT', nothing],
      ],
      '',
      /not in one piece/,
    ],
    [
      'a wrong check sum of its header',
      [
        ['IHDR', header(8, 8)],
        ['IDAT', pixels8],
      ],
      'IHDR',
      /check sum of its part IHDR/,
    ],
    [
      'a wrong check sum of its pixels',
      [
        ['IHDR', header(8, 8)],
        ['IDAT', pixels8],
      ],
      'IDAT',
      /check sum of its part IDAT/,
    ],
    [
      'a wrong check sum within',
      [
        ['IHDR', header(8, 8)],
        ['IDAT', Buffer.concat([pixels8.subarray(0, -1), Buffer.from([7])])],
      ],
      '',
      /pixels is missing/,
    ],
    [
      'more than one picture',
      [
        ['IHDR', header(8, 8)],
        ['acTL', new Uint8Array(8)],
        ['IDAT', pixels8],
      ],
      '',
      /animated PNG/,
    ],
  ] as const)('a PNG picture with %s is refused at the door', (_name, chunks, spoilt, says) => {
    expect(cleanUpload(pngOf([...chunks, ['IEND', nothing]], spoilt))).toEqual({
      problem: expect.stringMatching(says),
    });
  });

  it('PNG pictures of every kind that another program writes are kept, and read', async () => {
    // sharp (libvips and libspng) wrote them; interlaced ones need seven passes (ISO/IEC 15948, 8.2).
    for (const progressive of [false, true])
      for (const [width, height] of [
        [1, 1],
        [3, 5],
        [8, 8],
        [33, 17],
        [200, 1],
        [1, 200],
      ] as const)
        for (const channels of [3, 4] as const) {
          const raw = { width, height, channels, background: { r: 40, g: 90, b: 120, alpha: 0.5 } };
          const png = await sharp({ create: raw }).png({ progressive }).toBuffer();
          const clean = cleanUpload(png);
          expect([width, height, channels, progressive, 'problem' in clean ? clean.problem : '']).toEqual([
            width,
            height,
            channels,
            progressive,
            '',
          ]);
        }
  });

  it('of kinds that are not opened say what they are and what to do', async () => {
    const file = (...bytes: (number | string)[]): Uint8Array =>
      Buffer.concat(
        bytes.map((part) => (typeof part === 'string' ? Buffer.from(part, 'latin1') : Buffer.from([part]))),
      );
    const box = (brand: string): Uint8Array => file(0, 0, 0, 24, 'ftyp', brand, 0, 0, 0, 0);
    const frames = await Promise.all(
      ['#1F7A6D', '#B8730A'].map((background) =>
        sharp({ create: { width: 9, height: 9, channels: 3, background } })
          .raw()
          .toBuffer(),
      ),
    );
    const moving = sharp(Buffer.concat(frames), {
      raw: { width: 9, height: 18, channels: 3, pageHeight: 9 },
    });
    const still = sharp({ create: { width: 9, height: 9, channels: 3, background: '#1F7A6D' } });
    for (const [bytes, name, advice] of [
      [box('heic'), 'a HEIC picture', 'most compatible'],
      [box('mif1'), 'a HEIC picture', 'most compatible'],
      [await still.clone().avif().toBuffer(), 'an AVIF picture', 'PNG or JPEG'],
      [await still.clone().tiff().toBuffer(), 'a TIFF picture', 'PNG or JPEG'],
      [await still.clone().webp().toBuffer(), 'a WebP picture', 'PNG or JPEG'],
      [await still.clone().gif().toBuffer(), 'a GIF picture', 'PNG or JPEG'],
      [await moving.clone().gif().toBuffer(), 'an animated GIF picture', 'stands still'],
      [await moving.clone().webp().toBuffer(), 'an animated WebP picture', 'stands still'],
      [file('%PDF-1.7'), 'a PDF document', 'SVG'],
    ] as const)
      expect([name, cleanUpload(bytes)]).toEqual([
        name,
        { problem: expect.stringMatching(new RegExp(`^The file is ${name}; .*${advice}`)) },
      ]);
  });

  it('keep the text of CDATA as text, and nothing that is hidden in it', () => {
    const clean = cleanUpload(
      text(
        svg(
          '<title><![CDATA[Smith & Sons <Berth 17>]]></title><desc><![CDATA[<script src="http://x.example/a.js"/>]]></desc><rect width="5" height="5"/>',
        ),
      ),
    );
    if ('problem' in clean) throw new Error(clean.problem);
    const left = new TextDecoder().decode(clean.bytes);
    expect(left).toContain('Smith &amp; Sons &lt;Berth 17&gt;');
    expect(left).not.toContain('<script');
    expect(XMLValidator.validate(left)).toBe(true);
    expect(cleanUpload(clean.bytes)).toEqual({ ...clean, removed: [] });
  });

  it.each([
    ['letters written as numbers', '<rect style="fill:&#117;rl(http://x.example/p)"/>'],
    ['letters written as numbers in a style', '<style>&#64;import url(http://x.example/a.css);</style>'],
    [
      'CDATA in a style',
      '<style><![CDATA[@import "http://x.example/a.css"; .a{fill:url(http://x.example/b)}]]></style>',
    ],
    ['letters behind backslashes', '<style>.a{fill:\\75 rl(http://x.example/b)}</style>'],
    ['an address in quotes', `<rect fill='url("http://x.example/p")'/>`],
    [
      'elements of web pages',
      '<m:meta xmlns:m="http://www.w3.org/1999/xhtml" http-equiv="refresh" content="0;url=http://x.example"/>',
    ],
    [
      'elements of web pages by a default',
      '<g xmlns="http://www.w3.org/1999/xhtml"><object data="http://x.example"/></g>',
    ],
    ['a handler in another case', '<rect OnLoad="fetch(\'http://x.example\')"/>'],
    ['a link that runs', '<a href="javascript:alert(&quot;x.example&quot;)"><rect width="1"/></a>'],
    ['a quotation mark in an attribute', `<rect id='a" onload="http://x.example' width="1"/>`],
  ])('lose what is hidden as %s', (_name, content) => {
    const clean = cleanUpload(text(svg(content)));
    if ('problem' in clean) throw new Error(clean.problem);
    const left = new TextDecoder().decode(clean.bytes);
    expect(XMLValidator.validate(left)).toBe(true);
    // As a parser would see it: no element or attribute of it is left that leads outside.
    const seen = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(left) as object;
    const harmful =
      /"(onload|OnLoad|http-equiv|data|src)":|"href":"(?!#)|@import|url\(\s*['"]?(?!#)|script:/i;
    expect(JSON.stringify(seen)).not.toMatch(harmful);
    expect(cleanUpload(clean.bytes)).toEqual({ ...clean, removed: [] });
  });

  it('that were cleaned once are left as they are by the second time, however they were written', () => {
    const name = fc.constantFrom(
      'g',
      'rect',
      'path',
      'style',
      'text',
      'use',
      'a',
      'script',
      'svg:g',
      'h:div',
      'title',
      'linearGradient',
    );
    const sign = fc.constantFrom(
      'a',
      ' ',
      '&amp;',
      '&lt;',
      '&#65;',
      '&#x75;',
      '"',
      "'",
      '>',
      ';',
      ':',
      'url(',
      '#x',
      ')',
      '@import',
      'http://x.example',
      '\\75 ',
      '\n',
      'é',
      '漢',
    );
    const words = fc.array(sign, { maxLength: 6 }).map((signs) => signs.join(''));
    const attribute = fc
      .tuple(
        fc.constantFrom(
          'id',
          'fill',
          'href',
          'xlink:href',
          'style',
          'class',
          'd',
          'onclick',
          'transform',
          'marker-mid',
        ),
        words,
        fc.boolean(),
      )
      .map(([key, value, single]) =>
        single ? `${key}='${value.replaceAll("'", '')}'` : `${key}="${value.replaceAll('"', '')}"`,
      );
    const piece: fc.Memo<string> = fc.memo((depth) =>
      depth <= 1
        ? fc.oneof(
            words,
            words.map((inner) => `<![CDATA[${inner.replaceAll('&', '& <b>')}]]>`),
            fc.constant('<!-- a -- >x -->'.replace(' -- >', ' ')),
          )
        : fc
            .tuple(name, fc.array(attribute, { maxLength: 3 }), fc.array(piece(depth - 1), { maxLength: 3 }))
            .map(
              ([own, attributes, inner]) => `<${[own, ...attributes].join(' ')}>${inner.join('')}</${own}>`,
            ),
    );
    let kept = 0;
    fc.assert(
      fc.property(fc.array(piece(3), { maxLength: 3 }), (pieces) => {
        const first = sanitiseDrawing(svg(pieces.join('')));
        if ('problem' in first) return;
        kept++;
        expect(XMLValidator.validate(first.svg)).toBe(true);
        expect(sanitiseDrawing(first.svg)).toEqual({ svg: first.svg, removed: [] });
      }),
      { numRuns: 10_000 },
    );
    // It is about drawings that are kept, not about those that are refused.
    expect(kept).toBeGreaterThan(3000);
  });

  it('are refused when they only begin like a drawing', () => {
    // The parser throws at this, though its validator takes it.
    for (const text of ['<A/', '<svg', '<svg/', '<a/>'])
      expect(cleanUpload(new TextEncoder().encode(text))).toHaveProperty('problem');
  });

  it('never throw for any bytes', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 300 }), fc.boolean(), (bytes, asPng) => {
        const start = asPng ? [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] : [0x3c];
        expect(typeof cleanUpload(Uint8Array.of(...start, ...bytes))).toBe('object');
      }),
    );
    expect(sanitiseDrawing('x'.repeat(drawingLimits.bytes + 1))).toMatchObject({
      problem: expect.any(String),
    });
  });
});

/** Ten layers of ten uses each: ten thousand million rectangles from a few lines. */
function bomb(): string {
  const layer = (index: number): string =>
    `<g id="l${index}">${Array.from({ length: 10 }, () => `<use href="#l${index - 1}"/>`).join('')}</g>`;
  return `<g id="l0"><rect width="1" height="1"/></g>${Array.from({ length: 10 }, (_, index) => layer(index + 1)).join('')}`;
}
