/** Logos and pictures in the database, each once under the hash of its bytes. */
import { createHash } from 'node:crypto';
import { cleanUpload } from '../core/logo';
import type { SavedFile } from '../wire';
import type { Db } from './db/open';

export interface StoredFile {
  readonly mediaType: SavedFile['mediaType'];
  readonly bytes: Uint8Array;
}

export interface FileStore {
  /** Checks, cleans and keeps a file; the problem is a sentence. */
  add(bytes: Uint8Array): SavedFile | { readonly problem: string };
  find(hash: string): StoredFile | undefined;
  /** Every file with its hash. */
  everything(): (StoredFile & { readonly hash: string })[];
  /** Deletes files that no revision and no house style refers to; says how many. */
  deleteUnused(): number;
}

export function fileStore(db: Db): FileStore {
  const insert = db.prepare(
    `INSERT INTO files (hash, media_type, bytes, added_at) VALUES (?, ?, ?, ?) ON CONFLICT (hash) DO NOTHING`,
  );
  const select = db.prepare<[string], StoredFile>(
    'SELECT media_type AS mediaType, bytes FROM files WHERE hash = ?',
  );
  const selectAll = db.prepare<[], StoredFile & { hash: string }>(
    'SELECT hash, media_type AS mediaType, bytes FROM files ORDER BY hash',
  );
  const deleteUnused = db.prepare(
    `DELETE FROM files
     WHERE NOT EXISTS (SELECT 1 FROM revisions WHERE instr(document, files.hash) > 0)
       AND NOT EXISTS (SELECT 1 FROM house_styles WHERE instr(look, files.hash) > 0)`,
  );
  return {
    add: db.transaction((bytes: Uint8Array) => {
      const clean = cleanUpload(bytes);
      if ('problem' in clean) return clean;
      const hash = createHash('sha256').update(clean.bytes).digest('hex');
      insert.run(hash, clean.mediaType, Buffer.from(clean.bytes), new Date().toISOString());
      return { hash, mediaType: clean.mediaType, removed: [...clean.removed] };
    }),
    find: (hash) => select.get(hash),
    everything: () => selectAll.all(),
    deleteUnused: db.transaction(() => deleteUnused.run().changes),
  };
}
