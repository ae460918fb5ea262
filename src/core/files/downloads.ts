/** What can be downloaded of a job, and the fields of its name. */
import { titleOf, type Job } from '../job';
import { outputFormats, suits, type FormatId, type NameValues, type OutputFormat } from '../output';
import { machineKinds, type Machine, type PairValues } from '../plan';
import type { JobResult } from '../run';

/** Everything that can be downloaded of a job: the formats, and what needs more than operations. */
export type DownloadId = FormatId | 'svg-code' | 'sheet' | 'job';

export interface Download extends Omit<OutputFormat, 'id' | 'load'> {
  readonly id: DownloadId;
  /** Whether it is offered first for every machine. */
  readonly suitsAll?: true;
}

export const downloads: readonly Download[] = [
  ...outputFormats,
  {
    id: 'svg-code',
    name: 'SVG of the code alone',
    use: 'a design that is made elsewhere',
    extension: 'svg',
    mediaType: 'image/svg+xml',
    variant: 'code',
  },
  {
    id: 'sheet',
    name: 'Work sheet, PDF',
    use: 'a page to lie beside the machine',
    extension: 'pdf',
    mediaType: 'application/pdf',
    variant: 'work-sheet',
    suitsAll: true,
  },
  {
    id: 'job',
    name: 'Job',
    use: 'another Binarus, or to keep',
    extension: 'binarus.json',
    mediaType: 'application/json',
    variant: '',
  },
];
export const downloadOf = (id: DownloadId): Download => downloads.find((format) => format.id === id)!;

/** Whether it is offered first for a machine. */
export const suitsMachine = ({ id, suitsAll }: Download, machine: Pick<Machine, 'kind'>): boolean =>
  suitsAll === true || suits(id, machine);

/** Fields of names. */
export const nameValues = (
  job: Job,
  { pair }: Pick<JobResult, 'pair'>,
  revision: number | null,
): NameValues => ({
  ...pairNameValues(pair, job.piece),
  collection: job.collection,
  title: titleOf(job) || 'job',
  revision: revision === null ? '' : `r${revision}`,
});

const hundredths = (mm: number): number => Number(mm.toFixed(2));

/** Those that follow from what something is made of and how large it is; the others are empty. */
export const pairNameValues = (
  { material, machine }: Pick<PairValues, 'material' | 'machine'>,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): NameValues => ({
  collection: '',
  title: '',
  revision: '',
  size: `${hundredths(widthMm)}x${hundredths(heightMm)}mm`,
  width: `${hundredths(widthMm)}mm`,
  height: `${hundredths(heightMm)}mm`,
  material: material.name,
  machine: machine.short,
  operation: machineKinds[machine.kind].operation,
  row: '',
});
