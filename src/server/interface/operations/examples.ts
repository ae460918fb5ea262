/** Things of Ternquay Boatyard that examples are about. */
import { newJob, type Job } from '../../../core/job';
import { startingPair, valuesOf } from '../../../core/plan';
import { newSeries } from '../../../core/series';
import { sheetOn, stocks } from '../../../core/sheet';

export const plate: Job = newJob({
  name: 'Berth 17 plate',
  message: { kind: 'web', address: 'https://ternquay.example/berth/17' },
});
export const look = { style: plate.codes[0]!.style, logo: null };
export const sheet = sheetOn(
  stocks.find(({ id }) => id === 'a4')!,
  { layout: 'grid' },
);
export const series = newSeries(
  { kind: 'table', name: 'jackets.csv', columns: ['number'], rows: [['LJ001'], ['LJ002']] },
  {
    match: [
      { target: { on: 'message', field: 'address' }, text: 'https://ternquay.example/jacket/{number}' },
    ],
  },
);
export const profile = {
  name: 'Our vinyl cutter',
  note: '',
  basedOn: startingPair.profile,
  pair: valuesOf(startingPair),
};
export const link = {
  formatVersion: 1,
  name: 'Regatta',
  collection: '',
  campaign: '',
  note: '',
  places: [{ slug: 'REGATTA', name: '' }],
  target: 'https://ternquay.example/results',
  rules: [],
  retired: null,
};
