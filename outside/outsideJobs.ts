/** Writes the files of several jobs into folders, with what the checks by other programs are to find in them. */
import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { findPair, templates } from '../src/content';
import { presets } from '../src/core/artwork';
import { applyChanges, newJob, type Job } from '../src/core/job';
import { boundsOf, regionArea } from '../src/core/geometry';
import { newLogo } from '../src/core/logo';
import { layerNames } from '../src/core/output';
import { isLine, type SolidSettings } from '../src/core/plan';
import { startProof } from '../src/core/proof';
import { createLibrary, runJob } from '../src/core/run';
import { makeFiles, type DownloadId } from '../src/core/files';
import { measureSeries, seriesPages, writeSeries } from '../src/core/production';
import { newSeries } from '../src/core/series';
import { sheetOn, stocks } from '../src/core/sheet';
import { logoAssets } from '../src/node/logoAssets';
import { outputBinary } from '../src/node/outputBinaries';
import { loadProofBinaries } from '../src/node/proofBinaries';

const folder = process.argv[2]!;
const library = createLibrary(logoAssets(() => Promise.resolve(null)));
const message = 'https://ternquay.example/berth/17';

const vectors: readonly DownloadId[] = [
  'svg',
  'svg-areas',
  'pdf',
  'pdf-cmyk',
  'eps',
  'dxf',
  'dxf-r12',
  'png',
  'png-clear',
  'engraving',
  'jpg',
  'webp',
  'sheet',
];

const jobOn = (material: string, machine: string, widthMm: number): Job =>
  newJob({
    name: `Berth ${widthMm} on ${material}`,
    message: { kind: 'web', address: message },
    pair: findPair(material, machine)!,
    pieceSizeMm: { width: widthMm, height: (widthMm * 2) / 3 },
    codeWidthMm: Number((0.48 * widthMm).toFixed(2)),
  });

const mirrored = (job: Job): Job => ({ ...job, making: { ...job.making, mirrored: true } });

/** Words on the sign, a base that it stands in, mirrored because it is seen through. */
const standing = (): Job => ({
  ...templates.find(({ id }) => id === 'standing-sign')!.job,
  name: 'Slip sign',
});

/** With a style and a logo. */
function dressed(job: Job): Job {
  const [code] = job.codes;
  return applyChanges(job, [
    { on: 'code', id: code!.id, part: 'style', set: { ...presets[1]!.style } },
    { on: 'code', id: code!.id, part: 'logo', set: { ...newLogo({ kind: 'icon', icon: 'anchor' }) } },
  ] as never);
}

const solid = (form: SolidSettings['form']): Job => {
  const job = jobOn('white-filament-black', 'filament-printer', 60);
  return {
    ...job,
    name: `${job.name} ${form}`,
    making: { ...job.making, solid: { ...job.making.solid, form } },
  };
};

const bodies: readonly DownloadId[] = ['stl', 'stl-bodies', '3mf'];
const jobs: readonly { readonly job: Job; readonly formats: readonly DownloadId[] }[] = [
  ...[40, 60, 200].flatMap((widthMm) => [
    { job: jobOn('birch-plywood', 'co2-laser', widthMm), formats: vectors },
    { job: jobOn('black-anodised-aluminium', 'co2-laser', widthMm), formats: vectors },
  ]),
  { job: mirrored(jobOn('birch-plywood', 'co2-laser', 90)), formats: vectors },
  { job: dressed(jobOn('birch-plywood', 'co2-laser', 120)), formats: vectors },
  { job: standing(), formats: ['svg', 'pdf', 'dxf', 'dxf-r12', 'sheet'] },
  { job: jobOn('white-vinyl', 'ink-jet-600dpi', 60), formats: vectors },
  { job: jobOn('direct-thermal-paper', 'label-printer-203dpi', 60), formats: ['pdf', 'label', 'label-pbm'] },
  ...(['relief', 'recess', 'inlay'] as const).map((form) => ({ job: solid(form), formats: bodies })),
];

