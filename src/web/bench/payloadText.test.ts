import { describe, expect, it } from '@jest/globals';
import { lengthOfPayload } from './payloadText';

describe('the length of a message', () => {
  it('counts characters as people do, and bytes where it is bytes', () => {
    expect(lengthOfPayload({ payload: 'https://ternquay.example', isBytes: false, payloadBytes: 24 })).toBe(
      '24 characters',
    );
    expect(lengthOfPayload({ payload: '⚓é', isBytes: false, payloadBytes: 5 })).toBe('2 characters');
    expect(lengthOfPayload({ payload: '🚣', isBytes: false, payloadBytes: 4 })).toBe('1 character');
    // Shown as hexadecimal digits, two for a byte with a space between.
    expect(lengthOfPayload({ payload: '00 ff 10', isBytes: true, payloadBytes: 3 })).toBe('3 bytes');
  });
});
