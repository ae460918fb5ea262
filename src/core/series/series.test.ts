/** Numbers with check characters against published examples; tables as people bring them; rows that make jobs. */
import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { zipSync } from 'fflate';
import { newJob, newWords, type Job } from '../job';
import { startingPair } from '../plan';
import { seededRandom, clearAlphabet } from '../numbers';
import { checkCharacters, checkSystems, isChecked, type CheckSystem } from './checkDigits';
import { applyRow } from './applyRow';
import { newSeries } from './document';
import { matchByName, type Match } from './match';
import { numbersSchema, oneInSoMany, seriesNumbers, type NumbersWish } from './numbers';
import { isSpreadsheet, readSpreadsheet } from './spreadsheet';
import { readPasted, readTable, tableLimits, type Table } from './table';

describe('check characters of ISO/IEC 7064', () => {
  it.each([
    // ORCID iD 0000-0002-1825-0097 and 0000-0002-9079-593X (structure of the ORCID identifier, MOD 11-2).
    ['mod-11-2', '000000021825009', '7'],
    ['mod-11-2', '000000029079593', 'X'],
    // ISO/IEC 7064, worked example 0794, as it stands in the manual of python-stdnum (from memory).
    ['mod-11-2', '0794', '0'],
    ['mod-11-10', '0794', '5'],
    ['mod-97-10', '794', '44'],
    // IBAN GB82 WEST 1234 5698 7654 32 (ISO 13616): WEST and GB as numbers, then the check digits 82.
    ['mod-97-10', '3214282912345698765432' + '1611', '82'],
    // ISBT 128 donation number G1234 89 654321 (MOD 37-2), GRId A1-2425G-ABC1234002-M (MOD 37,36), both from memory.
    ['mod-37-2', 'G123489654321', 'Y'],
    ['mod-37-36', 'A12425GABC1234002', 'M'],
  ] as const)('%s of %s is %s', (system, text, check) => {
    expect(checkCharacters(text, system)).toBe(check);
    expect(isChecked(`${text}${check}`, system)).toBe(true);
  });

  // ISO/IEC 7064, clause 4: all single wrong characters are found, and, but for hybrid systems, all that were exchanged.
  it.each(checkSystems)('%s finds every single wrong character', (system: CheckSystem) => {
    const letters = system.startsWith('mod-37') ? '0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ' : '0123456789';
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom(...letters), { minLength: 2, maxLength: 14 }),
        fc.nat(),
        fc.constantFrom(...letters),
        (characters, index, other) => {
          const text = characters.join('');
          const right = `${text}${checkCharacters(text, system)!}`;
          const place = index % text.length;
          fc.pre(right[place] !== other);
          expect(isChecked(right, system)).toBe(true);
          expect(isChecked(`${right.slice(0, place)}${other}${right.slice(place + 1)}`, system)).toBe(false);
        },
      ),
    );
  });

  it('are none for what the system does not know', () => {
    expect(checkCharacters('12A', 'mod-11-10')).toBeNull();
    expect(checkCharacters('', 'mod-37-2')).toBeNull();
  });
});

describe('numbers', () => {
  const running: NumbersWish = {
    kind: 'running',
    first: 98,
    step: 1,
    count: 4,
    digits: 3,
    prefix: 'LJ',
    suffix: '',
    check: null,
  };
  const made = (wish: NumbersWish): unknown => seriesNumbers(wish, seededRandom(4));

  it('are counted with leading zeros, steps and check characters', () => {
    expect(made({ ...running, count: 2 })).toEqual({ numbers: ['LJ098', 'LJ099'] });
    expect(made({ ...running, first: 5, step: 10, count: 3, check: 'mod-11-10', prefix: '' })).toEqual({
      numbers: ['005', '015', '025'].map((body) => `${body}${checkCharacters(body, 'mod-11-10')!}`),
    });
    expect(made({ ...running, first: 998 })).toEqual({
      problem: 'Number 3 is 1000, which has 4 digits; 3 are meant.',
    });
  });

  it('are drawn without repeats from letters that are not mistaken, with the chance to guess one', () => {
    const wish = numbersSchema.parse({ kind: 'drawn', count: 500, length: 6, prefix: 'T-' });
    const { numbers } = made(wish) as { numbers: string[] };
    expect(new Set(numbers).size).toBe(500);
    for (const id of numbers) expect(id).toMatch(/^T-[2-9A-HJ-KM-NP-TW-Z]{6}$/);
    expect(clearAlphabet).not.toMatch(/[01OILUV]/);
    expect(oneInSoMany(wish as Extract<NumbersWish, { kind: 'drawn' }>)).toBeCloseTo(
      clearAlphabet.length ** 6 / 500,
      3,
    );
    expect(made({ kind: 'drawn', count: 20_000, length: 3, prefix: '' })).toEqual({
      problem: expect.stringMatching(/There are \d+ identifiers of 3 characters; at most half of them/),
    });
  });
});

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const table = (content: Uint8Array | string, setting = {}): Table => {
  const read = typeof content === 'string' ? readTable(bytes(content), setting) : readTable(content, setting);
  if ('problem' in read) throw new Error(read.problem);
  return read.table;
};

