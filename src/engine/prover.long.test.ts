import { describe, expect, it } from '@jest/globals';
import { logoAssets } from '../node/logoAssets';
import { loadProofBinaries } from '../node/proofBinaries';
import { newJob, type Job, applyChanges } from '../core/job';
import { findPair } from '../content';
import { createLibrary } from '../core/run';
import { withFirst } from '../testing/findings';
import { emptyCell, plainCondition, stateOfCell, type Condition } from '../core/proof';
import { PanelProver } from './prover';
import { startHarms, startMap, type MapShooter } from './toleranceMap';

const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const prover = new PanelProver(loadProofBinaries, library);
const address = 'https://ternquay.example/berth/17';
const plate = newJob({
  message: { kind: 'web', address },
  pair: findPair('black-anodised-aluminium', 'co2-laser'),
});
const all = { first: 1, step: 1, ofShots: 20 };
const plain = plainCondition(0.25);
const unmakeable: Job = withFirst(plate, { message: { kind: 'text', text: 'q'.repeat(3000) } });

describe('a proof', () => {
  it('tells every verdict as it comes, and ends with the last', async () => {
    const progress: number[] = [];
    const report = await prover.prove(plate, 1, all, ({ shots }) => progress.push(shots));
    expect(progress).toEqual([4, 8, 12, 16, 20]);
    expect(report).toMatchObject({ verdict: 'good', shots: 20 });
  });

  it('ends when a newer one begins, and is null then', async () => {
    const progress: number[] = [];
    const older = prover.prove(plate, 1, all, ({ shots }) => progress.push(shots));
    const newer = prover.prove(plate, 2, all, () => {});
    expect(await older).toBeNull();
    expect(progress.length).toBeLessThan(5);
    expect(await newer).toMatchObject({ shots: 20 });
  });

  it('is null for a job that gives no file', async () => {
    expect(await prover.prove(unmakeable, 1, all, () => {})).toBeNull();
    expect(await prover.glance(unmakeable)).toBeNull();
    expect(await prover.look(unmakeable, plain, { number: 1 }, 'code-1')).toBeNull();
    expect(await prover.planMap(unmakeable, 'distance-tilt')).toBeNull();
  });

  it('at a glance has fewer shots and says so', async () => {
    expect(await prover.glance(plate)).toMatchObject({ shots: 8, ofShots: 20, verdict: 'good' });
  });
});

describe('a look', () => {
  it('is of the condition that was asked, with what each reader makes of it', async () => {
    const straight = (await prover.look(plate, { ...plain, tiltDegrees: 0 }, { number: 1 }, 'code-1'))!;
    expect(straight).toMatchObject({ tiltDegrees: 0, lack: null });
    expect(straight.readings.filter(({ read }) => read).length).toBeGreaterThan(2);
    expect(straight.losses).toMatchObject({ worst: 0, unseenShare: 0 });
    expect(await prover.readPicture(straight.frame)).toMatchObject({
      bytes: new TextEncoder().encode(address),
      level: 'M',
    });
    const leaning = (await prover.look(plate, { ...plain, tiltDegrees: 50 }, { number: 1 }, 'code-1'))!;
    expect(leaning.tiltDegrees).toBe(50);
    expect(leaning.narrowestPixels / straight.narrowestPixels).toBeCloseTo(Math.cos((50 * Math.PI) / 180), 2);
  });

  it('says what is missing first', async () => {
    const worst = (change: Partial<Condition>) =>
      prover.look(plate, { ...plain, ...change }, { worstOf: 4 }, 'code-1').then((look) => look!.lack);
    expect(await worst({ distanceM: 0.9 })).toBe('pixels');
    expect(await worst({ lux: 6 })).toBe('light');
    expect(await worst({ distanceM: 0.03 })).toBe('frame');
  });
});

/** As it answers from its worker. */
const shooter: MapShooter = {
  planMap: (...map) => prover.planMap(...map),
  cell: (...shots) => prover.cell(...shots),
  harm: (...shots) => prover.harm(...shots),
  callOffMaps: () => Promise.resolve(prover.callOffMaps()),
};

describe('a map', () => {
  it('is of the job at hand: shared out among provers it says the same', async () => {
    const tellings: number[] = [];
    const alone = await startMap([shooter], plate, 'distance-light', () => {}).done;
    const shared = await startMap([shooter, shooter], plate, 'distance-light', ({ cells }) =>
      tellings.push(cells.reduce((sum, { shots }) => sum + shots, 0)),
    ).done;
    expect(shared).toEqual(alone);
    expect(tellings.every((shots, index) => index === 0 || shots >= tellings[index - 1]!)).toBe(true);
  });

  it('that is called off is null, and the next begins anew', async () => {
    const survey = startMap([shooter], plate, 'camera-scene', () => {});
    setTimeout(survey.callOff, 150);
    expect(await survey.done).toBeNull();
    const cell = await prover.cell(plate, emptyCell(plain, 3), 2);
    expect(cell).toMatchObject({ shots: 2 });
  });

  it('of harm is called off, too', async () => {
    const progress: number[] = [];
    const survey = startHarms([shooter], plate, (survived) => progress.push(survived.length));
    setTimeout(survey.callOff, 1500);
    expect(await survey.done).toBeNull();
    const count = progress.length;
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(progress.length).toBe(count);
  });
});

describe('what would make it read', () => {
  it('was tried in the condition', async () => {
    // At 2.4 pixels a module it needs to be larger; 25 % more is 3.
    const far = { ...plain, distanceM: 0.53 };
    const fixes = (await prover.fixesIn(plate, far))!;
    expect(fixes.map(({ label }) => JSON.stringify(label))).toContainEqual(expect.stringContaining('wider'));
    const mended = applyChanges(plate, fixes[0]!.changes);
    expect(stateOfCell((await prover.cell(mended, emptyCell(far, 3), 8))!)).toBe('good');
  });
});
