/** The last handler: of a fault that nothing foresaw. What is open is closed in order, one line says what happened, and how to go on. */

/** Exit code of a fault of the program itself (sysexits.h, EX_SOFTWARE). */
const softwareFault = 70;

/**
 * `close` keeps what is in memory and closes the database. With `BINARUS_LAST_RESORT=off` it is not there, so that tests see every
 * cause; with `BINARUS_TRACE=1` the place of the fault is printed too.
 */
export function installLastResort(environment: NodeJS.ProcessEnv, close: () => void): void {
  if (environment.BINARUS_LAST_RESORT === 'off') return;
  let isEnding = false;
  process.on('uncaughtException', (error: unknown) => {
    // Another one while this one is being told adds nothing.
    if (isEnding) return;
    isEnding = true;
    process.stderr.write(`${lineOf(error)}\n`);
    if (environment.BINARUS_TRACE === '1' && error instanceof Error) process.stderr.write(`${error.stack}\n`);
    try {
      close();
    } catch {
      // What could not be closed is found by the next start: the database keeps a journal.
    }
    process.exit(softwareFault);
  });
}

const lineOf = (error: unknown): string =>
  `Binarus ended by a fault of its own (${error instanceof Error ? error.message : String(error)}). Everything that was saved is safe. Start it again with npm start; if it happens again, start it with BINARUS_TRACE=1 and keep what it prints.`;
