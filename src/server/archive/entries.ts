/** The entries of an archive: all are looked at before one is unpacked, and nothing is believed that they say of themselves. */
import { crc32 } from 'node:zlib';
import { open, type Entry, type ZipFile } from 'yauzl';
import { archiveLimits, entryNames, entryPatterns, inMb, unreadSchema } from './format';

/** Why an archive is refused as a whole. */
export class Refusal extends Error {}
/** Why one entry is left out. */
export class Rejection extends Error {}
/** It is sound, but of a form that this program does not know. */
export class Unreadable extends Rejection {}

/** The entries of a ZIP file, read when they are asked for. */
export class Entries {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
    /** By the file and the list in which it stood. */
    private readonly unread = new Map<string, readonly unknown[]>(),
  ) {}

  /** Looks at all before one is unpacked. */
  static async of(path: string): Promise<Entries> {
    const zip = await new Promise<ZipFile>((resolve, reject) => {
      open(path, { lazyEntries: true, decodeStrings: false, autoClose: false }, (error, opened) => {
        if (error) reject(damaged());
        else resolve(opened);
      });
    });
    const entries = new Map<string, Entry>();
    let unpackedBytes = 0;
    await new Promise<void>((resolve, reject: (refusal: Refusal) => void) => {
      zip.on('error', () => {
        reject(damaged());
      });
      zip.on('end', resolve);
      zip.on('entry', (entry: Entry) => {
        // Names are bytes here, and only those of our own pattern are taken.
        const name = String(entry.fileName);
        unpackedBytes += entry.uncompressedSize;
        const reason = entries.has(name)
          ? `“${name}” is in it twice.`
          : reasonAgainst(name, entry.uncompressedSize, unpackedBytes, entries.size);
        if (reason !== null) {
          reject(new Refusal(reason));
          return;
        }
        entries.set(name, entry);
        zip.readEntry();
      });
      zip.readEntry();
    }).catch((refusal: Refusal) => {
      zip.close();
      throw refusal;
    });
    const read = new Entries(zip, entries);
    await read.readUnread();
    return read;
  }

  /** What an older program could not read stands apart: it is looked at in the place where it was. */
  private async readUnread(): Promise<void> {
    for (const name of this.like(entryPatterns.unread)) {
      const { data } = unreadSchema.safeParse(await this.json(name).catch(() => null));
      const isOurs = data !== undefined && isEntryOfOurs(data.entry);
      if (!isOurs) continue;
      const { entry, list, value } = data;
      const values = this.unread.get(`${entry} ${list}`) ?? [];
      this.unread.set(`${entry} ${list}`, [...values, value]);
    }
  }

  /** What belongs into a list and stands apart. */
  addedTo(entry: string, list: string): readonly unknown[] {
    return this.unread.get(`${entry} ${list}`) ?? [];
  }

  close(): void {
    this.zip.close();
  }

  get count(): number {
    return this.entries.size;
  }

  has(name: string): boolean {
    return this.entries.has(name);
  }

  like(pattern: RegExp): string[] {
    const apart = [...this.unread.keys()].map((place) => place.trim());
    return [...new Set([...this.entries.keys(), ...apart])].filter((name) => pattern.test(name));
  }

  async json(name: string): Promise<unknown> {
    if (!this.entries.has(name)) {
      const [apart] = this.addedTo(name, '');
      if (apart !== undefined) return apart;
    }
    const text = (await this.bytes(name)).toString('utf8');
    try {
      return JSON.parse(text) as unknown;
    } catch {
      throw new Rejection(`${name} is not JSON.`);
    }
  }

  /** Never more bytes than the entry declared; refused when the checksum differs. */
  async bytes(name: string): Promise<Buffer> {
    const entry = this.entries.get(name);
    if (entry === undefined) throw new Rejection(`${name} is missing.`);
    let bytes: Buffer;
    try {
      bytes = await new Promise<Buffer>((resolve, reject) => {
        this.zip.openReadStream(entry, (error, stream) => {
          if (error) {
            reject(error);
            return;
          }
          // By its events: streams of stored entries never say that they are closed, for which a loop would wait.
          const parts: Buffer[] = [];
          stream.on('data', (part: Buffer) => parts.push(part));
          stream.on('error', reject);
          stream.on('end', () => {
            resolve(Buffer.concat(parts));
          });
        });
      });
    } catch {
      throw new Rejection(`${name} is damaged.`);
    }
    if (crc32(bytes) !== entry.crc32) throw new Rejection(`${name} is damaged: its CRC-32 differs.`);
    return bytes;
  }
}

const isEntryOfOurs = (name: string): boolean =>
  Object.values(entryNames).some((known) => known === name) ||
  Object.values(entryPatterns).some((pattern) => pattern.test(name));

const damaged = (): Refusal => new Refusal('The file is damaged, or it is not a ZIP archive.');

function reasonAgainst(name: string, bytes: number, unpackedBytes: number, count: number): string | null {
  if (!isEntryOfOurs(name)) return `“${name}” does not belong into an archive of jobs.`;
  const isLarge = entryPatterns.run.test(name) || entryPatterns.link.test(name);
  const most = isLarge ? archiveLimits.largeBytes : archiveLimits.fileBytes;
  if (bytes > most || unpackedBytes > archiveLimits.unpackedBytes)
    return `“${name}” unpacks to more than is read (${inMb(most)} a file, ${inMb(archiveLimits.unpackedBytes)} in all).`;
  return count >= archiveLimits.files ? `There are more than ${archiveLimits.files} files in it.` : null;
}
