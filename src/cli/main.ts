/** `binarus`: the same core from a shell. JSON on standard output, messages on standard error. */
import { parseArgs } from 'node:util';
import { UsageError, type Command } from './command';
import { commands, helpOf, usage } from './commands';

const [name, ...rest] = process.argv.slice(2);
const command = name === undefined ? undefined : commands.get(name);
if (name === '--help' || name === 'help' || name === '-h') process.stdout.write(usage());
else if (name === undefined) refuse(usage());
else if (command === undefined) refuse(`binarus: there is no command “${name}”.\n\n${usage()}`);
else if (rest.includes('--help') || rest.includes('-h')) process.stdout.write(helpOf(command));
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
    if (!(error instanceof UsageError) && !isArgumentError(error)) throw error;
    refuse(`binarus ${called}: ${(error as Error).message}\n`);
  }
}

/** What `parseArgs` throws for unknown options and missing values. */
function isArgumentError(error: unknown): boolean {
  return error instanceof TypeError && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
}
