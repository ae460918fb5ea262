import { describe, expect, it } from '@jest/globals';
import { describeMessage, emptyMessage, messageSchema, writeMessage, type Message } from './kinds';
import { recognised } from './recognise';

const web = (address: string): Message => ({ kind: 'web', address });
const text = (typed: string): Message => ({ kind: 'text', text: typed });

describe('what is typed as an address or as text', () => {
  it.each([
    // Numbers that Ofcom keeps for drama, and others that belong to nobody.
    ['+44 20 7946 0018', { kind: 'phone', number: '+44 20 7946 0018' }],
    ['0044 20 7946 0018', { kind: 'phone', number: '0044 20 7946 0018' }],
    ['(020) 7946 0018', { kind: 'phone' }],
    ['ines@ternquay.example', { kind: 'email', to: ['ines@ternquay.example'] }],
    ['mailto:ines@ternquay.example', { kind: 'email', to: ['ines@ternquay.example'] }],
    ['WIFI:T:WPA;S:Slipway;P:high water;;', { kind: 'wifi', network: 'Slipway', password: 'high water' }],
    [
      'BEGIN:VCARD\nVERSION:3.0\nN:Tarrow;Ines;;;\nFN:Ines Tarrow\nEND:VCARD',
      { kind: 'contact', given: 'Ines' },
    ],
    ['geo:50.35,-5.15', { kind: 'place', latitude: '50.35', longitude: '-5.15' }],
    ['50.3512, -5.1534', { kind: 'place', latitude: '50.3512', longitude: '-5.1534' }],
    // The example of ISO 13616 for Germany.
    ['DE89 3704 0044 0532 0130 00', { kind: 'payment', iban: 'DE89 3704 0044 0532 0130 00' }],
    [
      'BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nSUMMARY:Regatta\r\nDTSTART:20270612T090000\r\nEND:VEVENT\r\nEND:VCALENDAR',
      { kind: 'event' },
    ],
    ['tel:+442079460018', { kind: 'phone', number: '+442079460018' }],
  ])('%j is recognised', (typed, message) => {
    for (const recognisedMessage of [recognised(web(typed)), recognised(text(typed))]) {
      expect(recognisedMessage).toMatchObject(message);
      expect(messageSchema.safeParse(recognisedMessage).success).toBe(true);
    }
  });

  it('is an address in a text, and stays one in its own field', () => {
    for (const typed of ['https://ternquay.example/x', 'ternquay.example', 'www.ternquay.example/menu']) {
      expect(recognised(text(typed))).toMatchObject({ kind: 'web' });
      expect(recognised(web(typed))).toBeNull();
    }
  });

  it.each([
    '',
    'Mind the step',
    'see ternquay.example',
    '2026-11-26',
    '1.50, 2 for 3',
    'Berth 17',
    '12345',
    'DE89 3704 0044 0532 0130 01',
    'A.B.C',
    '3.5',
    '91.5, 12.5',
  ])('%j stays text', (typed) => {
    expect(recognised(text(typed))).toBeNull();
  });
});

describe('a link of a chat service', () => {
  const chat = (pattern: string): Message => ({ ...emptyMessage('chat'), pattern }) as Message;
  it.each([
    ['https://chat.example/442079460018', 'https://chat.example/{number}', '+442079460018', ''],
    [
      'https://chat.example/send?phone=442079460018&text=Is%20berth%2017%20free%3F',
      'https://chat.example/send?phone={number}&text={text}',
      '+442079460018',
      'Is berth 17 free?',
    ],
    [
      'https://chat7946001.example/?to=%2B442079460018&body=Hello+there&x=1',
      'https://chat7946001.example/?to={number}&body={text}&x=1',
      '+442079460018',
      'Hello there',
    ],
    ['chat-app://send?n=442079460018', 'chat-app://send?n={number}', '+442079460018', ''],
  ])('%p becomes pattern, number and text', (link, pattern, number, said) => {
    const message = recognised(chat(link));
    expect(message).toMatchObject({ kind: 'chat', pattern, number, text: said });
    expect(describeMessage(message!).findings).toEqual([]);
    // What is written is the same link again, but for how its signs are escaped.
    expect(decodeURIComponent(writeMessage(message!)).replace('+', '')).toBe(
      decodeURIComponent(link.replace('%2B', '').replace('+', '%20')).replace('+', ''),
    );
  });

  it('is left alone when it has its places already, or no number', () => {
    expect(recognised(chat('https://chat.example/{number}'))).toBeNull();
    expect(recognised(chat('https://chat.example/join/berth'))).toBeNull();
    expect(recognised(chat('chat'))).toBeNull();
  });

  it('is asked for as long as there is none', () => {
    const typed = { ...emptyMessage('chat'), number: '+44 20 7946 0018' } as Message;
    expect(describeMessage(typed).findings).toMatchObject([{ kind: 'chat-pattern', severity: 'stop' }]);
    expect(describeMessage(emptyMessage('chat')).notes.join()).toContain('Paste the link');
  });
});

describe('a number that begins with 00', () => {
  it('is offered with + in calls, text messages and contacts', () => {
    const call = { ...emptyMessage('phone'), number: '0044 20 7946 0018' } as Message;
    expect(describeMessage(call).findings).toMatchObject([
      { severity: 'caution', fixes: [{ changes: [{ set: { number: '+44 20 7946 0018' } }] }] },
    ]);
    const card = {
      ...emptyMessage('contact'),
      given: 'Ines',
      phones: ['+44 20 7946 0018', '0044 20 7946 0019'],
    } as Message;
    expect(describeMessage(card).findings).toMatchObject([
      {
        kind: 'contact-phone',
        fixes: [{ changes: [{ set: { phones: ['+44 20 7946 0018', '+44 20 7946 0019'] } }] }],
      },
    ]);
  });

  it('is a caution without a fix where it gives no number, and in contacts that name no country', () => {
    const call = { ...emptyMessage('phone'), number: '00 1' } as Message;
    expect(describeMessage(call).findings).toMatchObject([{ kind: 'phone-number', fixes: [] }]);
    const card = { ...emptyMessage('contact'), given: 'Ines', phones: ['020 7946 0018'] } as Message;
    expect(describeMessage(card).findings).toMatchObject([{ kind: 'contact-phone', fixes: [] }]);
  });
});
