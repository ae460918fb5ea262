/** Files of operations that are no job's piece: test pieces and sheets, by the same writers. */
import {
  CannotWrite,
  fileNames,
  formatOf,
  outputFormats,
  suits,
  type FileNotes,
  type FormatId,
  type NameValues,
  type OutputBinary,
  type WrittenPart,
} from '../output';
import type { OperationSheet, Pair, PairValues } from '../plan';
import type { OutputFile } from './makeFiles';

/** Formats in which a machine takes operations, the usual ones of its kind first. */
export function operationFormats({ machine }: Pick<PairValues, 'machine'>): readonly FormatId[] {
  const fitting = outputFormats.filter(
    (format) => !('shows' in format) && (!('needs' in format) || machine.dotMm !== null),
  );
  const [suited, others] = [true, false].map((isSuited) =>
    fitting.filter(({ id }) => suits(id, machine) === isSuited),
  );
  return [...suited!, ...others!].map(({ id }) => id);
}

export interface OperationFileRequest {
  readonly format: FormatId;
  readonly notes: FileNotes;
  readonly pair: Pair;
  /** Of the names, and what its fields stand for. */
  readonly pattern: string;
  readonly values: NameValues;
  readonly binary: (name: OutputBinary) => Promise<ArrayBuffer>;
}

/** With where its page lies on what is written, for whoever reads it back. */
export interface WrittenFile extends OutputFile {
  readonly corner: WrittenPart['corner'];
}

/** A sentence where the format or the machine cannot hold it. Not for formats that show a finished piece. */
export async function operationFiles(
  sheet: OperationSheet,
  { format: id, notes, pair, pattern, values, binary }: OperationFileRequest,
): Promise<{ readonly files: readonly WrittenFile[] } | { readonly problem: string }> {
  const format = formatOf(id);
  const write = await format.load();
  try {
    const written = await write(sheet, {
      notes,
      pair,
      baseColour: pair.groundColour,
      markColour: pair.markColour,
      grid: null,
      finished: () => {
        throw new Error(`${format.name} shows a finished piece, and there is none.`);
      },
      wrapped: null,
      binary,
    });
    const names = fileNames(
      pattern,
      values,
      written.map(({ part }) => ({ parts: [format.variant, part ?? ''], extension: format.extension })),
    );
    return {
      files: written.map(({ bytes, corner }, index) => ({
        name: names[index]!,
        mediaType: format.mediaType,
        bytes,
        corner,
      })),
    };
  } catch (error) {
    if (error instanceof CannotWrite) return { problem: error.message };
    throw error;
  }
}
