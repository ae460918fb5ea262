/** The commands: each takes parsed options and gives what to print, and whether findings stop. */
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import type { ParseArgsConfig } from 'node:util';
import { newLogo, presets, type Preset } from '../core/artwork';
import type { Finding } from '../core/finding';
import { parseStyleDocument, plainLook, type Look } from '../core/houseStyle';
import { createLogoLibrary } from '../core/logoLibrary';
import presetFitness from '../core/presetFitness.json' with { type: 'json' };
import { parseJob, problemsOf, type Job } from '../core/job';
import { makeFiles } from '../core/makeFiles';
import {
  describeMessage,
  emptyMessage,
  kindIds,
  kindJsonSchema,
  kindName,
  messageSchema,
  holdsBytes,
  readBytes,
  readPayload,
  writeMessage,
  type Message,
} from '../core/message';
import { newJob } from '../core/newJob';
import { outputFormats, type FormatId } from '../core/output';
import { pairs, type Pair } from '../core/plan';
import { fullShotCount, prove, startProof, type ProofReport } from '../core/proof';
import { proofSetup } from '../core/proveJob';
import { runJob, type JobResult } from '../core/runJob';
import type { StyleFitness } from '../core/styleFitness';
import { defaultSymbolSettings, encodeSymbol, symbolSchema, type EncodeResult } from '../core/symbol';
import { logoAssets } from '../node/logoAssets';
import { loadProofBinaries } from '../node/proofBinaries';
import { readUpload, uploadsIn } from './uploads';

/** What was asked for makes no sense: exit 2. */
export class UsageError extends Error {}

type Values = Readonly<Record<string, string | boolean | (string | boolean)[] | undefined>>;

interface Command {
  readonly synopsis: string;
  readonly options: NonNullable<ParseArgsConfig['options']>;
  /** Print on one line. */
  readonly compact?: boolean;
  readonly run: (
    values: Values,
    positionals: readonly string[],
  ) => Promise<{ output: unknown; stops: boolean }>;
}

const text = { type: 'string' } as const;
const flag = { type: 'boolean' } as const;

export const commands: Readonly<Record<string, Command>> = {
  symbol: {
    synopsis: 'symbol (--text T [--ecc L|M|Q|H] [--version N] [--mask K] [--no-raise] | --job JOB.json)',
    options: { text, job: text, ecc: text, version: text, mask: text, 'no-raise': flag },
    compact: true,
    run: async (values, positionals) => printSymbol(values, positionals),
  },
  job: {
    synopsis:
      'job (--url U | --text T | --message FILE.json) [--name N] [--material ID --machine ID] [--code-width MM] [--piece WxH] [--style NAME|FILE.json] [--logo FILE]',
    options: {
      url: text,
      text,
      message: text,
      name: text,
      material: text,
      machine: text,
      'code-width': text,
      piece: text,
      style: text,
      logo: text,
    },
    run: async (values, positionals) => printJob(values, positionals),
  },
  styles: {
    synopsis: 'styles',
    options: {},
    run: async (_values, positionals) => {
      none(positionals);
      return { output: presets.map(describePreset), stops: false };
    },
  },
  kinds: {
    synopsis: 'kinds',
    options: {},
    run: async (_values, positionals) => {
      none(positionals);
      return {
        output: kindIds.map((id) => ({ kind: id, name: kindName(id), schema: kindJsonSchema(id) })),
        stops: false,
      };
    },
  },
  'read-payload': {
    synopsis: 'read-payload --text T | --hex BYTES',
    options: { text, hex: text },
    run: async (values, positionals) => {
      none(positionals);
      if (values.hex === undefined) return { output: readPayload(required(values, 'text')), stops: false };
      const bytes = { kind: 'raw', notation: 'hexadecimal', content: required(values, 'hex') } as const;
      const [problem] = describeMessage(bytes).findings.filter(({ severity }) => severity === 'stop');
      if (problem) throw new UsageError(problem.text);
      const written = Array.from(writeMessage(bytes), (character) => character.charCodeAt(0));
      return { output: readBytes(Uint8Array.from(written)), stops: false };
    },
  },
  materials: {
    synopsis: 'materials',
    options: {},
    run: async (_values, positionals) => {
      none(positionals);
      return { output: pairs.map(describePair), stops: false };
    },
  },
  limits: {
    synopsis: 'limits JOB.json [--files DIR]',
    options: { files: text },
    run: async (values, positionals) => {
      const { result } = await runFile(values, positionals);
      tell(result.findings.filter(({ severity }) => severity !== 'fine'));
      const { severity, findings } = result;
      return { output: { severity, findings }, stops: result.heldBackBy.length > 0 };
    },
  },
  make: {
    synopsis: `make JOB.json --out DIR [--formats ${outputFormats.map(({ id }) => id).join(',')}] [--files DIR]`,
    options: { out: text, formats: text, files: text },
    run: makeCommand,
  },
  proof: {
    synopsis: 'proof JOB.json [--files DIR]',
    options: { files: text },
    run: proofCommand,
  },
};

