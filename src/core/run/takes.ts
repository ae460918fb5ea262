/** What can be taken of a job, and the fields of its name. */
import { titleOf, type Job } from '../job';
import { outputFormats, type FormatId, type NameValues, type OutputFormat } from '../output';
import { machineKinds, type MachineKindId, type PairValues } from '../plan';
import type { JobResult } from './runJob';

/** Everything that can be taken of a job: the formats, and what needs more than operations. */
export type TakeId = FormatId | 'svg-code' | 'sheet' | 'job';

export interface Take extends Omit<OutputFormat, 'id' | 'load'> {
  readonly id: TakeId;
}

const everyKind = Object.keys(machineKinds) as MachineKindId[];

export const takes: readonly Take[] = [
  ...outputFormats,
  {
    id: 'svg-code',
    name: 'SVG of the code alone',
    use: 'a design that is made elsewhere',
    extension: 'svg',
    mediaType: 'image/svg+xml',
    variant: 'code',
    suits: [],
  },
  {
    id: 'sheet',
    name: 'Make sheet, PDF',
    use: 'a page to lie beside the machine',
    extension: 'pdf',
    mediaType: 'application/pdf',
    variant: 'make-sheet',
    suits: everyKind,
  },
  {
    id: 'job',
    name: 'Job',
    use: 'another Binarus, or to keep',
    extension: 'binarus.json',
    mediaType: 'application/json',
    variant: '',
    suits: [],
  },
];
export const takeOf = (id: TakeId): Take => takes.find((take) => take.id === id)!;

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

/** Those that follow from what something is made of and how large it is; the others are empty. */
export const pairNameValues = (
  { material, machine }: Pick<PairValues, 'material' | 'machine'>,
  { widthMm, heightMm }: { readonly widthMm: number; readonly heightMm: number },
): NameValues => ({
  collection: '',
  title: '',
  revision: '',
  size: `${widthMm}x${heightMm}mm`,
  width: `${widthMm}mm`,
  height: `${heightMm}mm`,
  material: material.name,
  machine: machine.short,
  operation: machineKinds[machine.kind].operation,
  row: '',
});
