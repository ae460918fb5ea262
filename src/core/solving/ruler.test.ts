import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { withFirst } from '../../testing/findings';
import { applyChanges, newJob, type CodeSettings, type Job } from '../job';
import { emptyMessage, type Message } from '../message';
import { measureMessage } from './ruler';
import { runJob } from '../run';
import { defaultSymbolSettings, smallestVersions } from '../symbol';

const jobOf = (message: Message): Job => newJob({ message });
const codeWith = (message: Message): CodeSettings => jobOf(message).codes[0]!;
const versionOf = (text: string): number => smallestVersions(text, defaultSymbolSettings).M!;

describe('measureMessage', () => {
  it('counts the letters left and those to drop by ISO/IEC 18004:2015, Table 7', () => {
    // 2-M holds 26 bytes, 3-M 42, 1-M 14.
    const { lettersLeft, charactersToDrop, byLevel } = measureMessage(
      codeWith({ kind: 'text', text: 'q'.repeat(20) }),
    );
    expect([lettersLeft, charactersToDrop]).toEqual([6, 6]);
    expect(byLevel.map(({ level, version }) => `${level}${version}`)).toEqual(['L2', 'M2', 'Q2', 'H3']);
  });

  it('is exact for any text: one letter more grows the symbol, one character more kept does not shrink it', () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, maxLength: 300 }), (text) => {
        const { lettersLeft, charactersToDrop } = measureMessage(codeWith({ kind: 'text', text }));
        const version = versionOf(text);
        expect(versionOf(text + 'a'.repeat(lettersLeft!))).toBe(version);
        expect(versionOf(text + 'a'.repeat(lettersLeft! + 1))).toBeGreaterThan(version);
        if (charactersToDrop === null) return;
        const kept = [...text].slice(0, -charactersToDrop || undefined).join('');
        expect(kept === '' ? 1 : versionOf(kept)).toBeLessThan(version);
        expect(versionOf([...text].slice(0, [...kept].length + 1).join(''))).toBe(version);
      }),
      { numRuns: 60, seed: 17 },
    );
  });

  it('offers only savings that make the symbol smaller, and each does what it says', () => {
    const jobs = [
      jobOf({
        kind: 'web',
        address: 'https://ternquay.example/berth/17?utm_source=slipway-sign&utm_medium=sign',
      }),
      jobOf({ kind: 'web', address: 'https://boatyard.ternquay.example/a' }),
      jobOf({
        ...emptyMessage('contact'),
        given: 'Ines',
        family: 'Tarrow',
        organisation: 'Ternquay Boatyard',
      } as Message),
    ];
    const labels = jobs.flatMap((job) =>
      measureMessage(job.codes[0]!).savings.map(({ label, changes, fromVersion, toVersion }) => {
        const saved = runJob(applyChanges(job, changes)).made!.codes[0]!.symbol;
        expect(toVersion).toBeLessThan(fromVersion);
        expect(saved.version).toBe(toVersion);
        return label;
      }),
    );
    expect(labels).toContain('Leave the campaign parameters out');
    expect(labels).toContain('Capital letters in scheme and host');
    expect(labels).toContain('Compact contact form');
  });

  it('sets the forms of a contact side by side, the compact one smallest', () => {
    const ines = {
      ...emptyMessage('contact'),
      given: 'Ines',
      family: 'Tarrow',
      phones: ['+442079460018'],
    } as Message;
    const { forms } = measureMessage(codeWith(ines));
    expect(forms.map(({ form }) => form)).toEqual(['vcard3', 'vcard4', 'compact']);
    expect(forms[2]!.bytes).toBe('MECARD:N:Tarrow,Ines;TEL:+442079460018;;'.length);
    expect(Math.min(...forms.map(({ bytes }) => bytes))).toBe(forms[2]!.bytes);
  });

  it('measures nothing without a message', () => {
    expect(measureMessage(codeWith({ kind: 'web', address: '' }))).toEqual({
      byLevel: [],
      lettersLeft: null,
      charactersToDrop: null,
      savings: [],
      forms: [],
    });
  });
});

describe('a payment', () => {
  it('is stopped until the symbol has the level that EPC069-12 asks for', () => {
    const payment = jobOf({
      ...emptyMessage('payment'),
      beneficiary: 'Ternquay Rowing Club',
      iban: 'DE89370400440532013000',
    } as Message);
    const wide = withFirst(payment, { symbol: { ...payment.codes[0]!.symbol, level: 'Q' } });
    // The level that it begins with is not raised past it.
    expect(runJob(payment).findings.filter(({ kind }) => kind === 'symbol-rule')).toEqual([]);
    expect(runJob(payment).made!.codes[0]!.symbol.level).toBe('M');
    const stop = runJob(wide).findings.find(({ kind }) => kind === 'symbol-rule')!;
    expect(stop).toMatchObject({ severity: 'stop' });
    const mended = runJob(applyChanges(wide, stop.fixes[0]!.changes));
    expect(mended.made!.codes[0]!.symbol.level).toBe('M');
    expect(mended.findings.some(({ kind }) => kind === 'symbol-rule')).toBe(false);
  });
});
