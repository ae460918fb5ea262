/** What keeps the disk or the database from taking a write, told from the errors of SQLite and of the file system. */

/** `busy` passes by itself; `full` and `failing` pass when somebody sees to the disk; `damaged` does not pass. */
export type StorageTrouble = 'full' | 'failing' | 'busy' | 'damaged';

/** Result codes of SQLite (sqlite.org, Result and Error Codes) and of the system (POSIX, errno.h) by what they mean here. */
const troubles: readonly { readonly trouble: StorageTrouble; readonly codes: RegExp }[] = [
  { trouble: 'busy', codes: /^SQLITE_(BUSY|LOCKED|PROTOCOL)/ },
  { trouble: 'full', codes: /^(SQLITE_FULL|ENOSPC|EDQUOT)$/ },
  { trouble: 'damaged', codes: /^SQLITE_(CORRUPT|NOTADB)/ },
  {
    trouble: 'failing',
    codes: /^(SQLITE_(READONLY|IOERR|CANTOPEN|PERM|NOLFS)|EIO$|EROFS$|EFBIG$|EACCES$|EPERM$|EMFILE$|ENFILE$)/,
  },
];

/** Null for errors that are about something else. */
export function storageTroubleOf(error: unknown): StorageTrouble | null {
  if (typeof error !== 'object' || error === null || !('code' in error)) return null;
  const { code } = error;
  if (typeof code !== 'string') return null;
  return troubles.find(({ codes }) => codes.test(code))?.trouble ?? null;
}

/** One sentence for the person, with what to do. */
export const storageWords: Readonly<Record<StorageTrouble, string>> = {
  full: 'The disk is full, so nothing more is saved. Your work is kept in this window. Free some space, and it is saved by itself.',
  failing:
    'The data folder cannot be written, so nothing more is saved. Your work is kept in this window. Check the disk and its permissions.',
  busy: 'Another program is using the database, so this was not saved yet. Your work is kept in this window, and saving is tried again.',
  damaged:
    'A part of the database is damaged. Stop Binarus and run “binarus check-data”: it says what is sound, and which daily copies there are.',
};
