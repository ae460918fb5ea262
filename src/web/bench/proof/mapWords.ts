/** What rows, columns and cells of the maps are called. */
import { cameras, scenes } from '../../../core/camera';
import { leastShare, type Cell, type MapKind, type MapPlan } from '../../../core/proof';
import type { SurveyKind } from '../useTolerance';
import { distanceText, percentText, type LengthUnit } from '../../shared/units';

export const surveys: readonly {
  readonly value: SurveyKind;
  readonly label: string;
  readonly hint: string;
}[] = [
  { value: 'distance-tilt', label: 'Tilt', hint: 'How far away, and how much it leans' },
  { value: 'distance-light', label: 'Light', hint: 'How far away, and how much light there is' },
  { value: 'distance-size', label: 'Size', hint: 'How far away, and how large the code is made' },
  { value: 'camera-scene', label: 'Places', hint: 'Where it is read, and by which phone' },
  { value: 'harm', label: 'Harm', hint: 'How much dirt, and which torn corner, it survives' },
  { value: 'grade', label: 'Grade', hint: 'Print quality by the standards, as a verifier would measure it' },
];

/** What the rows of a map are. */
export const rowsAre: Readonly<Record<MapKind, string>> = {
  'distance-tilt': 'leaning by',
  'distance-light': 'in light of',
  'distance-size': 'made',
  'camera-scene': 'read',
};

export function rowName({ kind }: Pick<MapPlan, 'kind'>, row: MapPlan['rows'][number]): string {
  if (typeof row === 'string') return scenes.find(({ id }) => id === row)!.name;
  switch (kind) {
    case 'distance-tilt':
      return `${row}°`;
    case 'distance-light':
      return `${row} lux`;
    case 'distance-size':
    case 'camera-scene':
      return row === 1 ? 'as it is' : percentText(row);
  }
}

export const columnName = (column: MapPlan['columns'][number], unit: LengthUnit): string =>
  typeof column === 'string' ? cameras.find(({ id }) => id === column)!.name : distanceText(column, unit);

/** Share of the shots that the slowest reader read, in percent. */
export const cellNumber = (cell: Cell): number => Math.round(100 * leastShare(cell));
