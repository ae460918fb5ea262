/** Links for archives, from a database that nobody writes to meanwhile. */
import type { Db } from '../db';
import { ofToday } from '../documents';
import { VisitStore } from './visits';

export interface ArchivedLinks {
  readonly ids: readonly string[];
  /** One by one: some have many revisions and counts. As it is kept, readable or not. */
  readonly read: (id: string) => object;
  /** Null where none were set. */
  readonly settings: unknown;
}

export function archivedLinks(db: Db): ArchivedLinks {
  const visits = new VisitStore(db);
  const selectRevisions = db.prepare<[string], { number: number; savedAt: string; document: string }>(
    'SELECT number, saved_at AS savedAt, document FROM link_revisions WHERE link_id = ? ORDER BY number',
  );
  const selectSlugs = db
    .prepare<[string], string>('SELECT slug FROM link_slugs WHERE link_id = ? ORDER BY slug')
    .pluck();
  const settings = db.prepare<[], string>('SELECT document FROM link_settings').pluck().get();
  return {
    ids: db.prepare<[], string>('SELECT id FROM links ORDER BY saved_at DESC, rowid DESC').pluck().all(),
    read: (id) => {
      const revisions = selectRevisions
        .all(id)
        .map(({ document, ...revision }) => ({ ...revision, link: ofToday('link', document) }));
      return { id, revisions, counted: visits.sumsOf(selectSlugs.all(id)) };
    },
    settings: settings === undefined ? null : ofToday('linkSettings', settings),
  };
}
