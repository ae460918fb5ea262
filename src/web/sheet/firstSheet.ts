/** What a sheet begins with: what the machine of a job takes. */
import { type Job, pairOfJob } from '../../core/job';
import { machineKinds } from '../../core/plan';
import {
  evenMargin,
  sheetOn,
  stocks,
  usualGap,
  type ChosenStock,
  type SheetDocument,
} from '../../core/sheet';

/** What most machines leave free (common practice, no source). */
const marginMm = 5;

/** Labels on a roll of the piece's own size for printers of labels, paper for other printers, the bed for the rest. */
export function machineStock(job: Job): ChosenStock {
  const { machine } = pairOfJob(job);
  const { widthMm, heightMm } = job.piece;
  if (machine.dotMm !== null)
    return {
      id: 'own-labels',
      name: `Roll of ${widthMm} × ${heightMm} labels`,
      stock: {
        kind: 'roll',
        widthMm: Math.max(widthMm, Math.min(machine.bedWidthMm, widthMm + 4)),
        across: 1,
        labelWidthMm: widthMm,
        labelHeightMm: heightMm,
        gapAcrossMm: 0,
        gapAlongMm: 3,
        cornerMm: 0,
      },
    };
  if (machineKinds[machine.kind].feedsPaper) {
    const { id, name, stock } = stocks[0]!;
    return { id, name, stock };
  }
  return {
    id: 'bed',
    name: `Bed, ${machine.short}`,
    stock: {
      kind: 'sheet',
      widthMm: machine.bedWidthMm,
      heightMm: machine.bedHeightMm ?? 1000,
      marginMm: evenMargin(marginMm),
    },
  };
}

export function firstSheet(jobId: string, job: Job): SheetDocument {
  const { kerfMm } = pairOfJob(job).process;
  return sheetOn(machineStock(job), {
    gapMm: usualGap(kerfMm),
    pieces: [{ jobId, quantity: null }],
  });
}
