/** Logos and pictures in the database, each once under the hash of its bytes. */
import { createHash } from 'node:crypto';
import type { CleanUpload } from '../../core/logo';
import type { SavedFile } from '../../wire';
import type { Db } from '../db';

export interface StoredFile {
  readonly mediaType: SavedFile['mediaType'];
  readonly bytes: Uint8Array;
}

/** What needs files. */
export type FileOwner = 'job' | 'template' | 'house-style' | 'series' | 'run' | 'unread';

export interface FileStore {
  /** Keeps a file that was cleaned. */
  add(clean: Extract<CleanUpload, { bytes: Uint8Array }>): SavedFile;
  find(hash: string): StoredFile | undefined;
  /** Every file with its hash. */
  everything(): (StoredFile & { readonly hash: string })[];
  /** Remembers what an owner needs, beside what it needed before. */
  refer(owner: FileOwner, ownerId: string, hashes: readonly string[]): void;
  /**
   * Deletes files that nothing refers to and that nobody asked for within a day: drafts, steps back and variants, which
   * only a browser knows, are looked at there. Says how many.
   */
  deleteUnused(now?: Date): number;
}

const dayMs = 24 * 3600 * 1000;
/** A file that is asked for all day is written down now and then only. */
const notedEveryMs = 3600 * 1000;

export function fileStore(db: Db): FileStore {
  const insert = db.prepare(
    `INSERT INTO files (hash, media_type, bytes, added_at, asked_at) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT (hash) DO UPDATE SET asked_at = excluded.asked_at`,
  );
  const select = db.prepare<[string], StoredFile & { askedAt: string }>(
    'SELECT media_type AS mediaType, bytes, asked_at AS askedAt FROM files WHERE hash = ?',
  );
  const note = db.prepare('UPDATE files SET asked_at = ? WHERE hash = ?');
  const selectAll = db.prepare<[], StoredFile & { hash: string }>(
    'SELECT hash, media_type AS mediaType, bytes FROM files ORDER BY hash',
  );
  const insertReference = db.prepare(
    'INSERT OR IGNORE INTO file_references (hash, owner, owner_id) VALUES (?, ?, ?)',
  );
  const deleteUnused = db.prepare(
    `DELETE FROM files
     WHERE asked_at < ? AND NOT EXISTS (SELECT 1 FROM file_references WHERE hash = files.hash)`,
  );
  function noteAsked(hash: string, now: Date): void {
    try {
      note.run(now.toISOString(), hash);
    } catch {
      // A full disk: what is there is read all the same, and noted another time.
    }
  }
  return {
    add: ({ bytes, mediaType, removed }) => {
      const hash = createHash('sha256').update(bytes).digest('hex');
      const now = new Date().toISOString();
      insert.run(hash, mediaType, Buffer.from(bytes), now, now);
      return { hash, mediaType, removed: [...removed] };
    },
    find: (hash) => {
      const file = select.get(hash);
      if (file === undefined) return undefined;
      const now = new Date();
      if (now.getTime() - Date.parse(file.askedAt) > notedEveryMs) noteAsked(hash, now);
      return { mediaType: file.mediaType, bytes: file.bytes };
    },
    everything: () => selectAll.all(),
    refer: (owner, ownerId, hashes) => {
      for (const hash of hashes) insertReference.run(hash, owner, ownerId);
    },
    deleteUnused: (now = new Date()) =>
      deleteUnused.run(new Date(now.getTime() - dayMs).toISOString()).changes,
  };
}
