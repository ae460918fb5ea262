/** Running other programs. */
import { spawn } from 'node:child_process';

/** Runs a program with our own input and output; ends this one when it fails. */
export async function run(program, args, environment = {}) {
  const code = await exitCode(program, args, environment);
  if (code !== 0) process.exit(code);
}

/** Runs a program and gives its exit code. */
export function exitCode(program, args, environment = {}) {
  return new Promise((resolve) => {
    const child = spawn(program, args, {
      stdio: 'inherit',
      env: { ...process.env, ...environment },
      shell: process.platform === 'win32' && program === 'npm',
    });
    child.on('error', () => resolve(127));
    child.on('exit', (code) => resolve(code ?? 1));
  });
}
