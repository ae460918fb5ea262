/** Files of sheets in every format that a machine's sheet can have, by what is in them: none that is right is refused. */
import { describe, expect, it } from '@jest/globals';
import { findPair } from '../content';
import { operationFormats } from '../core/files';
import { checkedSheetFiles, hasCodes, laySheets, sheetParts } from '../core/imposition';
import { newJob } from '../core/job';
import { runJob } from '../core/run';
import { noMarks, sheetOn, stocks, type SheetDocument } from '../core/sheet';
import { outputBinary } from '../node/outputBinaries';
import { testReaders } from '../testing/readSymbol';

const a6 = stocks.find(({ id }) => id === 'a6')!;
/** All but the name of the sheet, which is set in a font. */
const marks = { ...noMarks, crop: true, registration: true, square: true, rule: true };

describe('files of a sheet', () => {
  it.each([
    ['white-vinyl', 'ink-jet-600dpi'],
    ['birch-plywood', 'co2-laser'],
    ['black-anodised-aluminium', 'fibre-laser'],
    ['direct-thermal-paper', 'label-printer-203dpi'],
  ])(
    'of %s by %s agree with the sheet in every format, and none is refused for what is in it',
    async (material, machine) => {
      const pair = findPair(material, machine)!;
      const job = newJob({
        name: 'Harbour office',
        message: { kind: 'web', address: 'https://ternquay.example/h' },
        pair,
        codeWidthMm: 25,
        pieceSizeMm: { width: 40, height: 34 },
      });
      const document: SheetDocument = { ...sheetOn(a6, { layout: 'grid' }), marks };
      const laid = laySheets(document, [{ result: runJob(job), quantity: 2 }]);
      expect(laid.pages[0]!.placed).toHaveLength(2);
      for (const part of sheetParts) {
        const { files, codes, unread, measures, refused } = await checkedSheetFiles(document, laid, {
          formats: operationFormats(pair),
          part,
          binary: outputBinary,
          readers: testReaders,
        });
        expect([part, codes, unread]).toEqual([part, hasCodes(part) ? 2 : 0, []]);
        expect(refused.filter(({ problem }) => problem.includes('does not read back'))).toEqual([]);
        expect(measures).toBeGreaterThanOrEqual(files.length);
      }
    },
  );
});