export function usage(): string {
  const lines = Object.values(commands).map(({ synopsis }) => `  binarus ${synopsis}`);
  return `usage:\n${lines.join('\n')}\n\nJSON on standard output. Exit: 0 fine, 1 findings that stop, 2 bad usage.\n`;
}

async function printSymbol(
  values: Values,
  positionals: readonly string[],
): Promise<{ output: unknown; stops: boolean }> {
  none(positionals);
  if (typeof values.job === 'string') {
    const others = ['text', 'ecc', 'version', 'mask', 'no-raise'].filter(
      (name) => values[name] !== undefined,
    );
    if (others.length > 0)
      throw new UsageError(`--job brings its own settings; leave out --${others.join(', --')}.`);
    const job = await readJob([values.job]);
    return symbolOutput(
      encodeSymbol(writeMessage(job.message), { ...job.symbol, isBytes: holdsBytes(job.message) }),
    );
  }
  const settings = symbolSchema.safeParse({
    ...defaultSymbolSettings,
    level: (values.ecc as string | undefined) ?? defaultSymbolSettings.level,
    raiseLevel: values['no-raise'] !== true,
    version: wholeNumber(values, 'version') ?? 'smallest',
    mask: wholeNumber(values, 'mask') ?? 'least-penalty',
  });
  if (!settings.success)
    throw new UsageError('--ecc is L, M, Q or H; --version is 1 to 40; --mask is 0 to 7, whole numbers.');
  return symbolOutput(encodeSymbol(required(values, 'text'), settings.data));
}

function symbolOutput({ symbol, findings }: EncodeResult): { output: unknown; stops: boolean } {
  tell(findings);
  if (symbol === null) return { output: { findings }, stops: true };
  const rows = Array.from({ length: symbol.size }, (_, row) =>
    symbol.modules.subarray(row * symbol.size, (row + 1) * symbol.size).join(''),
  );
  const { version, level, mask, size } = symbol;
  return { output: { version, ecc: level, mask, size, rows }, stops: false };
}

async function printJob(
  values: Values,
  positionals: readonly string[],
): Promise<{ output: unknown; stops: boolean }> {
  none(positionals);
  const { name } = values as Record<string, string | undefined>;
  const look = await chosenLook(values);
  const document = {
    ...newJob({
      name,
      message: await chosenMessage(values),
      pair: chosenPair(values),
      codeWidthMm: millimetres(values, 'code-width'),
      pieceSizeMm: pieceSize(values),
    }),
    ...look,
  };
  const parsed = parseJob(document);
  if ('problems' in parsed) throw new UsageError(parsed.problems.join('\n'));
  return { output: parsed.job, stops: false };
}

/** A shipped style by its name, or a style document; with a logo from a file. */
async function chosenLook(values: Values): Promise<Look> {
  const { style, logo } = values as Record<string, string | undefined>;
  const look = style === undefined ? plainLook : await readLook(style);
  if (logo === undefined) return look;
  try {
    const { hash, mediaType } = await readUpload(logo);
    const kind = mediaType === 'image/png' ? 'picture' : 'drawing';
    return { ...look, logo: newLogo({ kind, file: hash, fileName: basename(logo) }) };
  } catch (error) {
    throw new UsageError(`${logo}: ${(error as Error).message}`);
  }
}

