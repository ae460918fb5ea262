/** `binarus proof`: the very file, photographed and read; where it is asked, and how far from what is asked it holds. */
import { cameraIds, sceneIds } from '../../core/camera';
import {
  fillMap,
  harms,
  openStudio,
  plainCondition,
  planMap,
  proveUntil,
  reachOf,
  readShots,
  shootCell,
  startProof,
  surviveHarm,
  weakestOf,
  worstLook,
  mapKinds,
  type MapKind,
  type ProofSetup,
  type Studio,
} from '../../core/proof';
import { voting, type Reader } from '../../core/readers';
import { proofSetup, setupInSize } from '../../core/proving';
import type { Library } from '../../core/run';
import type { Job } from '../../core/job';
import { loadProofBinaries } from '../../node/proofBinaries';
import { UsageError, type Outcome, type Values } from '../command';
import { oneOf } from '../input';
import { printed, tell } from '../findings';
import { runFile } from '../jobFile';

/** What `--map` calls each map of the core. */
const namesOfMaps: Readonly<Record<MapKind, string>> = {
  'distance-tilt': 'tilt',
  'distance-light': 'light',
  'distance-size': 'size',
  'camera-scene': 'places',
};
const harmName = 'harm';

/** What `--map` may name. */
export const surveyNames: readonly string[] = [...Object.values(namesOfMaps), harmName];

export async function proveFile(values: Values, positionals: readonly string[]): Promise<Outcome> {
  const scene = oneOf(values, 'scene', sceneIds);
  const camera = oneOf(values, 'camera', cameraIds);
  const wanted = surveysOf(values);
  const { job, result, library } = await runFile(values, positionals);
  const setup = proofSetup(job, result, null);
  if (setup === null) {
    tell(result.findings, job.codes);
    return { output: { verdict: 'stop', findings: printed(result.heldBackBy, job.codes) }, stops: true };
  }
  const readers = await startProof(await loadProofBinaries());
  const plain = plainCondition(setup.distanceM);
  const condition = { ...plain, scene: scene ?? plain.scene, camera: camera ?? plain.camera };
  const report = await proveUntil(setup, readers, {
    condition,
    tell: ({ shots, ofShots, verdict }) => process.stderr.write(`${shots} of ${ofShots} shots: ${verdict}\n`),
  });
  const maps = Object.fromEntries(
    await wanted.reduce<Promise<[string, unknown][]>>(async (before, name) => {
      const done = await before;
      process.stderr.write(`map of ${name}\n`);
      return [...done, [name, await surveyed(name, job, setup, voting(readers), library)]];
    }, Promise.resolve([])),
  );
  return {
    output: {
      ...report,
      scene: condition.scene,
      camera: condition.camera,
      seed: setup.seed,
      ...(wanted.length > 0 ? { maps } : {}),
    },
    stops: report!.verdict === 'stop',
  };
}

/** Names with commas between them; nothing where none are asked for. */
function surveysOf(values: Values): readonly string[] {
  if (values.map === undefined) return [];
  return String(values.map)
    .split(',')
    .map((name) => {
      const known = surveyNames.find((one) => one === name.trim());
      if (known === undefined)
        throw new UsageError(`there is no map “${name}”; there is ${surveyNames.join(', ')}.`);
      return known;
    });
}

async function surveyed(
  name: string,
  job: Job,
  setup: ProofSetup,
  readers: readonly Reader[],
  library: Library,
): Promise<unknown> {
  const studio = openStudio(setup);
  if (name === harmName) {
    const shots = await readShots(studio, readers);
    const survived = [];
    for (const harm of harms) survived.push(await surviveHarm(studio, readers, harm, shots));
    return survived;
  }
  return mapped(
    mapKinds.find((kind) => namesOfMaps[kind] === name)!,
    job,
    studio,
    readers,
    library,
  );
}

async function mapped(
  kind: MapKind,
  job: Job,
  studio: Studio,
  readers: readonly Reader[],
  library: Library,
): Promise<unknown> {
  const plan = planMap(studio.setup, kind);
  const studios = new Map<number, Studio>([[1, studio]]);
  const cells = (await fillMap(plan, readers.length, [
    async (cell, wanted) => {
      const { size } = cell.condition;
      const studio = studios.get(size) ?? openStudio((await setupInSize(job, size, library))!);
      studios.set(size, studio);
      return shootCell(studio, readers, cell, wanted);
    },
  ]))!;
  const reach = reachOf(plan, cells);
  const weakest = weakestOf(plan, cells);
  const look =
    weakest === null
      ? null
      : await worstLook(studios.get(weakest.condition.size)!, readers, weakest.condition, weakest.shots);
  return {
    columns: plan.columns,
    rows: plan.rows,
    cells,
    readers: readers.map(({ id }) => id),
    reads: reach && {
      from: plan.columns[reach.columns[0]],
      to: plan.columns[reach.columns[1]],
      rows: [plan.rows[reach.rows[0]], plan.rows[reach.rows[1]]],
      isFinal: reach.isFinal,
    },
    weakest: look && { condition: look.condition, lacks: look.lack, pixelsPerModule: look.narrowestPixels },
  };
}
