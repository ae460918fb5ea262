/** House styles in the database, and which collections begin with which. */
import { randomUUID } from 'node:crypto';
import { filesOfLook, type Look } from '../../core/job';
import { documentKinds, type HouseStyle } from '../../wire';
import { writing, type Db } from '../db';
import type { FileStore } from '../documents';

export interface HouseStyleStore {
  list(): HouseStyle[];
  /** Keeps a look under a name; the one that had the name before is replaced and keeps its collections. */
  save(name: string, look: Look): HouseStyle;
  /** False when there is none. */
  rename(id: string, name: string): boolean | 'taken';
  remove(id: string): boolean;
  /** Gives a collection its house style, or none; false when there is no such style. */
  assign(collection: string, id: string | null): boolean;
}

interface Row {
  id: string;
  name: string;
  look: string;
  savedAt: string;
  collections: string;
}

export function houseStyleStore(db: Db, files: FileStore): HouseStyleStore {
  const select = `
    SELECT id, name, look, saved_at AS savedAt,
           (SELECT json_group_array(collection) FROM collection_styles WHERE house_style_id = id) AS collections
    FROM house_styles`;
  const selectAll = db.prepare<[], Row>(`${select} ORDER BY name COLLATE NOCASE`);
  const selectNamed = db.prepare<[string], Row>(`${select} WHERE name = ?`);
  const upsert = db.prepare(
    `INSERT INTO house_styles (id, name, look, saved_at) VALUES (?, ?, ?, ?)
     ON CONFLICT (name) DO UPDATE SET look = excluded.look, saved_at = excluded.saved_at`,
  );
  const rename = db.prepare('UPDATE house_styles SET name = ? WHERE id = ?');
  const remove = db.prepare('DELETE FROM house_styles WHERE id = ?');
  const exists = db.prepare<[string], { id: string }>('SELECT id FROM house_styles WHERE id = ?');
  const assign = db.prepare(
    `INSERT INTO collection_styles (collection, house_style_id) VALUES (?, ?)
     ON CONFLICT (collection) DO UPDATE SET house_style_id = excluded.house_style_id`,
  );
  const unassign = db.prepare('DELETE FROM collection_styles WHERE collection = ?');
  return {
    // One that cannot be read is left where it is, and the others are listed.
    list: () => selectAll.all().flatMap((row) => houseStyleOf(row) ?? []),
    save: writing(db, (name: string, look: Look) => {
      upsert.run(randomUUID(), name, JSON.stringify(look), new Date().toISOString());
      const saved = houseStyleOf(selectNamed.get(name)!)!;
      files.refer('house-style', saved.id, filesOfLook(look));
      return saved;
    }),
    rename: writing(db, (id: string, name: string) => {
      const named = selectNamed.get(name);
      if (named !== undefined && named.id !== id) return 'taken';
      return rename.run(name, id).changes === 1;
    }),
    remove: writing(db, (id: string) => remove.run(id).changes === 1),
    assign: writing(db, (collection: string, id: string | null) => {
      if (id === null) {
        unassign.run(collection);
        return true;
      }
      if (exists.get(id) === undefined) return false;
      assign.run(collection, id);
      return true;
    }),
  };
}

/** Null for one that cannot be read. */
function houseStyleOf({ look, collections, ...row }: Row): HouseStyle | null {
  const read = documentKinds.houseStyle.readText(look);
  return 'document' in read
    ? { ...row, look: read.document, collections: (JSON.parse(collections) as string[]).sort() }
    : null;
}
