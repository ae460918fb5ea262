/** Links for archives, from a database that nobody writes to meanwhile. */
import type { ArchivedLink, LinkSettings } from '../../wire';
import type { Db } from '../db/open';
import { linkStore } from './store';
import { visitStore } from './visits';

export interface ArchivedLinks {
  readonly ids: readonly string[];
  /** One by one: some have many revisions and counts. */
  readonly read: (id: string) => ArchivedLink;
  readonly settings: LinkSettings;
}

export function archivedLinks(db: Db): ArchivedLinks {
  const [store, visits] = [linkStore(db), visitStore(db)];
  return {
    ids: db.prepare<[], string>('SELECT id FROM links ORDER BY saved_at DESC, rowid DESC').pluck().all(),
    read: (id) => {
      const revisions = store.revisions(id);
      const slugs = revisions.at(-1)?.link.places.map(({ slug }) => slug) ?? [];
      return { id, revisions, counted: visits.sumsOf(slugs) };
    },
    settings: store.settings(),
  };
}
