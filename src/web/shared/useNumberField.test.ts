import { describe, expect, it } from '@jest/globals';
import { effectScope, nextTick, ref } from 'vue';
import { parseLength } from './typedLength';
import { useNumberField } from './useNumberField';

/** A field for a length of 1 to 5000 mm that stands at 40, and all that it gave. */
function field() {
  const value = ref(40);
  const given: number[] = [];
  const field = effectScope().run(() =>
    useNumberField({
      value: () => value.value,
      min: () => 1,
      max: () => 5000,
      parse: (typed) => parseLength(typed, 'mm'),
      show: String,
      name: (mm) => `${mm} mm`,
      noun: 'length',
      accept: (mm) => {
        given.push(mm);
        value.value = mm;
      },
    }),
  )!;
  const keys = async (text: string): Promise<void> => {
    for (let end = 1; end <= text.length; end++) {
      field.type(text.slice(0, end));
      await nextTick();
    }
  };
  return { own: field, value, given, keys };
}

describe('a field for a number', () => {
  it('takes over while it is typed, and stays where it is', async () => {
    const { own, value, keys } = field();
    own.focus();
    await keys('12.5');
    expect([value.value, own.typed.value, own.problem.value]).toEqual([12.5, '12.5', '']);
    own.leave();
    expect([value.value, own.said.value]).toEqual([12.5, '']);
  });

  it('never cuts what is out of range to a part of it, and says so when it is left', async () => {
    const { own, value, keys } = field();
    own.focus();
    await keys('100000');
    expect(own.typed.value).toBe('100000');
    expect(own.problem.value).toBe('100000 mm is outside 1 to 5000 mm.');
    expect(value.value).toBe(40);
    own.leave();
    await nextTick();
    expect([value.value, own.typed.value, own.problem.value]).toEqual([40, '40', '']);
    expect(own.said.value).toBe('100000 mm is outside 1 to 5000 mm. It stays 40 mm.');
    own.focus();
    expect(own.said.value).toBe('');
  });

  it('comes back to what was there when what is typed is no length', async () => {
    const { own, value, keys } = field();
    own.focus();
    await keys('30 wide');
    expect([value.value, own.problem.value]).toEqual([40, '“30 wide” is no length. Give 1 to 5000 mm.']);
    own.type('30');
    expect([value.value, own.problem.value]).toEqual([30, '']);
    // What was meant is what comes back.
    own.settle();
    own.type('30x');
    expect(value.value).toBe(30);
  });

  it('steps within the range', async () => {
    const { own, value } = field();
    own.focus();
    own.stepTo(6000);
    await nextTick();
    expect([value.value, own.typed.value]).toEqual([5000, '5000']);
  });

  it('follows the job: a step back, another code, another unit', async () => {
    const { own, value, keys } = field();
    value.value = 55;
    await nextTick();
    expect(own.typed.value).toBe('55');
    own.focus();
    await keys('60');
    value.value = 55;
    await nextTick();
    expect(own.typed.value).toBe('55');
    own.type('none');
    expect(value.value).toBe(55);
  });
});
