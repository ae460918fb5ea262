import { describe, expect, it } from '@jest/globals';
import { TypedAhead } from './typedAhead';

/** Keeps what is typed from the start; the shortcuts of the page listen after it, as those of a real page do. */
function newPage() {
  const page = new EventTarget();
  const heard: string[] = [];
  const typedAhead = new TypedAhead(() => page);
  typedAhead.begin();
  page.addEventListener('keydown', (event) => heard.push((event as KeyboardEvent).key));
  const press = (key: string, more: object = {}): void => {
    page.dispatchEvent(Object.assign(new Event('keydown', { cancelable: true }), { key, ...more }));
  };
  return { page, heard, press, typedAhead };
}

describe('what is typed before there is a field', () => {
  it('is kept in order, and nobody else hears it', () => {
    const { press, heard, typedAhead } = newPage();
    for (const key of 'hps') press(key);
    press('Backspace');
    press('ü');
    expect(typedAhead.end()).toBe('hpü');
    expect(heard).toEqual([]);
  });

  it('is a shortcut again once it was asked for', () => {
    const { press, heard, typedAhead } = newPage();
    press('h');
    typedAhead.end();
    press('h');
    expect([heard, typedAhead.end()]).toEqual([['h'], '']);
  });

  it('leaves commands and keys without a letter to others', () => {
    const { press, heard, typedAhead } = newPage();
    press('z', { ctrlKey: true });
    press('Tab');
    press('ArrowDown');
    expect(heard).toEqual(['z', 'Tab', 'ArrowDown']);
    expect(typedAhead.end()).toBe('');
  });

  it('takes what is pasted', () => {
    const { page, press, typedAhead } = newPage();
    const clipboardData = { getData: () => ' https://ternquay.example/haul-out\n' };
    page.dispatchEvent(Object.assign(new Event('paste'), { clipboardData }));
    press('/');
    expect(typedAhead.end()).toBe('https://ternquay.example/haul-out/');
  });

  it('ends with Escape, and where something else is clicked', () => {
    for (const end of ['Escape', 'click']) {
      const { page, press, heard, typedAhead } = newPage();
      press('h');
      if (end === 'click') page.dispatchEvent(new Event('pointerdown'));
      else press('Escape');
      heard.length = 0;
      press('h');
      expect([heard, typedAhead.end()]).toEqual([['h'], '']);
    }
  });

  it('stays in a field that has the keys', () => {
    const { page, heard, typedAhead } = newPage();
    const event = Object.assign(new Event('keydown'), { key: 'h' });
    Object.defineProperty(event, 'target', { value: { closest: () => ({}) } });
    page.dispatchEvent(event);
    expect([heard, typedAhead.end()]).toEqual([['h'], '']);
  });
});