async function readLook(nameOrPath: string): Promise<Look> {
  const preset = presets.find(({ id }) => id === nameOrPath);
  if (preset !== undefined) return { style: preset.style, logo: null };
  if (!nameOrPath.endsWith('.json'))
    throw new UsageError(
      `there is no style “${nameOrPath}”; there is ${presets.map(({ id }) => id).join(', ')}, or a style document FILE.json.`,
    );
  const parsed = parseStyleDocument(await readJson(nameOrPath));
  if ('problems' in parsed)
    throw new UsageError(`${nameOrPath} is not a style document:\n${parsed.problems.join('\n')}`);
  return { style: parsed.style.style, logo: parsed.style.logo };
}

/** A shipped style with how readily each reader takes it. */
function describePreset({ id, name, style }: Preset): object {
  const { fitness } = (presetFitness as unknown as Record<string, { fitness: StyleFitness }>)[id]!;
  return { style: id, name, look: { style, logo: null }, fitness };
}

/** The message of the one option that gives it. Fields that a message file leaves out are empty. */
async function chosenMessage(values: Values): Promise<Message> {
  const { url, text: plain, message: path } = values as Record<string, string | undefined>;
  if ([url, plain, path].filter((option) => option !== undefined).length !== 1)
    throw new UsageError('give either --url, --text or --message.');
  if (url !== undefined) return { kind: 'web', address: url };
  if (plain !== undefined) return { kind: 'text', text: plain };
  const fields = await readJson(path!);
  const kind = kindIds.find((id) => id === (fields as { kind?: unknown } | null)?.kind);
  if (kind === undefined) throw new UsageError(`${path} has no known kind; there is ${kindIds.join(', ')}.`);
  const parsed = messageSchema.safeParse({ ...emptyMessage(kind), ...(fields as object) });
  if (!parsed.success)
    throw new UsageError(`${path} is not a message:\n${problemsOf(parsed.error).join('\n')}`);
  return parsed.data;
}

function chosenPair(values: Values): Pair | undefined {
  const { material, machine } = values as Record<string, string | undefined>;
  if (material === undefined && machine === undefined) return undefined;
  const pair = pairs.find(
    (candidate) =>
      (material === undefined || candidate.material.id === material) &&
      (machine === undefined || candidate.machine.id === machine),
  );
  if (pair) return pair;
  const known = pairs.map(
    (candidate) => `  --material ${candidate.material.id} --machine ${candidate.machine.id}`,
  );
  throw new UsageError(`there is no such pair. Known pairs:\n${known.join('\n')}`);
}

function describePair({ material, machine, process, markColour, markTone, smallestModuleMm }: Pair): object {
  const { elementMm, elementFactor, floorMm, growthMm, source } = process;
  return {
    material: material.id,
    machine: machine.id,
    materialName: material.name,
    machineName: machine.name,
    operation: machine.operation,
    markTone,
    baseColour: material.baseColour,
    markColour,
    coloursFrom: material.source,
    dotMm: machine.dotMm,
    elementMm,
    elementFactor,
    floorMm,
    smallestModuleMm,
    growthMm,
    valuesFrom: source,
  };
}