describe('a table', () => {
  it.each([
    ['comma', 'name,number\nTern,1\n', ','],
    ['semicolon', 'name;number\nTern;1,5\n', ';'],
    ['tab', 'name\tnumber\nTern\t1\n', '\t'],
    ['bar', 'name|number\nTern|1\n', '|'],
  ] as const)('has its separator found out: %s', (_, text, separator) => {
    const read = table(text);
    expect(read.separator).toBe(separator);
    expect(read.columns).toEqual(['name', 'number']);
    expect(read.rows).toHaveLength(1);
  });

  it('is read in the encodings that spreadsheets write', () => {
    const text = 'name,place\nSøren,Großsteg\n';
    const utf16 = new Uint8Array([
      0xff,
      0xfe,
      ...[...text].flatMap((letter) => [letter.charCodeAt(0) & 255, letter.charCodeAt(0) >> 8]),
    ]);
    const latin = Uint8Array.from(text, (letter) => letter.charCodeAt(0));
    for (const [own, encoding] of [
      [bytes(text), 'utf-8'],
      [bytes(`\ufeff${text}`), 'utf-8'],
      [utf16, 'utf-16le'],
      [latin, 'windows-1252'],
    ] as const) {
      const read = table(own);
      expect([read.encoding, read.columns[0], read.rows[0]]).toEqual([
        encoding,
        'name',
        ['Søren', 'Großsteg'],
      ]);
    }
    // What was found out can be corrected.
    expect(table(bytes(text), { encoding: 'windows-1252' }).rows[0]![0]).not.toBe('Søren');
  });

  it('keeps quoted line breaks and separators, as RFC 4180 has them', () => {
    expect(table('name,note\n"Ternquay, slip 4","two\nlines ""here"""\n').rows).toEqual([
      ['Ternquay, slip 4', 'two\nlines "here"'],
    ]);
  });

  it('points out what a spreadsheet spoilt, and what it would count', () => {
    const read = table('id,size,sum\n00417,1-2,=A1+1\n418,2-Mar,+44 20 7946 0018\n10235,3-4,1E+05\n');
    expect(read.notes).toEqual([
      { kind: 'spoilt', row: 3, column: 'id', value: '418', by: 'leading-zeros' },
      { kind: 'spoilt', row: 3, column: 'size', value: '2-Mar', by: 'date' },
      { kind: 'formula', row: 2, column: 'sum', value: '=A1+1' },
      { kind: 'spoilt', row: 4, column: 'sum', value: '1E+05', by: 'exponent' },
    ]);
  });

  it('drops nothing in silence: ragged rows, two columns of one name, none', () => {
    const read = table('id,id,\n1,2,3\n4,5\n6,7,8,9\n');
    expect(read.columns).toEqual(['id', 'id (2)', 'column 3']);
    expect(read.rows).toEqual([
      ['1', '2', '3'],
      ['4', '5', ''],
      ['6', '7', '8'],
    ]);
    expect(read.notes).toEqual([
      { kind: 'same-name', column: 'id', renamed: 'id (2)' },
      { kind: 'no-name', renamed: 'column 3' },
      { kind: 'ragged', row: 3, cells: 2, columns: 3 },
      { kind: 'ragged', row: 4, cells: 4, columns: 3 },
    ]);
  });

  it.each([
    [new Uint8Array(tableLimits.bytes + 1), /The table has 20\.0 MB; at most 20 MB/],
    [bytes(''), /The table is empty/],
    [bytes('a,b\n'), /one row, its head: a, b/],
    [bytes('PK\u0003\u0004\u0000\u0000'), /no table of text/],
    [bytes(`a\n${'1\n'.repeat(tableLimits.rows + 5)}`), /more than 20000 rows/],
    [
      bytes(`${Array.from({ length: 201 }, (_, index) => `c${index}`).join(',')}\n1\n`),
      /201 columns; at most 200/,
    ],
  ])('that cannot be read says why (%#)', (content, says) => {
    const read = readTable(content);
    expect('problem' in read && read.problem).toMatch(says);
  });

  it('is taken as it is pasted', () => {
    const read = readPasted('name\tnumber\r\nTern\t007\r\n');
    expect('table' in read && read.table.rows).toEqual([['Tern', '007']]);
  });
});

