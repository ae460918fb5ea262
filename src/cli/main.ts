/** `binarus`: the same core from a shell. JSON on standard output, messages on standard error. */
import { parseArgs } from 'node:util';
import { commands, usage } from './commands';
import { UsageError } from './input';

const [name, ...rest] = process.argv.slice(2);
const command = name === undefined ? undefined : commands[name];
if (name === '--help' || name === 'help' || name === '-h') {
  process.stdout.write(usage());
} else if (command === undefined) {
  process.stderr.write(
    name === undefined ? usage() : `binarus: there is no command “${name}”.\n\n${usage()}`,
  );
  process.exitCode = 2;
} else {
  try {
    const { values, positionals } = parseArgs({
      args: rest,
      options: command.options,
      allowPositionals: true,
    });
    const { output, stops } = await command.run(values, positionals);
    process.stdout.write(`${JSON.stringify(output, null, command.compact ? 0 : 2)}\n`);
    if (stops) process.exitCode = 1;
  } catch (error) {
    if (!(error instanceof UsageError) && !isArgumentError(error)) throw error;
    process.stderr.write(`binarus ${name}: ${(error as Error).message}\n`);
    process.exitCode = 2;
  }
}

/** What `parseArgs` throws for unknown options and missing values. */
function isArgumentError(error: unknown): boolean {
  return error instanceof TypeError && 'code' in error && String(error.code).startsWith('ERR_PARSE_ARGS');
}
