/** The commands: each takes parsed options and gives what to print, and whether findings stop. */
import { mkdir, rename, writeFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import type { ParseArgsConfig } from 'node:util';
import { presets } from '../core/artwork';
import { createLibrary, makeFiles, proofSetup, runJob, type JobResult } from '../core/run';
import { parseJob, type CodeSettings, type Job, newJob } from '../core/job';
import {
  describeMessage,
  kindIds,
  kindJsonSchema,
  kindName,
  holdsBytes,
  readBytes,
  readPayload,
  writeMessage,
} from '../core/message';
import { outputFormats, type FormatId } from '../core/output';
import { pairs } from '../core/plan';
import { fullShotCount, prove, startProof, type ProofReport } from '../core/proof';
import { templates } from '../content';
import { defaultSymbolSettings, encodeSymbol, symbolSchema, type EncodeResult } from '../core/symbol';
import { logoAssets } from '../node/logoAssets';
import { loadProofBinaries } from '../node/proofBinaries';
import { printed, sentenceOf, tell } from './findings';
import { chosenLook, chosenMessage, chosenPair, describePair, describePreset } from './choices';
import {
  millimetres,
  none,
  pieceSize,
  readJob,
  required,
  UsageError,
  wholeNumber,
  type Values,
} from './input';
import { uploadsIn } from './uploads';

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
    synopsis:
      'symbol (--text T [--ecc L|M|Q|H] [--version N] [--mask K] [--no-raise] | --job JOB.json [--code ID])',
    options: { text, job: text, code: text, ecc: text, version: text, mask: text, 'no-raise': flag },
    compact: true,
    run: async (values, positionals) => printSymbol(values, positionals),
  },
  job: {
    synopsis:
      'job (--url U | --text T | --message FILE.json | --template NAME [--url U | --text T | --message FILE.json]) [--name N] [--material ID --machine ID] [--code-width MM] [--piece WxH] [--style NAME|FILE.json] [--logo FILE]',
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
      template: text,
    },
    run: async (values, positionals) => printJob(values, positionals),
  },
  templates: {
    synopsis: 'templates',
    options: {},
    run: async (_values, positionals) => {
      none(positionals);
      return {
        output: templates.map(({ id, name, about, job }) => ({ template: id, name, about, job })),
        stops: false,
      };
    },
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
      if (problem) throw new UsageError(sentenceOf(problem));
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
      const { job, severity, findings } = result;
      tell(
        findings.filter((finding) => finding.severity !== 'fine'),
        job.codes,
      );
      return {
        output: { severity, findings: printed(findings, job.codes) },
        stops: result.heldBackBy.length > 0,
      };
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
    const { message, symbol } = chosenCode(job, values);
    return symbolOutput(encodeSymbol(writeMessage(message), { ...symbol, isBytes: holdsBytes(message) }));
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

/** The code that `--code` names; the first without it. */
function chosenCode({ codes }: Job, { code }: Values): CodeSettings {
  const found = code === undefined ? codes[0] : codes.find(({ id }) => id === code);
  if (found === undefined)
    throw new UsageError(
      `there is no code “${String(code)}” in the job; there is ${codes.map(({ id }) => id).join(', ')}.`,
    );
  return found;
}

function symbolOutput({ symbol, findings }: EncodeResult): { output: unknown; stops: boolean } {
  tell(findings);
  if (symbol === null) return { output: { findings: printed(findings) }, stops: true };
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
  const document = values.template === undefined ? await freshJob(values) : await templateJob(values);
  const parsed = parseJob(document);
  if ('problems' in parsed) throw new UsageError(parsed.problems.join('\n'));
  return { output: parsed.job, stops: false };
}

/** A template with another name, message, material or look where they are given. Sizes are its own. */
async function templateJob(values: Values): Promise<Job> {
  const { name, template: id, url, text: plain, message } = values as Record<string, string | undefined>;
  const template = templates.find((entry) => entry.id === id);
  if (template === undefined)
    throw new UsageError(
      `there is no template “${id}”; there is ${templates.map((entry) => entry.id).join(', ')}.`,
    );
  for (const option of ['code-width', 'piece'])
    if (values[option] !== undefined)
      throw new UsageError(`--template brings its own sizes; leave out --${option}.`);
  const { job } = template;
  const [code, ...others] = job.codes;
  const pair = chosenPair(values);
  const hasLook = values.style !== undefined || values.logo !== undefined;
  const hasMessage = [url, plain, message].some((option) => option !== undefined);
  const changed = {
    ...(hasMessage ? { message: await chosenMessage(values) } : {}),
    ...(hasLook ? await chosenLook(values) : {}),
  };
  return {
    ...job,
    name: name ?? job.name,
    codes: [{ ...code!, ...changed }, ...others],
    making: pair ? { ...job.making, material: pair.material.id, machine: pair.machine.id } : job.making,
  };
}

async function freshJob(values: Values): Promise<Job> {
  const { name } = values as Record<string, string | undefined>;
  return newJob({
    name,
    message: await chosenMessage(values),
    pair: chosenPair(values),
    codeWidthMm: millimetres(values, 'code-width'),
    pieceSizeMm: pieceSize(values),
    look: await chosenLook(values),
  });
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
    tell(made.heldBackBy, job.codes);
    return { output: { files: [], heldBackBy: printed(made.heldBackBy, job.codes) }, stops: true };
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
    tell(result.findings, job.codes);
    return { output: { verdict: 'stop', findings: printed(result.heldBackBy, job.codes) }, stops: true };
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
  const library = createLibrary(logoAssets(uploadsIn(folder)));
  await library.load(job);
  return { job, result: runJob(job, undefined, library) };
}
