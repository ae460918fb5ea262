/** What stands in lists, for an archive: as documents of today, and what this program cannot read as it is kept. */
import type { DocumentKindId } from '../../wire';
import type { Db } from '../db';
import { ofToday } from '../documents';

type Row = Readonly<Record<string, string | number>>;

/** `column` holds documents of a kind. */
const rowsOf = (db: Db, kind: DocumentKindId, column: string, sql: string): object[] =>
  db
    .prepare<[], Row>(sql)
    .all()
    .map((row) => ({ ...row, [column]: ofToday(kind, String(row[column])) }));

export interface OutgoingLists {
  readonly houseStyles: readonly object[];
  readonly pieceShelf: {
    readonly templates: readonly object[];
    readonly stockSizes: readonly object[];
    readonly sheetStocks: readonly object[];
  };
  readonly profiles: readonly object[];
  readonly namePatterns: readonly object[];
  readonly coupons: readonly unknown[];
  readonly sheets: readonly object[];
}

export const outgoingLists = (db: Db): OutgoingLists => ({
  houseStyles: rowsOf(
    db,
    'houseStyle',
    'look',
    `SELECT name, look,
            (SELECT json_group_array(collection) FROM
              (SELECT collection FROM collection_styles WHERE house_style_id = id ORDER BY collection)) AS collections
     FROM house_styles ORDER BY name COLLATE NOCASE`,
  ).map((row) => ({
    ...row,
    collections: JSON.parse((row as { collections: string }).collections) as string[],
  })),
  pieceShelf: {
    templates: rowsOf(
      db,
      'template',
      'document',
      'SELECT name, document FROM templates ORDER BY name COLLATE NOCASE',
    ),
    stockSizes: db
      .prepare<[], Row>(
        `SELECT name, width_mm AS widthMm, height_mm AS heightMm, corner_mm AS cornerMm
         FROM stock_sizes ORDER BY name COLLATE NOCASE`,
      )
      .all(),
    sheetStocks: rowsOf(
      db,
      'sheetStock',
      'stock',
      'SELECT name, stock FROM sheet_stocks ORDER BY name COLLATE NOCASE',
    ),
  },
  profiles: rowsOf(
    db,
    'profile',
    'pair',
    'SELECT id, name, note, based_on AS basedOn, pair FROM profiles ORDER BY name COLLATE NOCASE',
  ),
  namePatterns: db
    .prepare<[], Row>('SELECT collection, pattern FROM name_patterns ORDER BY collection COLLATE NOCASE')
    .all(),
  coupons: db
    .prepare<[], string>('SELECT kept FROM coupons ORDER BY made_at DESC, rowid DESC')
    .pluck()
    .all()
    .map((text) => ofToday('coupon', text)),
  sheets: rowsOf(
    db,
    'sheet',
    'sheet',
    'SELECT job_id AS jobId, document AS sheet FROM sheets ORDER BY job_id',
  ),
});

/** Series, one at a time: their tables can be long. */
export function outgoingSeries(db: Db): {
  readonly jobIds: readonly string[];
  readonly read: (jobId: string) => object;
} {
  const select = db.prepare<[string], string>('SELECT document FROM series WHERE job_id = ?').pluck();
  return {
    jobIds: db.prepare<[], string>('SELECT job_id FROM series ORDER BY job_id').pluck().all(),
    read: (jobId) => ({ jobId, series: ofToday('series', select.get(jobId)!) }),
  };
}