/** A spreadsheet of one sheet with its cells in place, as ISO/IEC 29500-1, 18.3 has them. */
function spreadsheet(rows: readonly (readonly (string | number)[])[]): Uint8Array {
  const cell = (value: string | number, column: number, row: number): string => {
    const reference = `${String.fromCharCode(65 + column)}${row + 1}`;
    return typeof value === 'number'
      ? `<c r="${reference}"><v>${value}</v></c>`
      : `<c r="${reference}" t="inlineStr"><is><t>${value}</t></is></c>`;
  };
  const lines = rows.map(
    (cells, row) =>
      `<row r="${row + 1}">${cells.map((value, column) => cell(value, column, row)).join('')}</row>`,
  );
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const relations = 'http://schemas.openxmlformats.org/package/2006/relationships';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const file = (content: string): Uint8Array => bytes(`<?xml version="1.0" encoding="UTF-8"?>${content}`);
  return zipSync({
    '[Content_Types].xml': file(
      '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/></Types>',
    ),
    '_rels/.rels': file(
      `<Relationships xmlns="${relations}"><Relationship Id="r1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': file(
      `<workbook xmlns="${main}" xmlns:r="${office}"><sheets><sheet name="Jackets" sheetId="1" r:id="r1"/></sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': file(
      `<Relationships xmlns="${relations}"><Relationship Id="r1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': file(
      `<worksheet xmlns="${main}"><sheetData>${lines.join('')}</sheetData></worksheet>`,
    ),
  });
}

describe('a spreadsheet file', () => {
  it('has its first sheet read, numbers with all of their digits', async () => {
    const file = spreadsheet([
      ['number', 'name'],
      ['007', 'Tern'],
      [123456789012, 'Großsteg'],
    ]);
    expect(isSpreadsheet(file)).toBe(true);
    const read = await readSpreadsheet(file);
    expect('table' in read && [read.table.columns, read.table.rows]).toEqual([
      ['number', 'name'],
      [
        ['007', 'Tern'],
        ['123456789012', 'Großsteg'],
      ],
    ]);
  });

  it.each([
    ['cut off', spreadsheet([['a'], ['1']]).slice(0, 120), /damaged/],
    ['another ZIP file', zipSync({ 'a.txt': bytes('a') }), /no sheet of cells/],
    ['one row', spreadsheet([['a']]), /one row, its head: a/],
  ])('that cannot be read says why: %s', async (_, content, says) => {
    const read = await readSpreadsheet(content);
    expect('problem' in read && read.problem).toMatch(says);
  });
});

describe('a row', () => {
  const job: Job = (() => {
    const made = newJob({
      message: { kind: 'web', address: 'https://ternquay.example/' },
      pair: startingPair,
    });
    return {
      ...made,
      piece: {
        ...made.piece,
        items: [{ ...newWords('words-1'), text: 'sample' }],
      },
    };
  })();
  const read = table('number,name,pieces\n007,Tern,2\n008,,0\n009,Gull,-1\n');
  const match = [
    {
      target: { on: 'message', field: 'address' } as const,
      text: 'https://ternquay.example/jacket/{number}',
    },
    { target: { on: 'words', id: 'words-1' } as const, text: '{name}' },
    { target: { on: 'quantity' } as const, text: '{pieces}' },
  ];

  const settings = (said: Match) =>
    newSeries(
      { kind: 'table', name: '', columns: [...read.columns], rows: read.rows.map((row) => [...row]) },
      { match: said },
    );

  it('makes a job of its own, and changes nothing else', () => {
    const { job: made, quantity, problems } = applyRow(job, settings(match), read, 0);
    expect(problems).toEqual([]);
    expect(quantity).toBe(2);
    expect(made.codes[0]!.message).toEqual({ kind: 'web', address: 'https://ternquay.example/jacket/007' });
    expect(made.piece.items[0]).toMatchObject({ text: 'Tern', sample: false });
    expect({ ...made, codes: job.codes, piece: job.piece }).toEqual(job);
  });

  it('says which cell is empty, which number cannot be, and which column is not there', () => {
    expect(applyRow(job, settings(match), read, 1)).toMatchObject({
      quantity: 0,
      problems: [{ kind: 'empty', columns: ['name'] }],
    });
    expect(applyRow(job, settings(match), read, 2).problems).toEqual([
      { kind: 'not-a-number', target: { on: 'quantity' }, value: '-1', least: 0, most: 5000 },
    ]);
    const wrong = [{ target: { on: 'serial' } as const, text: '{nummer}' }];
    expect(applyRow(job, settings(wrong), read, 0).problems).toEqual([
      { kind: 'no-column', column: 'nummer' },
    ]);
    const field = [{ target: { on: 'message', field: 'phone' } as const, text: 'x' }];
    expect(applyRow(job, settings(field), read, 0).problems).toEqual([{ kind: 'no-field', field: 'phone' }]);
  });

  it('finds columns that are called like what a row can say', () => {
    expect(matchByName(job, ['Link', 'Copies', 'File name', 'Colour'])).toEqual([
      { target: { on: 'message', field: 'address' }, text: '{Link}' },
      { target: { on: 'quantity' }, text: '{Copies}' },
      { target: { on: 'file-name' }, text: '{File name}' },
    ]);
  });

  it('can set the width of its piece, with all that lies on it', () => {
    const wide = applyRow(job, settings([{ target: { on: 'width' }, text: '120' }]), read, 0).job;
    expect(wide.piece.widthMm).toBe(120);
    expect(wide.codes[0]!.placement.widthMm / job.codes[0]!.placement.widthMm).toBeCloseTo(
      120 / job.piece.widthMm,
      3,
    );
  });
});
