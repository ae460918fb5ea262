/**
 * How far from the way that is asked a piece still reads: a map of two conditions, of which every cell is shot by itself.
 * Cells are taken in an order in which what matters comes first, so that whoever ends early knows the most.
 */
import { breathe } from '../tasks';
import type { Reader } from '../readers';
import { trialOf, type Condition, type MapPlan } from './conditions';
import { count, shootAll, type Count } from './prove';
import type { Studio } from './studio';
import { fullShotCount, readerState, verdictOf, type ProofReport } from './verdict';

export interface Cell {
  readonly condition: Condition;
  readonly shots: number;
  /** Shots that each voting reader read, in the order of the panel. */
  readonly read: readonly number[];
  /** Readings of some other text. */
  readonly wrong: number;
}

/** So many shots tell what is fine or hopeless; where readers are in between, more are taken. */
const fewCellShots = 3;
/** Enough where nothing was read one step nearer. */
const hopelessShots = 2;
/** Nothing is called safe on fewer. */
export const safeCellShots = fullShotCount;
/** Shots of a cell of which some were read and some were not. */
const doubtfulShots = 6;

export const emptyCell = (condition: Condition, readers: number): Cell => ({
  condition,
  shots: 0,
  read: Array.from({ length: readers }, () => 0),
  wrong: 0,
});

/** What a cell says of itself; how much that is worth is for its shots to say. */
export const stateOfCell = ({ shots, read }: Cell): ProofReport['verdict'] =>
  verdictOf(read.map((held) => ({ votes: true, state: readerState(held, shots) })));

/** Share of the shots that the slowest reader read. */
export const leastShare = ({ shots, read }: Cell): number => (shots === 0 ? 0 : Math.min(...read) / shots);

/** More shots of one cell, up to a number; null when it became stale. They go on from those that were taken. */
export async function shootCell(
  studio: Studio,
  readers: readonly Reader[],
  cell: Cell,
  wanted: number,
  isStale: () => boolean = () => false,
): Promise<Cell | null> {
  const trial = trialOf(studio.setup, cell.condition);
  const counts: Count[] = cell.read.map((read) => ({ read, wrong: 0 }));
  let { shots } = cell;
  for (; shots < wanted; shots++) {
    const seen = await shootAll(studio, readers, trial, shots + 1);
    counts.forEach((readerCount, reader) => count(readerCount, seen, reader));
    // Between shots others are let in, who may call it off.
    await breathe();
    if (isStale()) return null;
  }
  return {
    ...cell,
    shots,
    read: counts.map(({ read }) => read),
    wrong: cell.wrong + counts.reduce((sum, { wrong }) => sum + wrong, 0),
  };
}

/** Who takes the shots of a cell; null when it was called off. */
export type CellShooter = (cell: Cell, wanted: number) => Promise<Cell | null>;

export interface MapCourse {
  /** Told after every cell, with all of them. */
  readonly tell?: (cells: readonly Cell[]) => void;
  readonly isStale?: () => boolean;
}

/**
 * Fills a map, several cells at the same time when there are several shooters: first a few shots of every cell, more where
 * those disagree, and at last a verdict's worth of those that say how far it reads. Null when it became stale.
 */
export async function fillMap(
  plan: MapPlan,
  readers: number,
  shooters: readonly CellShooter[],
  { tell, isStale = () => false }: MapCourse = {},
): Promise<readonly Cell[] | null> {
  const cells = plan.conditions.map((condition) => emptyCell(condition, readers));
  const fill = async (queue: number[], wanted: (cell: Cell) => number): Promise<void> => {
    const work = async (shoot: CellShooter): Promise<void> => {
      for (let next = queue.shift(); next !== undefined; next = queue.shift()) {
        const shots = wanted(cells[next]!);
        if (isStale() || shots <= cells[next]!.shots) continue;
        const shot = await shoot(cells[next]!, shots);
        if (shot === null || isStale()) return;
        cells[next] = shot;
        tell?.(cells.slice());
      }
    };
    await Promise.all(shooters.map(work));
  };
  await fill([...orderOf(plan)], ({ condition }) =>
    isHopeless(plan, cells, plan.conditions.indexOf(condition)) ? hopelessShots : fewCellShots,
  );
  await fill(
    orderOf(plan).filter((cell) => isDoubtful(cells[cell]!)),
    () => doubtfulShots,
  );
  // What is walked over to say how far it reads may become longer as cells are shot.
  for (let edge = unsureOf(plan, cells); edge.length > 0 && !isStale(); edge = unsureOf(plan, cells))
    await fill([...edge], () => safeCellShots);
  return isStale() ? null : cells;
}

