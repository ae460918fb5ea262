/** `binarus symbol`: the modules of a text, or of a code of a job. */
import type { CodeSettings, Job } from '../../core/job';
import {
  defaultSymbolSettings,
  encodeSymbol,
  levels,
  type EncodeResult,
  type Level,
  type SymbolSettings,
} from '../../core/symbol';
import { UsageError, type Outcome, type Values } from '../command';
import { printed, tell } from '../findings';
import { none, required, wholeNumber } from '../input';

export async function printSymbol(values: Values, positionals: readonly string[]): Promise<Outcome> {
  none(positionals);
  if (typeof values.job === 'string') {
    const others = ['text', 'ecc', 'version', 'mask', 'no-raise'].filter(
      (name) => values[name] !== undefined,
    );
    if (others.length > 0)
      throw new UsageError(`--job brings its own settings; leave out --${others.join(', --')}.`);
    // Only this needs the whole document.
    const [{ readJob }, { holdsBytes, writeMessage }] = await Promise.all([
      import('../jobFile'),
      import('../../core/message'),
    ]);
    const job = await readJob([values.job]);
    const { message, symbol } = chosenCode(job, values);
    return symbolOutput(encodeSymbol(writeMessage(message), { ...symbol, isBytes: holdsBytes(message) }));
  }
  const level = (values.ecc as string | undefined) ?? defaultSymbolSettings.level;
  const version = wholeNumber(values, 'version') ?? 'smallest';
  const mask = wholeNumber(values, 'mask') ?? 'least-penalty';
  if (!levels.includes(level as Level) || !isWithin(version, 1, 40) || !isWithin(mask, 0, 7))
    throw new UsageError('--ecc is L, M, Q or H; --version is 1 to 40; --mask is 0 to 7, whole numbers.');
  const raiseLevel = values['no-raise'] !== true;
  const settings: SymbolSettings = {
    ...defaultSymbolSettings,
    level: level as Level,
    raiseLevel,
    version,
    mask,
  };
  return symbolOutput(encodeSymbol(required(values, 'text'), settings));
}

const isWithin = (value: number | string, from: number, to: number): boolean =>
  typeof value === 'string' || (value >= from && value <= to);

/** The code that `--code` names; the first without it. */
function chosenCode({ codes }: Job, { code }: Values): CodeSettings {
  const wanted = code === undefined ? codes[0] : codes.find(({ id }) => id === code);
  if (wanted === undefined)
    throw new UsageError(
      `there is no code “${String(code)}” in the job; there is ${codes.map(({ id }) => id).join(', ')}.`,
    );
  return wanted;
}

function symbolOutput({ symbol, findings }: EncodeResult): Outcome {
  tell(findings);
  if (symbol === null) return { output: { findings: printed(findings) }, stops: true };
  const rows = Array.from({ length: symbol.size }, (_, row) =>
    symbol.modules.subarray(row * symbol.size, (row + 1) * symbol.size).join(''),
  );
  const { version, level, mask, size } = symbol;
  return { output: { version, ecc: level, mask, size, rows }, stops: false };
}
