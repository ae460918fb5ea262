/** What the machine does of a piece, as the page draws it while that is looked at. */
import { pathData } from '../core/output';
import {
  isLine,
  thinParts,
  workOf,
  type Operation,
  type OperationSheet,
  type Pair,
  type Plan,
  type Work,
} from '../core/plan';
import type { JobResult } from '../core/run';

export interface OperationView {
  readonly kind: string;
  readonly label: string;
  readonly path: string;
  readonly isLine: boolean;
  readonly work: Work;
}

export interface MarksView {
  readonly operations: readonly OperationView[];
  /** Where marks are thinner than the machine can make. */
  readonly thinPath: string;
}

/** While something else is looked at. */
export const noMarks: MarksView = { thinPath: '', operations: [] };

export function marksView(result: JobResult, plan: Plan): MarksView {
  const { pair } = result;
  const sheet = plan.sheet();
  return {
    thinPath: hasThinMarks(result) ? thinPathOf(sheet, pair) : '',
    operations: sheet.operations.map((operation) => operationView(operation, pair)),
  };
}

/** Findings that say that some mark is thinner than the machine's own. */
const thinKinds: ReadonlySet<string> = new Set(['thinnest-part', 'piece-strokes']);
const hasThinMarks = ({ findings }: Pick<JobResult, 'findings'>): boolean =>
  findings.some(({ kind, severity }) => thinKinds.has(kind) && severity !== 'fine');

/** Of larger ones the search takes longer than a key press has; the finding stands beside. */
const mostCorners = 12_000;
function thinPathOf(sheet: OperationSheet, { process }: Pair): string {
  const corners = sheet.operations.reduce(
    (sum, operation) =>
      sum + (isLine(operation) ? 0 : operation.area.reduce((corners, { length }) => corners + length, 0)),
    0,
  );
  return corners > mostCorners ? '' : pathData(thinParts(sheet, process.elementMm));
}

function operationView(operation: Operation, pair: Pair): OperationView {
  return {
    kind: operation.kind,
    label: operation.label,
    path: isLine(operation) ? pathData(operation.lines, operation.isOpen) : pathData(operation.area),
    isLine: isLine(operation),
    work: workOf(operation, pair),
  };
}
