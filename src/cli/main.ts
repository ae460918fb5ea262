/** `binarus`: the same core from a shell. JSON on standard output, messages on standard error. */
import { parseArgs } from 'node:util';
import { UsageError, type Command } from './command';
import { commands, helpOf, usage } from './commands';

// Whoever reads what is printed may have seen enough.
for (const stream of [process.stdout, process.stderr])
  stream.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'EPIPE') process.exit(process.exitCode ?? 0);
    throw error;
  });

const [name, ...rest] = process.argv.slice(2);
const command = name === undefined ? undefined : commands.get(name);
if (name === '--help' || name === 'help' || name === '-h') process.stdout.write(usage());
else if (name === undefined) refuse(usage());
else if (command === undefined) refuse(`binarus: there is no command “${name}”.\n\n${usage()}`);
else if (rest.includes('--help') || rest.includes('-h')) process.stdout.write(await helpOf(command));
else await run(command, name);

function refuse(words: string): void {
  process.stderr.write(words);
  process.exitCode = 2;
}

async function run({ options, compact, load }: Command, called: string): Promise<void> {
  try {
    const { values, positionals } = parseArgs({ args: rest, options, allowPositionals: true });
    const { output, stops } = await (await load())(values, positionals);
    process.stdout.write(`${JSON.stringify(output, null, compact ? 0 : 2)}\n`);
    if (stops) process.exitCode = 1;
  } catch (error) {
    refuse(`binarus ${called}: ${sentenceOf(error)}\n`);
    if (process.env.BINARUS_TRACE === '1' && error instanceof Error) process.stderr.write(`${error.stack}\n`);
  }
}

/** What the person can do something about is told as it is; the rest is a fault of ours, with the way to find it. */
function sentenceOf(error: unknown): string {
  const { message = String(error), code } = error as { message?: string; code?: unknown };
  const isTheirs = error instanceof UsageError || isArgumentError(error) || typeof code === 'string';
  return isTheirs
    ? message
    : `it ended by a fault of its own (${message}). Run it with BINARUS_TRACE=1 to see where.`;
}

/** What `parseArgs` throws for unknown options and missing values. */
function isArgumentError(error: unknown): boolean {
  return error instanceof TypeError && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
}
