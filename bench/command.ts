/** What it costs to start the command line: processor time beyond that of bare Node. */
import { spawnSync } from 'node:child_process';
import { quantile } from './timing';

export interface CommandRow {
  readonly name: string;
  readonly medianMs: number;
}

/** Tells the processor time of the process that loads it as it ends. */
const teller = `data:text/javascript,process.on('exit',()=>{const{user,system}=process.cpuUsage();process.stderr.write('\\ncpu '+(user+system)/1000)})`;

function processorMs(args: readonly string[]): number {
  const samples = Array.from({ length: 7 }, () => {
    const { stderr, status } = spawnSync(process.execPath, ['--import', teller, ...args], {
      encoding: 'utf8',
    });
    if (status !== 0) throw new Error(`${args.join(' ')}: ${stderr}`);
    return Number(/cpu ([\d.]+)/.exec(stderr)![1]);
  });
  return quantile(samples, 0.5);
}

export function commandRows(): CommandRow[] {
  const bare = processorMs(['-e', '']);
  return [['kinds'], ['symbol', '--text', 'https://ternquay.example/berth/17']].map((args) => ({
    name: `binarus ${args[0]}`,
    medianMs: processorMs(['dist/node/cli.js', ...args]) - bare,
  }));
}
