/** What the jobs of the demo lie on, and the tables that make many pieces of one. */
import { newSeries, type SeriesDocument } from '../../core/series';
import { demoLogos } from './logos';
import { sheetOn, stocks, type SheetDocument } from '../../core/sheet';

const a4 = stocks.find(({ id }) => id === 'a4')!;
/** By job. */
export const demoSheets: Readonly<Record<string, SheetDocument>> = {
  'Harbour office sticker': sheetOn(a4, {
    marks: { crop: false, registration: true, rule: true, square: true, name: true },
  }),
  'Life-jacket label': sheetOn(a4, { layout: 'grid' }),
};
/** What the seven slips are called. */
const slips = ['Curlew', 'Dunlin', 'Egret', 'Gannet', 'Heron', 'Knot', 'Plover'];
const jacketSizes = ['child', 'S', 'M', 'L', 'XL'];
export const demoSeries: Readonly<Record<string, SeriesDocument>> = {
  'Life-jacket label': newSeries(
    {
      kind: 'table',
      name: 'life-jackets.csv',
      columns: ['number', 'size', 'inspected'],
      rows: Array.from({ length: 48 }, (_, index) => [
        `LJ${String(index + 1).padStart(3, '0')}`,
        jacketSizes[(index * 7) % jacketSizes.length]!,
        `2026-${String(3 + (index % 4)).padStart(2, '0')}-${String(1 + ((index * 5) % 28)).padStart(2, '0')}`,
      ]),
    },
    {
      match: [
        { target: { on: 'message', field: 'address' }, text: 'https://ternquay.example/jacket/{number}' },
        { target: { on: 'words', id: 'words-1' }, text: '{number}  {size}' },
        { target: { on: 'serial' }, text: '{number}' },
      ],
      onSheet: true,
    },
  ),
  'Slate tide table': newSeries(
    {
      kind: 'table',
      name: 'slips.csv',
      columns: ['slip', 'name', 'mark'],
      rows: slips.map((name, index) => [String(index + 1), name, `slip-${index + 1}.svg`]),
    },
    {
      match: [
        { target: { on: 'message', field: 'address' }, text: 'https://ternquay.example/tides/slip-{slip}' },
        { target: { on: 'serial' }, text: '{name}' },
        { target: { on: 'logo' }, text: '{mark}' },
      ],
      pictures: slips.map((_, index) => ({
        name: `slip-${index + 1}.svg`,
        hash: demoLogos[`slip-${(index + 1) as 1 | 2 | 3 | 4 | 5 | 6 | 7}`].hash,
        kind: 'drawing' as const,
      })),
    },
  ),
};
