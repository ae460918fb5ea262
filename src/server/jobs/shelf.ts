/** The list of jobs: a line for each, kept as it is sent, searched and sorted by the database, and read in pages. */
import { randomUUID } from 'node:crypto';
import { folded, sortKey, wordsOf } from '../../core/order';
import type { ProofReport } from '../../core/proof';
import {
  stateOf,
  type JobSummary,
  type Place,
  type ShelfChoice,
  type ShelfOrder,
  type ShelfPage,
} from '../../wire';
import { Background } from '../upkeep';
import { isSeen, writing, type Db } from '../db';
import type { SummaryFields } from './summary';

export interface ShelfStore {
  /** Changes with every change of the list, and with every start: what was read under it still holds. */
  changes(): string;
  /** The text of a `ShelfPage`. */
  page(choice: ShelfChoice, from: number, count: number): string;
  /** Of every job that is chosen, in order. */
  ids(choice: ShelfChoice): string[];
  /** How many jobs are made with each profile, wherever they are. */
  profiles(): { profile: string; jobs: number }[];
  /** Every job, wherever it is, in the order in which they were started. */
  all(): JobSummary[];
  /** Makes the line of a job anew, from what is kept of it. For use within whatever changed it. */
  renew(id: string): void;
  /** Lines went, or came in sight. */
  changed(): void;
}

interface SummaryRow {
  id: string;
  arrival: string | null;
  place: Place;
  revision: number;
  savedAt: string;
  summary: string;
  proofRevision: number | null;
  verdict: ProofReport['verdict'] | null;
  madeRevision: number | null;
  madeOn: string | null;
  madeNote: string | null;
}

/** Characters of a message that are shown. */
const shownCharacters = 160;
/** Orders that have an index of their own. */
const indexed: ReadonlySet<ShelfOrder> = new Set(['saved', 'name']);
/** Sorted last. */
const last = '\u{10ffff}';
const seen = isSeen('shelf');

const orders: Readonly<Record<ShelfOrder, string>> = {
  saved: 'saved_at DESC, rowid',
  name: 'name_key, rowid',
  collection: 'collection_key, collection, name_key, rowid',
  material: 'material_key, name_key, rowid',
  size: 'area_mm2, rowid',
};

