/** `npm run demo-checks`: photographs of three pieces of the demo, rendered and checked, for `src/content/demoChecks.json`. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { openDatabase } from '../src/server/db';
import { openData } from '../src/server/data';
import { fillWithDemo } from '../src/server/demo';
import { checkPhoto, codeToTell, keptResult } from '../src/core/photo';
import { openStudio, plainCondition, startProof, trialOf, type CodeToRead } from '../src/core/proof';
import { createLibrary, runJob } from '../src/core/run';
import { meantCodes, proofSetup } from '../src/core/proving';
import { noWear, photograph, shotOf, type Wear } from '../src/core/simulation';
import type { SceneId } from '../src/core/camera';
import { logoAssets } from '../src/node/logoAssets';
import { loadProofBinaries } from '../src/node/proofBinaries';

interface DemoPhoto {
  readonly job: string;
  readonly note: string;
  readonly scene: SceneId;
  readonly distanceM: number;
  readonly tiltDegrees: number;
  readonly turn: number;
  readonly shot: number;
  readonly dirtMm: number;
}

const photos: readonly DemoPhoto[] = [
  {
    job: 'Oar rack tag',
    note: 'Varnish spilt on it; still reads',
    scene: 'office',
    distanceM: 0.14,
    tiltDegrees: 18,
    turn: 0.12,
    shot: 2,
    dirtMm: 5,
  },
  {
    job: 'Berth 17 plate',
    note: 'On its post, the first evening',
    scene: 'overcast',
    distanceM: 0.13,
    tiltDegrees: 12,
    turn: -0.2,
    shot: 3,
    dirtMm: 0,
  },
  {
    job: 'Slate tide table',
    note: 'By the slip after a winter',
    scene: 'wet',
    distanceM: 0.4,
    tiltDegrees: 20,
    turn: 0.06,
    shot: 5,
    dirtMm: 9,
  },
];

/** Where the photographs themselves go; without it what was found in them is written. */
const photoFolder = process.argv[2];
const readers = await startProof(await loadProofBinaries());
const data = openData(openDatabase(':memory:'));
await fillWithDemo(data);
const checks = [];
for (const { job: name, note, scene, distanceM, tiltDegrees, turn, shot, dirtMm } of photos) {
  const { id } = data.jobs.summaries().find((one) => one.name === name)!;
  const { document } = data.jobs.find(id)!;
  const library = createLibrary(logoAssets((hash) => Promise.resolve(data.files.find(hash)?.bytes ?? null)));
  await library.load(document);
  const result = runJob(document, undefined, library, 'none');
  const setup = proofSetup(document, result, 1)!;
  const studio = openStudio(setup);
  const [code] = setup.codes as [CodeToRead];
  const wear = ({ quietZone }: CodeToRead): Wear => ({
    ...noWear,
    dirt:
      dirtMm === 0
        ? []
        : [
            {
              xMm: quietZone.x + 0.62 * quietZone.width,
              yMm: quietZone.y + 0.6 * quietZone.height,
              diameterMm: dirtMm,
            },
          ],
  });
  const trial = { ...trialOf(setup, { ...plainCondition(distanceM), scene, tiltDegrees }), wear };
  const frame = photograph(
    studio.subject(code, trial),
    { ...shotOf(trial.setting, setup.seed, shot), turn },
    true,
  );
  const check = await checkPhoto(frame, readers, meantCodes(result));
  const picture = sharp(Buffer.from(frame.rgba.buffer), {
    raw: { width: frame.width, height: frame.height, channels: 4 },
  })
    .removeAlpha()
    .jpeg({ quality: 88 });
  const fileName = `${name.toLowerCase().replaceAll(' ', '-')}.jpg`;
  if (photoFolder !== undefined) await picture.clone().toFile(join(photoFolder, fileName));
  const thumbnail = await picture.resize(240, 240, { fit: 'inside' }).jpeg({ quality: 80 }).toBuffer();
  const kept = keptResult(check, codeToTell(check));
  console.log(`${name}: ${kept.verdict}, ${kept.compared?.wrong.length ?? 'no'} modules differ`);
  checks.push({
    job: name,
    note,
    fileName,
    thumbnail: thumbnail.toString('base64'),
    result: kept,
  });
}
if (photoFolder === undefined)
  writeFileSync('src/content/demoChecks.json', `${JSON.stringify(checks, null, 1)}\n`);
