/** The load rows of `npm run bench` alone: `node dist/node/loadAlone.js [seconds of each] [rows]`; `rows` leaves out what goes on beside. */
import { holdFigures, loadFigures } from './load';

const [seconds = '30', only] = process.argv.slice(2);
const figures = await loadFigures(Number(seconds), only !== 'rows');
const hold = only === 'rows' ? null : await holdFigures();
const short = (_: string, value: unknown): unknown =>
  typeof value === 'number' ? Number(value.toPrecision(3)) : value;
console.log(JSON.stringify({ ...figures, hold }, short, 1));
