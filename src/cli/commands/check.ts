/** `binarus check`: photographs of finished pieces, read and compared with what was meant. */
import {
  checkPhoto,
  checkSentence,
  verdictOfCheck,
  type CheckedCode,
  type MeantCode,
} from '../../core/photo';
import { startProof } from '../../core/proof';
import type { Reader } from '../../core/readers';
import { meantCodes } from '../../core/proving';
import { NotAPhoto, openPhoto } from '../../node/openPhoto';
import { loadProofBinaries } from '../../node/proofBinaries';
import { UsageError, type Outcome, type Values } from '../command';
import { runFile } from '../jobFile';

interface Expected {
  readonly codes: readonly MeantCode[];
  /** The text alone is known. */
  readonly text: string | null;
}

export async function checkPhotos(values: Values, positionals: readonly string[]): Promise<Outcome> {
  if (positionals.length === 0) throw new UsageError('give one or more photographs.');
  if (values.expect !== undefined && values.job !== undefined)
    throw new UsageError('--job says what is expected; leave out --expect.');
  const expected = await expectedOf(values);
  const readers = await startProof(await loadProofBinaries());
  const results: Awaited<ReturnType<typeof checked>>[] = [];
  for (const path of positionals) results.push(await checked(path, readers, expected));
  return {
    output: positionals.length === 1 ? results[0] : results,
    stops: results.some(({ verdict }) => verdict === 'stop'),
  };
}

async function expectedOf(values: Values): Promise<Expected> {
  if (values.job !== undefined) {
    const { result } = await runFile(values, [String(values.job)]);
    return { codes: meantCodes(result), text: null };
  }
  return { codes: [], text: values.expect === undefined ? null : String(values.expect) };
}

async function checked(path: string, readers: readonly Reader[], { codes, text }: Expected) {
  try {
    const check = await checkPhoto(await openPhoto(path), readers, codes);
    const isExpected = (code: CheckedCode): boolean =>
      code.meantId !== null || (text !== null && code.seen.text === text);
    const hasExpectation = codes.length > 0 || text !== null;
    const code = check.codes.find(isExpected) ?? check.codes[0] ?? null;
    const verdict = verdictOfCheck(check, code, !hasExpectation || (code !== null && isExpected(code)));
    return {
      file: path,
      ...verdict,
      says: checkSentence(
        verdict,
        code && { ...code, isSameSymbol: code.isSameSymbol || codes.length === 0 },
        hasExpectation,
      ),
      readers: check.readers.map(({ name, votes, text: readText }) => ({ name, votes, text: readText })),
      codes: check.codes.map(described),
    };
  } catch (error) {
    if (error instanceof NotAPhoto)
      return { file: path, verdict: 'stop' as const, message: 'none' as const, says: error.message };
    throw error;
  }
}

const described = ({ seen, meantId, isSameSymbol, comparison, pixelsPerModule }: CheckedCode): object => ({
  text: seen.text,
  code: meantId,
  version: seen.version,
  level: seen.level,
  mask: seen.mask,
  help: seen.help,
  mirrored: seen.mirrored,
  reversed: seen.reversed,
  corners: seen.corners,
  pixelsPerModule,
  isSameSymbol,
  compared: comparison && {
    modulesThatDiffer: comparison.wrongCount,
    usedByBlock: comparison.usedByBlock,
    correctable: comparison.correctable,
    marginLeft: comparison.marginLeft,
    contrast: comparison.contrast,
    growthModules: comparison.growthModules,
  },
});
