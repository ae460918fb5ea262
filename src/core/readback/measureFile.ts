/** A file measured from its bytes beside what was to be in it. */
import type { FormatId } from '../output';
import { machineKinds, type OperationSheet, type PairValues } from '../plan';
import { checkFile, interpreterOf, type Check } from './check';
import { NotRead, type ReadFile, type ReadSetting } from './readFile';

export type MeasuredFile =
  | { readonly read: ReadFile; readonly checks: readonly Check[]; readonly problem: string | null }
  | { readonly read: null; readonly checks: readonly []; readonly problem: string };

/** `isPart`: only some of what is on the sheet is in this file, so that it is read and not compared. */
export async function measureFile(
  bytes: Uint8Array,
  format: FormatId,
  sheet: OperationSheet,
  setting: ReadSetting,
  isPart = false,
): Promise<MeasuredFile> {
  const interpret = await interpreterOf(format);
  let read: ReadFile;
  try {
    read = await interpret(bytes, setting);
  } catch (error) {
    // Whatever an interpreter stumbles over, a program of the maker's may stumble over, too.
    const problem =
      error instanceof NotRead ? error.message : `It cannot be read: ${(error as Error).message}.`;
    return { read: null, checks: [], problem };
  }
  const checks = isPart ? [] : checkFile(format, read, sheet);
  const wrong = checks.find(({ holds }) => !holds);
  const problem =
    wrong === undefined
      ? null
      : `${wrong.name}: ${wrong.found} in the file, ${wrong.wanted} were to be in it.`;
  return { read, checks, problem };
}

/** What the tool of a machine leaves on its way, for programs and drawings of lines. */
export const toolOf = ({
  process,
  machine,
}: Pick<PairValues, 'process' | 'machine'>): ReadSetting['tool'] => ({
  lineMm: process.lineIntervalMm ?? process.elementMm,
  tipMm:
    machine.dotMm ??
    (machineKinds[machine.kind].tool === 'cutter' && machine.halfAngleDegrees === null
      ? process.elementMm
      : 0),
});
