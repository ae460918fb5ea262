import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { applyChanges, newJob, parseJob } from '../job';
import { runJob } from '../run';
import { describeMessage, messageSchema, readPayload, writeMessage, type Message } from './kinds';

const web = (address: string): Message => ({ kind: 'web', address });

describe('a web address', () => {
  it.each([
    ['ternquay.example/berth/17', 'https://ternquay.example/berth/17'],
    ['  https://ternquay.example ', 'https://ternquay.example'],
    ['http://ternquay.example', 'http://ternquay.example'],
    ['localhost:8080/x', 'https://localhost:8080/x'],
    ['HTTPS://TERNQUAY.EXAMPLE', 'HTTPS://TERNQUAY.EXAMPLE'],
    ['//ternquay.example/x', 'https://ternquay.example/x'],
    ['', ''],
  ])('%p is written %p', (typed, payload) => {
    expect(writeMessage(web(typed))).toBe(payload);
  });

  it('says that https was put in front, and only when it was', () => {
    expect(describeMessage(web('ternquay.example')).notes).toEqual([
      'No scheme was typed, so https:// is put in front.',
    ]);
    expect(describeMessage(web('https://ternquay.example')).notes).toEqual([]);
    expect(describeMessage(web('ternquay.example')).summary).toBe('Opens ternquay.example in the browser.');
  });

  it.each([
    ['javascript:alert(1)', 'address-scheme'],
    ['data:text/html,x', 'address-scheme'],
    ['https://ternquay .example/', 'address-host'],
  ])('%p is stopped with %s', (address, kind) => {
    expect(describeMessage(web(address)).findings).toMatchObject([{ kind, severity: 'stop' }]);
  });
});

describe('what is no web address', () => {
  it.each([
    ['ines@ternquay.example', { kind: 'email', to: ['ines@ternquay.example'] }],
    ['our new menu', { kind: 'text', text: 'our new menu' }],
    ['ternquay-tides:berth/17', { kind: 'app', link: 'ternquay-tides:berth/17' }],
  ])('%p becomes what it is in one click', (typed, message) => {
    const job = newJob({ message: web(typed) });
    const [finding] = runJob(job).findings;
    const mended = applyChanges(job, finding!.fixes[0]!.changes);
    expect(parseJob(mended)).toEqual({ job: mended });
    expect(mended.codes[0]!.message).toMatchObject(message);
    expect(runJob(mended).findings.filter(({ station }) => station === 'message')).toEqual([]);
  });
});

describe('a space inside an address', () => {
  it('is written as %20, with the question whether it was meant', () => {
    expect(writeMessage(web('https://ternquay.example/a b'))).toBe('https://ternquay.example/a%20b');
    expect(describeMessage(web('https://ternquay.example/a b')).findings).toMatchObject([
      { kind: 'address-space', severity: 'caution' },
    ]);
  });
});

describe('every kind', () => {
  const messages = fc.oneof(
    fc.webUrl().map(web),
    fc.string({ maxLength: 200, unit: 'binary' }).map((text): Message => ({ kind: 'text', text })),
  );
  it('comes back from its payload with the same payload', () => {
    fc.assert(
      fc.property(messages, (message) => {
        const payload = writeMessage(message);
        expect(writeMessage(readPayload(payload))).toBe(payload);
        expect(messageSchema.safeParse(message).success).toBe(true);
      }),
    );
  });

  it('is recognised: addresses as addresses, the rest as text', () => {
    expect(readPayload('https://ternquay.example/x')).toEqual(web('https://ternquay.example/x'));
    expect(readPayload('see https://ternquay.example')).toMatchObject({ kind: 'text' });
  });
});
