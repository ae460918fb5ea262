/** Everything out, and an archive in: as one transaction, so that a server that is killed has all of it or nothing. */
import type { Readable } from 'node:stream';
import type { ImportReport } from '../../wire';
import { writing, type Db } from '../db/open';
import type { FileStore } from '../files';
import type { HouseStyleStore } from '../houseStyles';
import type { JobStore } from '../jobs';
import type { PieceShelfStore } from '../pieceShelf';
import type { ReadContent } from './format';
import { writeArchive } from './write';

export interface ArchiveStore {
  out(): Readable;
  /** Adds what is not here; with `dry` it only says what would be done. What is here is never changed. */
  take(content: ReadContent, dry: boolean): ImportReport;
}

export interface Stores {
  readonly jobs: JobStore;
  readonly files: FileStore;
  readonly houseStyles: HouseStyleStore;
  readonly pieceShelf: PieceShelfStore;
}

export function archiveStore(db: Db, { jobs, files, houseStyles, pieceShelf }: Stores): ArchiveStore {
  const takeStyles = (styles: ReadContent['houseStyles']): void => {
    const here = houseStyles.list();
    const names = new Set(here.map(({ name }) => name));
    const styled = new Set(here.flatMap(({ collections }) => collections));
    for (const { name, look, collections } of styles) {
      if (names.has(name)) continue;
      const { id } = houseStyles.save(name, look);
      for (const collection of collections) if (!styled.has(collection)) houseStyles.assign(collection, id);
    }
  };
  const takeShelf = ({ templates, stockSizes }: ReadContent['pieceShelf']): void => {
    const here = pieceShelf.list();
    const isTaken = (list: readonly { name: string }[], name: string): boolean =>
      list.some((other) => other.name === name);
    for (const { name, document } of templates)
      if (!isTaken(here.templates, name)) pieceShelf.saveTemplate(name, document);
    for (const size of stockSizes) if (!isTaken(here.stockSizes, size.name)) pieceShelf.saveStockSize(size);
  };
  return {
    out: () => writeArchive(db, { houseStyles: houseStyles.list(), pieceShelf: pieceShelf.list() }),
    take: writing(db, (content: ReadContent, dry: boolean) => {
      if (!dry) {
        // Files come first, so that the limits of the jobs can be measured with their logos.
        for (const { mediaType, bytes } of content.files) files.add({ mediaType, bytes, removed: [] });
        takeStyles(content.houseStyles);
        takeShelf(content.pieceShelf);
      }
      return { ...jobs.importJobs(content.jobs, dry), rejected: [...content.rejected] };
    }),
  };
}
