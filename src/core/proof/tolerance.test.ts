/** Maps of tolerance, filled by made-up shooters of which it is known where they read. */
import { describe, expect, it } from '@jest/globals';
import { planMap, type Condition, type MapPlan } from './conditions';
import {
  fillMap,
  leastShare,
  reachOf,
  stateOfCell,
  weakestOf,
  type Cell,
  type CellShooter,
} from './tolerance';
import type { CodeToRead } from './setup';

const code = { moduleMm: 1, quietZone: { x: 0, y: 0, width: 37, height: 37 } } as CodeToRead;
const setup = { codes: [code], distanceM: 0.25 };

/** Reads as many in a hundred as a rule says, of every reader. */
const reading =
  (rule: (condition: Condition) => number): CellShooter =>
  (cell, wanted) =>
    Promise.resolve({
      ...cell,
      shots: wanted,
      read: cell.read.map(() => Math.round(wanted * rule(cell.condition))),
    });

const filled = async (plan: MapPlan, rule: (condition: Condition) => number) => {
  const progress: (readonly Cell[])[] = [];
  const cells = (await fillMap(plan, 3, [reading(rule)], { tell: (now) => progress.push(now) }))!;
  return { cells, told: progress };
};

describe('the plan of a map', () => {
  it('has what is asked among its columns, and what a hand does among its rows', () => {
    const plan = planMap(setup, 'distance-tilt');
    expect(plan.columns[plan.asked.column]).toBe(0.25);
    expect(plan.rows[plan.asked.row]).toBe(25);
    expect(plan.columns.every((metres, index) => index === 0 || metres > plan.columns[index - 1]!)).toBe(
      true,
    );
    // 37 modules of 1 mm need 1.3 x 90 mm; at 2.5 pixels they end at 1478 / 2.5 = 591 mm, and a quarter more is shot.
    expect(plan.columns[0]).toBeCloseTo(0.117, 3);
    expect(plan.columns.at(-1)).toBeCloseTo(0.739, 3);
    expect(plan.conditions[plan.columns.length]).toMatchObject({
      tiltDegrees: 15,
      distanceM: plan.columns[0],
    });
  });

  it('of places has every scene and every camera', () => {
    const plan = planMap(setup, 'camera-scene');
    expect([plan.columns.length, plan.rows.length, plan.conditions.length]).toEqual([3, 8, 24]);
    expect(plan.conditions[plan.asked.column]).toMatchObject({ scene: 'room', camera: 'usual-phone' });
  });
});

describe('a map', () => {
  it('says from where to where it reads, on as many shots as a verdict takes', async () => {
    const plan = planMap(setup, 'distance-tilt');
    const reads = ({ distanceM, tiltDegrees }: Condition): number =>
      distanceM > 0.2 && distanceM < 0.5 && tiltDegrees! < 40 ? 1 : 0;
    const { cells } = await filled(plan, reads);
    const reach = reachOf(plan, cells)!;
    const [first, last] = reach.columns.map((column) => Number(plan.columns[column]));
    expect([first! > 0.2, last! < 0.5, Number(plan.columns[reach.columns[1] + 1]) >= 0.5]).toEqual([
      true,
      true,
      true,
    ]);
    expect(reach.rows).toEqual([0, 3]);
    expect(reach.isFinal).toBe(true);
    for (const cell of [
      plan.asked.row * plan.columns.length + reach.columns[1],
      reach.rows[1] * plan.columns.length + plan.asked.column,
    ])
      expect(cells[cell]!.shots).toBe(20);
    // The nearest that does not read is one step on.
    expect(weakestOf(plan, cells)!.condition).toMatchObject({ tiltDegrees: 25 });
  });

  it('where some shots are read and some are not takes more of them', async () => {
    const plan = planMap(setup, 'distance-light');
    const { cells } = await filled(plan, ({ lux }) => (lux === 500 ? 0.5 : 1));
    const shots = cells.filter(({ condition }) => condition.lux === 500).map((cell) => cell.shots);
    expect(Math.min(...shots)).toBeGreaterThan(3);
    expect(cells.every((cell) => cell.shots >= 2)).toBe(true);
    expect(stateOfCell(cells.find(({ condition }) => condition.lux === 500)!)).toBe('stop');
  });

  it('that reads nowhere says so, and spends little on it', async () => {
    const plan = planMap(setup, 'distance-tilt');
    const { cells } = await filled(plan, () => 0);
    expect(reachOf(plan, cells)).toBeNull();
    expect(cells.reduce((sum, { shots }) => sum + shots, 0)).toBeLessThan(100);
    expect(weakestOf(plan, cells)).toBe(cells[plan.asked.row * plan.columns.length + plan.asked.column]);
  });

  it('begins with what was asked, and never tells fewer shots than before', async () => {
    const plan = planMap(setup, 'distance-size');
    const { told } = await filled(plan, () => 1);
    const asked = plan.asked.row * plan.columns.length + plan.asked.column;
    expect(told[0]!.map(({ shots }) => shots > 0).indexOf(true)).toBe(asked);
    const sums = told.map((cells) => cells.reduce((sum, { shots }) => sum + shots, 0));
    expect(sums).toEqual([...sums].sort((a, b) => a - b));
  });

  it('ends when it is stale, or when a shooter is called off', async () => {
    const plan = planMap(setup, 'distance-tilt');
    let shot = 0;
    const stale = await fillMap(plan, 3, [reading(() => 1)], { isStale: () => ++shot > 6 });
    expect(stale).toBeNull();
    expect(leastShare({ condition: plan.conditions[0]!, shots: 0, read: [0, 0, 0], wrong: 0 })).toBe(0);
  });

  it('that a shooter fails in tells it', async () => {
    const plan = planMap(setup, 'distance-tilt');
    await expect(fillMap(plan, 3, [() => Promise.reject(new Error('broke'))])).rejects.toThrow('broke');
  });
});
