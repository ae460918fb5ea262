/** Where the user's data lies. */
import { homedir } from 'node:os';
import { join, resolve } from 'node:path';

/** `BINARUS_DATA`, else the usual place for application data under the user's home. */
export function dataFolder(environment: NodeJS.ProcessEnv, platform: NodeJS.Platform): string {
  if (environment.BINARUS_DATA) return resolve(environment.BINARUS_DATA);
  if (platform === 'win32')
    return join(environment.APPDATA ?? join(homedir(), 'AppData', 'Roaming'), 'Binarus');
  if (platform === 'darwin') return join(homedir(), 'Library', 'Application Support', 'Binarus');
  return join(environment.XDG_DATA_HOME || join(homedir(), '.local', 'share'), 'binarus');
}
