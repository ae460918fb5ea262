/** Moving, turning, resizing and taking away, on a real document that is drawn by the real press. */
import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { createPinia, setActivePinia } from 'pinia';
import { effectScope, type EffectScope } from 'vue';
import { logoAssets } from '../../node/logoAssets';
import { newJob, itemsOf, type Job } from '../../core/job';
import { findPair } from '../../content';
import { createLibrary } from '../../core/run';
import { JobPress } from '../../engine/press';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { useBench } from '../stores/bench';
import { useStage } from '../stores/stage';
import { useThings } from './useThings';

const id = '6d2f9a3e-2222-4222-8333-444455556666';
let browser: FakeBrowser;
let scope: EffectScope;

/** A label or a board with words, a frame and a code. */
function boardOn(material: string, machine: string): Job {
  const job = newJob({
    message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
    pair: findPair(material, machine),
    codeWidthMm: 29,
    pieceSizeMm: { width: 120, height: 80 },
  });
  const items = itemsOf([
    { kind: 'words', text: 'BERTH 17', xMm: 8, yMm: 6, capitalMm: 4 },
    { kind: 'words', text: 'TIDES', xMm: 'middle', yMm: 60, capitalMm: 4 },
    { kind: 'frame', around: 'code-1', shape: 'band', bandMm: 5, text: 'SCAN ME' },
  ]);
  return { ...job, piece: { ...job.piece, items } };
}

async function opened(job: Job) {
  browser = enterBrowser(() =>
    Promise.resolve(
      new Response(
        JSON.stringify({ id, revision: 1, savedAt: '2026-11-25T10:00:00.000Z', document: job, proof: null }),
      ),
    ),
  );
  setActivePinia(createPinia());
  const bench = useBench();
  await bench.open(id);
  const press = new JobPress(createLibrary(logoAssets(() => Promise.resolve(null))), () =>
    Promise.reject(new Error('no renderer')),
  );
  await press.load(job);
  const things = scope.run(() =>
    useThings(
      () => bench.document,
      () => press.press(bench.document!, 'code-1').made,
    ),
  )!;
  const hold = (name: RegExp): void => {
    const thing = things.all.value.find((candidate) => name.test(candidate.name));
    if (thing === undefined) throw new Error(things.all.value.map((other) => other.name).join());
    things.hold(thing);
  };
  const item = (position: number) =>
    bench.document!.piece.items[position] as { xMm: number | 'middle'; yMm: number };
  return { bench, things, hold, item };
}
const board = () => opened(boardOn('birch-plywood', 'co2-laser'));

beforeEach(() => {
  // What is kept or saved after a while is not waited for.
  jest.useFakeTimers();
  scope = effectScope();
});
afterEach(() => {
  jest.useRealTimers();
  scope.stop();
  browser.leave();
});

describe('a thing that is held', () => {
  it('is the code at hand, until another is taken', async () => {
    const { things, hold } = await board();
    expect(things.held.value).toMatchObject({ id: 'code-1', kind: 'code' });
    hold(/BERTH/);
    expect(things.held.value!.kind).toBe('words');
  });

  it('is nudged by as much as the keys were pressed, and one step back undoes them together', async () => {
    const { bench, things, hold, item } = await board();
    hold(/BERTH/);
    for (let key = 0; key < 3; key++) things.nudge(0.1, 0);
    things.nudge(0, -1);
    expect([item(0).xMm, item(0).yMm]).toEqual([8.3, 5]);
    bench.undo();
    expect([item(0).xMm, item(0).yMm]).toEqual([8, 6]);
  });

  it('leaves the middle of an axis only along which it is nudged', async () => {
    const { things, hold, item } = await board();
    hold(/TIDES/);
    things.nudge(0, 2);
    expect(item(1)).toMatchObject({ xMm: 'middle', yMm: 62 });
    things.nudge(0.1, 0);
    expect(typeof item(1).xMm).toBe('number');
  });

  it('turns about its middle, to within half a turn either way', async () => {
    const { bench, things } = await board();
    things.nudge(0.1, 0.1);
    const middle = () => {
      const { box } = things.held.value!;
      return [box.x + box.width / 2, box.y + box.height / 2];
    };
    const before = middle();
    for (const [asked, stands] of [
      [30, 30],
      [200, -160],
      [-190, 170],
      [180, 180],
    ] as const) {
      things.turnTo(asked);
      expect(bench.document!.codes[0]!.placement.turnDegrees).toBe(stands);
      middle().forEach((position, axis) => expect(position).toBeCloseTo(before[axis]!, 2));
    }
  });

  it('has no place of its own when it follows a code', async () => {
    const { bench, things, hold } = await board();
    const before = bench.document;
    hold(/frame|SCAN/i);
    things.nudge(1, 1);
    things.turnTo(45);
    things.resizeTo(50);
    expect(bench.document).toBe(before);
  });

  it('is resized: words in proportion, a code in tenths or in whole dots a module', async () => {
    const plain = await board();
    plain.things.resizeTo(31.26);
    expect(plain.bench.document!.codes[0]!.placement.widthMm).toBe(31.3);
    plain.hold(/BERTH/);
    const { size } = plain.things.held.value!;
    plain.things.resizeTo(size.width * 2);
    expect(plain.things.held.value!.size.height).toBeCloseTo(size.height * 2, 1);
    browser.leave();

    const dotted = await opened(boardOn('direct-thermal-paper', 'label-printer-203dpi'));
    dotted.things.resizeTo(30);
    // Version 3 has 29 modules (ISO/IEC 18004:2015, table 1); dots are an eighth of a millimetre.
    expect(dotted.bench.document!.codes[0]!.placement.widthMm).toBe(8 * 29 * 0.125);
  });

  it('is taken away, and held no longer', async () => {
    const { bench, things, hold } = await board();
    hold(/BERTH/);
    things.removeHeld();
    expect(bench.document!.piece.items).toHaveLength(2);
    expect(useStage().selected).toBeNull();
    // The last code stays.
    things.removeHeld();
    expect(bench.document!.codes).toHaveLength(1);
  });
});
