import { describe, expect, it } from '@jest/globals';
import Papa from 'papaparse';
import { csvText } from './csvText';

describe('a table as text', () => {
  it('has rows that end as RFC 4180 says, and gives back what was put in', () => {
    const rows = [
      { name: 'Slip 17, "north"', note: 'two\r\nlines' },
      { name: 'Größe ⚓', note: '' },
    ];
    const text = csvText(rows);
    expect(text.endsWith('\r\n')).toBe(true);
    expect(Papa.parse(text, { header: true, skipEmptyLines: true }).data).toEqual(rows);
  });

  it('holds nothing that a spreadsheet runs, and leaves numbers as they are', () => {
    const cells = ['=1+1', '@SUM(A1)', '+cmd|x', '-2+3+cmd', '\t=1'];
    for (const cell of cells) expect(csvText([{ cell }])).toContain(`'${cell}`);
    for (const cell of ['+44 1632 960017', '-5.2', '-', 'a=b', '(01) 2'])
      expect(csvText([{ cell }])).toBe(`cell\r\n${cell}\r\n`);
  });
});
