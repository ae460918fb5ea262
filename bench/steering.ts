/** Free bits chosen for a picture: a disc over most of the symbol, all masks compared. */
import { encodeSymbol, type Wishes } from '../src/core/symbol';
import { quantile } from './timing';

const disc = (size: number): Wishes => {
  const wanted = new Int8Array(size * size);
  const weight = new Uint8Array(size * size).fill(60);
  for (let module = 0; module < wanted.length; module++) {
    const [y, x] = [Math.floor(module / size) + 0.5 - size / 2, (module % size) + 0.5 - size / 2];
    const far = Math.hypot(x, y) - size / 4;
    wanted[module] = far < 0 ? 1 : 0;
    if (Math.abs(far) < 1.5) weight[module] = 200;
  }
  return { wanted, weight };
};

export interface SteeringRow {
  readonly version: number;
  readonly ms: number;
  readonly budgetMs: number;
}

export const steeringRows = (): readonly SteeringRow[] =>
  (
    [
      [10, 60],
      [25, 400],
      [40, 2000],
    ] as const
  ).map(([version, budgetMs]) => {
    const settings = {
      level: 'L',
      raiseLevel: false,
      version,
      mask: 'least-penalty',
      mode: 'shortest',
      eci: false,
    } as const;
    const times = Array.from({ length: 5 }, () => {
      const from = performance.now();
      encodeSymbol('https://ternquay.example/berth/17', settings, disc);
      return performance.now() - from;
    });
    return { version, ms: quantile(times, 0.5), budgetMs };
  });
