/** What a work sheet says of a job. */
import { codeNamer, metricAmount, wordsOf } from '../finding';
import type { Job } from '../job';
import type { FileNotes, MakeSheet } from '../output';
import { markedModules } from '../plan';
import { quickProofKind, quickProofTitle, type JobResult, type Made } from '../run';

/** What a work sheet says, in the words of whoever stands at the machine. */
export function makeSheetOf(
  job: Job,
  { pair, findings }: JobResult,
  { plan, piece }: Made,
  notes: FileNotes,
  proof: string | undefined,
): MakeSheet {
  const words = { amount: metricAmount, code: codeNamer(job.codes) };
  const { process, machine, material } = pair;
  const number = (value: number): string => String(Number(value.toFixed(3)));
  const given = (name: string, value: number | null, unit: string): (readonly [string, string])[] =>
    value === null || value === 0 ? [] : [[name, `${number(value)} ${unit}`]];
  /** The quick proof is no limit that was measured; it can be let pass like one. */
  const titleOf = (kind: string): string =>
    kind === quickProofKind
      ? quickProofTitle
      : (findings.find((finding) => finding.kind === kind)?.title ?? kind);
  const wrong = findings.filter(({ severity }) => severity !== 'fine');
  return {
    notes,
    sheet: plan.sheet(),
    rows: [
      ...(job.collection === '' ? [] : [['Collection', job.collection] as const]),
      ['Piece', `${number(job.piece.widthMm)} x ${number(job.piece.heightMm)} mm`],
      ['Material', material.name],
      ['Machine', machine.name],
      [
        'Marks',
        `${markedModules[plan.marks]}${plan.reversed ? ', reversed' : ''}${plan.mirrored ? ', mirrored' : ''}`,
      ],
      ...piece.codes.map(
        ({ code, moduleMm }, index) =>
          [
            piece.codes.length === 1 ? 'Code' : `Code ${index + 1}`,
            `${number(code.width)} mm, module ${number(moduleMm)} mm`,
          ] as const,
      ),
      ['Read from', `${number(job.reading.distanceM)} m`],
      ...given('Edges drawn in by', plan.compensationMm, 'mm'),
      ...given('Kerf', process.kerfMm, 'mm'),
      ...given('Speed of marking', process.markMmPerS, 'mm/s'),
      ...given('Speed of cutting', process.cutMmPerS, 'mm/s'),
      ...given('Line interval', process.lineIntervalMm, 'mm'),
      ...given('Depth', process.depthMm, 'mm'),
      ...(plan.body === null || plan.body.changesAt.length === 0
        ? []
        : [['Change the colour at layer', plan.body.changesAt.join(', ')] as const]),
      ['Limits', wrong.length === 0 ? 'all fine' : `${wrong.length} of ${findings.length} not fine`],
      ['Proof', proof ?? 'not proved'],
    ],
    lists: [
      {
        heading: 'Not fine',
        lines: wrong.map(({ title, text }) => `${title}: ${wordsOf(text, words)}`),
      },
      {
        heading: 'Allowed anyway on this job',
        lines: job.overrides.map(
          (override) => `${titleOf(override.kind)}: ${override.reason} (${override.at.slice(0, 10)})`,
        ),
      },
    ],
  };
}