async function makeCommand(
  values: Values,
  positionals: readonly string[],
): Promise<{ output: unknown; stops: boolean }> {
  const out = required(values, 'out');
  const formats = ((values.formats as string | undefined) ?? 'svg').split(',').map((format) => format.trim());
  const known = outputFormats.map(({ id }) => id as string);
  const unknown = formats.filter((format) => !known.includes(format));
  if (unknown.length > 0)
    throw new UsageError(`there is no format “${unknown.join('”, “')}”; there is ${known.join(', ')}.`);
  const { job, result } = await runFile(values, positionals);
  const made = makeFiles(job, result, null, formats as FormatId[]);
  if ('heldBackBy' in made) {
    tell(made.heldBackBy);
    return { output: { files: [], heldBackBy: made.heldBackBy }, stops: true };
  }
  try {
    await mkdir(out, { recursive: true });
    for (const { name, bytes } of made.files) {
      const path = join(out, name);
      await writeFile(`${path}.part`, bytes);
      await rename(`${path}.part`, path);
    }
  } catch (error) {
    throw new UsageError(`cannot write to ${out}: ${(error as Error).message}`);
  }
  return { output: { files: made.files.map(({ name }) => name) }, stops: false };
}

async function proofCommand(
  values: Values,
  positionals: readonly string[],
): Promise<{ output: unknown; stops: boolean }> {
  const { job, result } = await runFile(values, positionals);
  const setup = proofSetup(job, result, null);
  if (setup === null) {
    tell(result.findings);
    return { output: { verdict: 'stop', findings: result.heldBackBy }, stops: true };
  }
  const readers = await startProof(await loadProofBinaries());
  let report: ProofReport | undefined;
  for await (const verdict of prove(setup, readers)) {
    report = verdict;
    process.stderr.write(`${report.shots} of ${fullShotCount} shots: ${report.verdict}\n`);
  }
  return { output: report, stops: report!.verdict === 'stop' };
}

/** A job document run with the logos and pictures that lie beside it, or in the folder that `--files` names. */
async function runFile(
  values: Values,
  positionals: readonly string[],
): Promise<{ job: Job; result: JobResult }> {
  const job = await readJob(positionals);
  const folder = (values.files as string | undefined) ?? dirname(positionals[0]!);
  const library = createLogoLibrary(logoAssets(uploadsIn(folder)));
  await library.load(job);
  return { job, result: runJob(job, undefined, library) };
}

async function readJob(positionals: readonly string[]): Promise<Job> {
  const [path, ...more] = positionals;
  if (path === undefined || more.length > 0) throw new UsageError('give one job document.');
  const document = await readJson(path);
  const parsed = parseJob(document);
  if ('problems' in parsed)
    throw new UsageError(`${path} is not a job document:\n${parsed.problems.join('\n')}`);
  return parsed.job;
}

async function readJson(path: string): Promise<unknown> {
  try {
    return JSON.parse(await readFile(path === '-' ? '/dev/stdin' : path, 'utf8'));
  } catch (error) {
    throw new UsageError(`cannot read ${path}: ${(error as Error).message}`);
  }
}

function tell(findings: readonly Finding[]): void {
  for (const { severity, title, text: sentence, fixes } of findings) {
    const offered = fixes.map(({ label }) => label).join('; ');
    process.stderr.write(`${severity}: ${title}: ${sentence}${offered ? ` (${offered})` : ''}\n`);
  }
}

function none(positionals: readonly string[]): void {
  if (positionals.length > 0) throw new UsageError(`“${positionals[0]}” is one word too many.`);
}

function required(values: Values, name: string): string {
  const value = values[name];
  if (typeof value !== 'string') throw new UsageError(`--${name} is missing.`);
  return value;
}

function wholeNumber(values: Values, name: string): number | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  return typeof value === 'string' && /^\d{1,3}$/.test(value) ? Number(value) : Number.NaN;
}

function millimetres(values: Values, name: string): number | undefined {
  const value = values[name];
  if (value === undefined) return undefined;
  const number = Number(value);
  if (!(number > 0)) throw new UsageError(`--${name} is a number of millimetres, not “${String(value)}”.`);
  return number;
}

function pieceSize(values: Values): { width: number; height: number } | undefined {
  const value = values.piece;
  if (value === undefined) return undefined;
  const match = /^(\d+(?:\.\d+)?)\s*[x×]\s*(\d+(?:\.\d+)?)$/i.exec(String(value));
  if (match === null)
    throw new UsageError(`--piece is width x height in millimetres, such as 60x40, not “${String(value)}”.`);
  return { width: Number(match[1]), height: Number(match[2]) };
}