export function shelfStore(db: Db, background: Background = new Background()): ShelfStore {
  const selectRow = db.prepare<[string], SummaryRow>(
    `SELECT jobs.id, jobs.arrival, jobs.place, revisions.number AS revision, revisions.saved_at AS savedAt,
            json_remove(summaries.summary, '$.payload') AS summary,
            proofs.revision AS proofRevision, json_extract(proofs.report, '$.verdict') AS verdict,
            makings.revision AS madeRevision, makings.made_on AS madeOn, makings.note AS madeNote
     FROM jobs
     JOIN revisions ON revisions.job_id = jobs.id AND revisions.number = jobs.current_revision
     JOIN summaries ON summaries.job_id = jobs.id
     LEFT JOIN proofs ON proofs.job_id = jobs.id
       AND proofs.revision = (SELECT MAX(revision) FROM proofs WHERE job_id = jobs.id)
     LEFT JOIN makings ON makings.job_id = jobs.id
       AND makings.revision = (SELECT MAX(revision) FROM makings WHERE job_id = jobs.id)
     WHERE jobs.id = ?`,
  );
  const upsert = db.prepare(
    `INSERT INTO shelf (job_id, arrival, place, saved_at, state, collection, profile, name_key, collection_key, material_key,
                        area_mm2, words, entry)
     VALUES (@id, @arrival, @place, @savedAt, @state, @collection, @profile, @nameKey, @collectionKey, @materialKey, @area,
             @words, @entry)
     ON CONFLICT (job_id) DO UPDATE SET
       arrival = excluded.arrival, place = excluded.place, saved_at = excluded.saved_at, state = excluded.state,
       collection = excluded.collection, profile = excluded.profile, name_key = excluded.name_key,
       collection_key = excluded.collection_key, material_key = excluded.material_key, area_mm2 = excluded.area_mm2,
       words = excluded.words, entry = excluded.entry`,
  );
  const countPlaces = db.prepare<[], { place: Place; count: number }>(
    `SELECT place, count(*) AS count FROM shelf WHERE ${seen} GROUP BY place`,
  );
  const countCollections = db.prepare<[string | null], { name: string; count: number }>(
    `SELECT collection AS name, count(*) AS count FROM shelf WHERE place = ? AND ${seen}
     GROUP BY collection_key, collection ORDER BY collection_key, collection`,
  );
  const countProfiles = db.prepare<[], { profile: string; jobs: number }>(
    `SELECT profile, count(*) AS jobs FROM shelf WHERE ${seen} GROUP BY profile`,
  );
  const selectAll = db
    .prepare<[], string>(
      `SELECT entry FROM shelf JOIN jobs ON jobs.id = job_id WHERE ${seen} ORDER BY jobs.created_at, jobs.rowid`,
    )
    .pluck();

  const start = randomUUID();
  let count = 0;
  /** Many windows ask for the same, and one asks for page after page. */
  const [sent, found] = [new Kept<string>(), new Kept<readonly number[]>()];
  const changed = (): void => {
    count++;
    sent.clear();
    found.clear();
  };

  const renew = (id: string): void => {
    changed();
    const row = selectRow.get(id);
    if (row !== undefined) upsert.run(lineOf(row));
  };
  void background.untilKept('Jobs of an older program are not on the shelf yet.', () =>
    fillMissing(db, renew),
  );

  /** The texts of queries differ by what is chosen, not by the values. */
  const chosen = ({ place, collection, state, profile, words, order }: ShelfChoice) => {
    const given: (readonly [sql: string, value: string])[] = [];
    const where = (sql: string, value: string | undefined): void => {
      if (value !== undefined) given.push([sql, value]);
    };
    where('place = ?', place);
    where('collection = ?', collection);
    where('state = ?', state);
    where('profile = ?', profile);
    for (const word of wordsOf(words ?? '')) where('instr(words, ?) > 0', word);
    return {
      where: [seen, ...given.map(([sql]) => sql)].join(' AND '),
      values: given.map(([, value]) => value),
      order: orders[order ?? 'saved'],
    };
  };

  const entriesAt = (choice: ShelfChoice, from: number, most: number) => {
    const { where, values, order } = chosen(choice);
    return db
      .prepare<unknown[], string>(`SELECT entry FROM shelf WHERE ${where} ORDER BY ${order} LIMIT ? OFFSET ?`)
      .pluck()
      .all(...values, most, from);
  };
  const rowsOf = (choice: ShelfChoice): readonly number[] => {
    const { where, values, order } = chosen(choice);
    return db
      .prepare<string[], number>(`SELECT rowid FROM shelf WHERE ${where} ORDER BY ${order}`)
      .pluck()
      .all(...values);
  };
  const entryOf = db.prepare<[number], string>('SELECT entry FROM shelf WHERE rowid = ?').pluck();
  /** What an index gives in order is read where it is wanted; of all else the whole order is found once, until the list changes. */
  const partOf = (choice: ShelfChoice, counts: ShelfPage['counts'], from: number, most: number) => {
    const { place, order = 'saved', ...rest } = choice;
    const isPlain = Object.values(rest).every((value) => value === undefined);
    if (place !== undefined && isPlain && indexed.has(order))
      return { total: counts[place], entries: entriesAt(choice, from, most) };
    const rows = found.of(JSON.stringify(choice), () => rowsOf(choice));
    return { total: rows.length, entries: rows.slice(from, from + most).map((row) => entryOf.get(row)!) };
  };

  return {
    changes: () => `${start} ${count}`,
    changed,
    page: (choice, from, most) =>
      sent.of(JSON.stringify([choice, from, most]), () => {
        const counts = { shelf: 0, archive: 0, bin: 0 };
        for (const { place, count: jobs } of countPlaces.all()) counts[place] = jobs;
        const { total, entries } = partOf(choice, counts, from, most);
        const rest: Omit<ShelfPage, 'jobs'> = {
          changes: `${start} ${count}`,
          total,
          counts,
          collections: choice.place === undefined ? [] : countCollections.all(choice.place),
        };
        return `{"jobs":[${entries.join(',')}],${JSON.stringify(rest).slice(1)}`;
      }),
    ids: (choice) => {
      const { where, values, order } = chosen(choice);
      return db
        .prepare<string[], string>(`SELECT job_id FROM shelf WHERE ${where} ORDER BY ${order}`)
        .pluck()
        .all(...values);
    },
    profiles: () => countProfiles.all(),
    all: () => selectAll.all().map((entry) => JSON.parse(entry) as JobSummary),
    renew,
  };
}

/** Jobs of an older program have no line yet; what is kept of them says it all. */
function fillMissing(db: Db, renew: (id: string) => void): void {
  const missing = db
    .prepare<[], string>(
      'SELECT job_id FROM summaries WHERE NOT EXISTS (SELECT 1 FROM shelf WHERE shelf.job_id = summaries.job_id)',
    )
    .pluck()
    .all();
  if (missing.length > 0) writing(db, () => missing.forEach(renew))();
}

function lineOf({ summary, ...row }: SummaryRow): object {
  const { note, ...fields } = JSON.parse(summary) as SummaryFields;
  const job: JobSummary = {
    id: row.id,
    place: row.place,
    revision: row.revision,
    savedAt: row.savedAt,
    ...fields,
    message: fields.message.slice(0, shownCharacters),
    proof: row.proofRevision === null ? null : { revision: row.proofRevision, verdict: row.verdict! },
    made:
      row.madeRevision === null ? null : { revision: row.madeRevision, on: row.madeOn!, note: row.madeNote! },
  };
  const { name, message, material, collection } = fields;
  return {
    id: row.id,
    arrival: row.arrival,
    place: row.place,
    savedAt: row.savedAt,
    state: stateOf(job),
    collection,
    profile: job.profile,
    nameKey: sortKey(name),
    collectionKey: collection === '' ? last : sortKey(collection),
    materialKey: sortKey(material),
    area: job.widthMm * job.heightMm,
    words: folded([name, message, material, collection, note, row.madeNote ?? ''].join('\n')),
    entry: JSON.stringify(job),
  };
}

/** Answers that hold until the list changes, by what was asked. */
class Kept<Answer> {
  private readonly answers = new Map<string, Answer>();

  of(asked: string, find: () => Answer): Answer {
    const known = this.answers.get(asked);
    if (known !== undefined) return known;
    const answer = find();
    if (this.answers.size < mostKept) this.answers.set(asked, answer);
    return answer;
  }

  clear(): void {
    this.answers.clear();
  }
}
const mostKept = 20;
