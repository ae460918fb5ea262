/** What archives brought that this program cannot read: kept as text, told, and sent out again as it came. */
import { createHash } from 'node:crypto';
import type { DocumentKindId, UnreadableDocument } from '../../wire';
import type { Db } from '../db';
import type { FileStore } from './files';

/** A document as it stood in an archive. */
export interface UnreadEntry {
  /** The file of the archive. */
  readonly entry: string;
  /** Of a file with several lists, which of them; else empty. */
  readonly list: string;
  readonly kind: DocumentKindId;
  /** By which its owner knows it; empty where it has none. */
  readonly name: string;
  /** JSON. Of a job, what is known of it with its documents. */
  readonly text: string;
  readonly problem: string;
}

export interface UnreadStore {
  readonly list: () => readonly UnreadableDocument[];
  /** Twice it is kept once. */
  readonly keep: (entry: UnreadEntry) => void;
  /** Those of an archive that could be read this time are not kept apart any more. */
  readonly dropRead: (seen: readonly string[], unread: readonly UnreadEntry[]) => void;
}

const digestOf = ({ entry, list, text }: Pick<UnreadEntry, 'entry' | 'list' | 'text'>): string =>
  createHash('sha256')
    .update(JSON.stringify([entry, list, text]))
    .digest('hex');

export function unreadStore(db: Db, files: Pick<FileStore, 'refer'>): UnreadStore {
  const selectAll = db.prepare<[], UnreadableDocument>(
    'SELECT kind, entry AS id, name, problem, text FROM unread_entries ORDER BY came_at, digest',
  );
  const insert = db.prepare(
    `INSERT OR IGNORE INTO unread_entries (digest, entry, list, kind, name, text, problem, came_at)
     VALUES (@digest, @entry, @list, @kind, @name, @text, @problem, @cameAt)`,
  );
  const remove = db.prepare('DELETE FROM unread_entries WHERE digest = ?');
  const letGoOfFiles = db.prepare("DELETE FROM file_references WHERE owner = 'unread' AND owner_id = ?");
  return {
    list: () => selectAll.all(),
    keep: (entry) => {
      const digest = digestOf(entry);
      insert.run({ ...entry, digest, cameAt: new Date().toISOString() });
      // What its pictures are called cannot be read either, but a name of a file looks like nothing else.
      files.refer('unread', digest, entry.text.match(/\b[0-9a-f]{64}\b/g) ?? []);
    },
    dropRead: (seen, unread) => {
      const still = new Set(unread.map(digestOf));
      for (const digest of seen.filter((digest) => !still.has(digest))) {
        remove.run(digest);
        letGoOfFiles.run(digest);
      }
    },
  };
}

/** As they go out, each under a name of its own. */
export const outgoingUnread = (
  db: Db,
): { readonly digests: readonly string[]; readonly read: (digest: string) => object } => {
  const select = db.prepare<[string], Pick<UnreadEntry, 'entry' | 'list' | 'text'>>(
    'SELECT entry, list, text FROM unread_entries WHERE digest = ?',
  );
  return {
    digests: db.prepare<[], string>('SELECT digest FROM unread_entries ORDER BY digest').pluck().all(),
    read: (digest) => {
      const { entry, list, text } = select.get(digest)!;
      return { entry, list, value: JSON.parse(text) as unknown };
    },
  };
};
