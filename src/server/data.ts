/** Everything that is kept, with what is needed to look at it. */
import { createLibrary, type Library } from '../core/run';
import { logoAssets } from '../node/logoAssets';
import type { Db } from './db/open';
import { fileStore, type FileStore } from './files';
import { houseStyleStore, type HouseStyleStore } from './houseStyles';
import { jobStore, type JobStore } from './jobs';
import { pieceShelfStore, type PieceShelfStore } from './pieceShelf';

export interface Data {
  readonly jobs: JobStore;
  readonly files: FileStore;
  readonly houseStyles: HouseStyleStore;
  readonly pieceShelf: PieceShelfStore;
  /** Logos of jobs, loaded from the files. */
  readonly library: Library;
}

export function openData(db: Db): Data {
  const files = fileStore(db);
  const library = createLibrary(logoAssets((hash) => Promise.resolve(files.find(hash)?.bytes ?? null)));
  return {
    jobs: jobStore(db, library),
    files,
    houseStyles: houseStyleStore(db),
    pieceShelf: pieceShelfStore(db),
    library,
  };
}
