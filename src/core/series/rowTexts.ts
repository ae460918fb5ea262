/** What is wrong with rows and tables, in words. Rows are counted as in the file: the head is row 1. */
import type { RowProblem } from './applyRow';
import { singleTargets, type Target } from './match';
import type { TableNote } from './table';

export function targetName(target: Target): string {
  if (target.on === 'message') return target.field;
  return target.on === 'words' ? `words ${target.id}` : singleTargets[target.on].name;
}

export function problemText(problem: RowProblem): string {
  switch (problem.kind) {
    case 'empty':
      return `${problem.columns.join(' and ')} is empty.`;
    case 'no-column':
      return `There is no column “${problem.column}”.`;
    case 'no-field':
      return `The message has no ${problem.field}.`;
    case 'no-words':
      return `There are no words ${problem.id} on the piece.`;
    case 'no-picture':
      return `There is no picture “${problem.name}”.`;
    case 'no-logo':
      return 'The code has no logo that a title could stand below.';
    case 'no-fix':
      return `What was changed to fix it makes no piece any more: ${problem.why}`;
    case 'not-a-number':
      return `${targetName(problem.target)} is “${problem.value}”; it is a number from ${problem.least} to ${problem.most}.`;
    case 'refused':
      return `${problem.field} cannot be “${problem.value}”: ${problem.why}`;
  }
}

export function noteText(note: TableNote): string {
  switch (note.kind) {
    case 'ragged':
      return `Row ${note.row} has ${note.cells} cells, and there are ${note.columns} columns.`;
    case 'same-name':
      return `Two columns are called “${note.column}”; the second is “${note.renamed}” here.`;
    case 'no-name':
      return `A column has no name; it is “${note.renamed}” here.`;
    case 'quotes':
      return `Row ${note.row} has a quotation mark that does not end.`;
    case 'formula':
      return `Row ${note.row}, ${note.column}: “${note.value}” is a formula, and is taken as it stands.`;
    case 'spoilt':
      return `Row ${note.row}, ${note.column}: “${note.value}” looks spoilt by a spreadsheet: ${
        {
          exponent: 'a long number that was cut short',
          'leading-zeros': 'leading zeros are lost',
          date: 'a date was made of it',
        }[note.by]
      }.`;
  }
}
