import { describe, expect, it } from '@jest/globals';
import { newJob } from '../../core/job';
import { newSeries, pictureLimit, rowsOf, type SeriesSource } from '../../core/series';
import { withCell, withFix, withoutPictures, withPicture, withRowLeftOut, withSource } from './seriesEdits';

const table = (columns: string[], ...rows: string[][]): SeriesSource => ({
  kind: 'table',
  name: 'berths.csv',
  columns,
  rows,
});
const job = newJob({ message: { kind: 'web', address: 'https://ternquay.example/berth/17' } });
const address = (text: string) => ({ target: { on: 'message' as const, field: 'address' as const }, text });
const berths = newSeries(table(['berth', 'boat'], ['17', 'Tern'], ['18', 'Gull']), {
  match: [address('https://ternquay.example/berth/{berth}')],
});
const picture = (name: string, hash = 'a'.repeat(64)) => ({ name, hash, kind: 'picture' as const });

describe('another table', () => {
  const changed = {
    ...berths,
    leftOut: [1],
    fixes: [
      { row: null, changes: [] },
      { row: 1, changes: [] },
    ],
    pictures: [picture('tern.png')],
    oneLook: false,
    onSheet: true,
  };

  it('keeps what was matched where its columns are there, and what was changed for all rows', () => {
    const next = withSource(changed, table(['berth'], ['21']), job, false);
    expect(next).toMatchObject({
      match: changed.match,
      fixes: [{ row: null }],
      leftOut: [],
      pictures: changed.pictures,
      oneLook: false,
      onSheet: true,
    });
    expect(rowsOf(next).rows).toEqual([['21']]);
  });

  it('matches anew by name where a column is gone', () => {
    const next = withSource(
      changed,
      table(['Link', 'Copies'], ['https://ternquay.example/a', '2']),
      job,
      false,
    );
    expect(next.match).toEqual([address('{Link}'), { target: { on: 'quantity' }, text: '{Copies}' }]);
  });

  it('begins on a sheet where the job has one', () => {
    const source = table(['berth'], ['17']);
    expect(withSource(null, source, job, true).onSheet).toBe(true);
    expect(withSource(null, source, job, false).onSheet).toBe(false);
    expect(newSeries(source).onSheet).toBe(false);
  });
});

describe('a row', () => {
  it('has one cell changed, and no other', () => {
    expect(rowsOf(withCell(berths, 1, 0, '19')).rows).toEqual([
      ['17', 'Tern'],
      ['19', 'Gull'],
    ]);
    expect(rowsOf(berths).rows[1]).toEqual(['18', 'Gull']);
  });

  it('of numbers has no cells to change', () => {
    const wish = {
      from: 1,
      count: 2,
      step: 1,
      digits: 3,
      prefix: '',
      suffix: '',
      check: null,
      random: false,
    };
    const numbers = newSeries({ kind: 'numbers', wish: wish as never, numbers: ['001', '002'] }, {});
    expect(withCell(numbers, 0, 0, '9')).toBe(numbers);
  });

  it('is left out once, and comes back', () => {
    const out = withRowLeftOut(withRowLeftOut(berths, 1, true), 1, true);
    expect(out.leftOut).toEqual([1]);
    expect(withRowLeftOut(out, 1, false).leftOut).toEqual([]);
  });

  it('gets its fix after those that are there', () => {
    const fixed = withFix(withFix(berths, null, []), 1, []);
    expect(fixed.fixes.map(({ row }) => row)).toEqual([null, 1]);
  });
});

describe('a picture', () => {
  it('takes the place of one of the same name, however it is written', () => {
    const twice = withPicture(withPicture(berths, picture('Tern.PNG')), picture('tern.png', 'b'.repeat(64)));
    expect(twice.pictures).toEqual([picture('tern.png', 'b'.repeat(64))]);
    expect(withoutPictures(twice, ['tern.png']).pictures).toEqual([]);
  });

  it('is refused with the number that there can be', () => {
    const full = {
      ...berths,
      pictures: Array.from({ length: pictureLimit }, (_, index) => picture(`${index}.png`)),
    };
    expect(() => withPicture(full, picture('one-more.png'))).toThrow(
      `${pictureLimit} pictures are kept, the most that there can be.`,
    );
    expect(withPicture(full, picture('0.png')).pictures).toHaveLength(pictureLimit);
  });
});