await startProof(await loadProofBinaries());
const cases: object[] = [];
for (const [index, { job, formats }] of jobs.entries()) {
  await library.load(job);
  const result = runJob(job, undefined, library);
  const made = await makeFiles(
    job,
    { ...result, heldBackBy: [] },
    { revision: 1, formats, library, binary: outputBinary },
  );
  if (!('files' in made) || made.refused.length > 0) throw new Error(JSON.stringify(made));
  const jobFolder = join(folder, String(index));
  await mkdir(jobFolder, { recursive: true });
  for (const { name, bytes } of made.files) await writeFile(join(jobFolder, name), bytes);
  const { plan, piece } = result.made!;
  const sheet = plan.sheet();
  const names = layerNames(sheet);
  const cut = boundsOf(
    sheet.operations.flatMap((operation) => (operation.kind === 'cut' ? [...operation.lines] : [])),
  );
  const areaOf = (kind: string): number =>
    sheet.operations.reduce(
      (sum, operation) =>
        sum + (operation.kind === kind && !isLine(operation) ? regionArea(operation.area) : 0),
      0,
    );
  const { solid: settings } = job.making;
  const marks = (areaOf('raise') + areaOf('sink')) * settings.markMm;
  cases.push({
    folder: jobFolder,
    title: `${job.name}, revision 1`,
    message: result.codes[0]!.payload,
    width: job.piece.widthMm,
    height: job.piece.heightMm,
    mirrored: plan.mirrored,
    lighter: result.pair.markTone === 'lighter',
    outlines: Object.fromEntries(
      sheet.operations.map((operation, place) => [
        names[place],
        (isLine(operation) ? operation.lines : operation.area).length,
      ]),
    ),
    cutWidth: cut?.width ?? 0,
    cutHeight: cut?.height ?? 0,
    dot: result.pair.machine.dotMm,
    bodies: settings.form === 'recess' ? 1 : 2,
    // Area times height, by hand: a relief adds its marks, sunk ones take theirs away.
    volume:
      piece.widthMm * piece.heightMm * settings.baseMm +
      (settings.form === 'relief' ? marks : settings.form === 'recess' ? -marks : 0),
  });
}
await writeFile(join(folder, 'cases.json'), JSON.stringify(cases, null, 2));
await writeSeriesCase();

/** A series on two sheets of A4, and what has to be read at each of its places. */
async function writeSeriesCase(): Promise<void> {
  const job = newJob({
    name: 'Life-jacket label',
    message: { kind: 'web', address: message },
    pair: findPair('white-vinyl', 'ink-jet-600dpi')!,
    codeWidthMm: 24,
    pieceSizeMm: { width: 34, height: 44 },
  });
  const source = {
    kind: 'table' as const,
    name: '',
    columns: ['number'],
    rows: Array.from({ length: 40 }, (_, index) => [`LJ${String(index + 1).padStart(3, '0')}`]),
  };
  const match = [
    {
      target: { on: 'message' as const, field: 'address' },
      text: 'https://ternquay.example/jacket/{number}',
    },
  ];
  const document = sheetOn(
    stocks.find(({ id }) => id === 'a4')!,
    {
      marks: { crop: true, registration: true, rule: true, square: true, name: true },
    },
  );
  const wish = { job, series: newSeries(source, { match }) };
  const series = await measureSeries(wish, library);
  const pages = await seriesPages(wish, series, document, library);
  if ('problem' in pages) throw new Error(pages.problem);
  const { bytes, codes } = await writeSeries(wish, series, pages.laid, document, library);
  await writeFile(join(folder, 'series.pdf'), bytes);
  await writeFile(
    join(folder, 'series.json'),
    JSON.stringify({
      path: join(folder, 'series.pdf'),
      pages: pages.laid.pages.length,
      codes: codes.map(({ page, box, payload }) => ({ page, box, payload })),
    }),
  );
}
