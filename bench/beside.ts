import { dirname, join } from 'node:path';

/** Path of another program of bench/, built beside the one that runs, whichever of its chunks asks. */
export const beside = (name: string): string => join(dirname(process.argv[1]!), `${name}.js`);