/** Whether nothing at all was read one step nearer to what was asked. */
function isHopeless({ columns, asked }: MapPlan, cells: readonly Cell[], cell: number): boolean {
  const [column, row] = [cell % columns.length, Math.floor(cell / columns.length)];
  const nearer = (step: number, from: number): number => step - Math.sign(step - from);
  return [
    [nearer(column, asked.column), row],
    [column, nearer(row, asked.row)],
  ].some(([atColumn, atRow]) => {
    const other = atRow! * columns.length + atColumn!;
    return other !== cell && cells[other]!.shots > 0 && cells[other]!.read.every((held) => held === 0);
  });
}

const isDoubtful = ({ shots, read }: Cell): boolean => read.some((held) => held > 0 && held < shots);

/** The cell that was asked, then outwards. */
function orderOf({ columns, rows, conditions, asked }: MapPlan): readonly number[] {
  const far = (cell: number): number =>
    Math.abs((cell % columns.length) - asked.column) +
    Math.abs(Math.floor(cell / columns.length) - asked.row);
  return rows.length === 0 ? [] : conditions.map((_, cell) => cell).sort((a, b) => far(a) - far(b) || a - b);
}

/** The cells that lie from the one that was asked along its row and its column, up to the first that does not read. */
function walked({ columns, rows, asked }: MapPlan, cells: readonly Cell[]) {
  const at = (column: number, row: number): Cell | undefined =>
    column < 0 || row < 0 || column >= columns.length || row >= rows.length
      ? undefined
      : cells[row * columns.length + column];
  const walk = (right: number, down: number): { readonly steps: number; readonly over: readonly Cell[] } => {
    const over: Cell[] = [];
    for (let steps = 0; ; steps++) {
      const cell = at(asked.column + steps * right, asked.row + steps * down);
      if (cell === undefined) return { steps, over };
      over.push(cell);
      if (cell.shots === 0 || stateOfCell(cell) !== 'good') return { steps, over };
    }
  };
  return { left: walk(-1, 0), right: walk(1, 0), up: walk(0, -1), down: walk(0, 1) };
}

/** Cells on which what is said rests, and which have too few shots for it: the one that was asked, and the last that reads each way. */
function unsureOf(plan: MapPlan, cells: readonly Cell[]): readonly number[] {
  const ways = Object.values(walked(plan, cells));
  const ends = ways.map(({ steps, over }) => over[Math.max(steps - 1, 0)]);
  // Every scene is asked about by itself.
  const { columns, asked } = plan;
  const rowCells =
    plan.kind === 'camera-scene' ? cells.filter((_, cell) => cell % columns.length === asked.column) : [];
  const all = new Set([...ends, ...rowCells]);
  return cells.flatMap((cell, place) => (all.has(cell) && cell.shots < safeCellShots ? [place] : []));
}

/** From where to where it reads, in what the map has on its sides; null where it does not read as it was asked. */
export interface Reach {
  /** First and last column that reads, on the row that was asked. */
  readonly columns: readonly [number, number];
  /** First and last row that reads, in the column that was asked. */
  readonly rows: readonly [number, number];
  /** What was asked and the last that reads each way had the shots of a verdict. */
  readonly isFinal: boolean;
}

export function reachOf(plan: MapPlan, cells: readonly Cell[]): Reach | null {
  const { left, right, up, down } = walked(plan, cells);
  if (right.steps === 0) return null;
  const { column, row } = plan.asked;
  return {
    columns: [column - left.steps + 1, column + right.steps - 1],
    rows: [row - up.steps + 1, row + down.steps - 1],
    isFinal: unsureOf(plan, cells).length === 0,
  };
}

/** The condition nearest to what was asked in which it does not read; null where it reads in all that were shot. */
export function weakestOf(plan: MapPlan, cells: readonly Cell[]): Cell | null {
  const failing = orderOf(plan).find(
    (cell) => cells[cell]!.shots > 0 && stateOfCell(cells[cell]!) !== 'good',
  );
  return failing === undefined ? null : cells[failing]!;
}
