import { afterEach, beforeEach, describe, expect, it, jest } from '@jest/globals';
import { z } from '../../core/schema';
import { enterBrowser, type FakeBrowser } from '../../testing/browser';
import { EditHistory } from './editHistory';

let nowMs = 0;
let browser: FakeBrowser;
const opened = (key = 'plate'): EditHistory<string> => {
  const history = new EditHistory(z.string(), () => nowMs);
  history.open(key);
  return history;
};

beforeEach(() => {
  jest.useFakeTimers();
  browser = enterBrowser(() => Promise.reject(new Error('nothing is asked')));
  nowMs = 10_000;
});
afterEach(() => {
  browser.leave();
  jest.useRealTimers();
});

describe('steps back and forward', () => {
  it('are there after an edit, one after the other, and give back what was there', () => {
    const history = opened();
    expect([history.canUndo.value, history.canRedo.value, history.undo('x')]).toEqual([false, false, null]);
    history.note('one', 'width');
    history.note('two', 'height');
    expect(history.undo('three')).toBe('two');
    expect(history.undo('two')).toBe('one');
    expect([history.canUndo.value, history.canRedo.value]).toEqual([false, true]);
    expect(history.redo('one')).toBe('two');
    expect(history.redo('two')).toBe('three');
    expect(history.canRedo.value).toBe(false);
  });

  it('lead nowhere forward after a new edit', () => {
    const history = opened();
    history.note('one', 'width');
    expect(history.undo('two')).toBe('one');
    history.note('one', 'width');
    expect([history.canRedo.value, history.redo('other')]).toEqual([false, null]);
    expect(history.undo('other')).toBe('one');
  });

  it('go on while one field is typed into, and begin anew after a pause, another field, and the end of a step', () => {
    const history = opened();
    const steps = (): number => {
      let count = 0;
      while (history.undo(`${count}`) !== null) count++;
      for (let back = 0; back < count; back++) history.redo('');
      return count;
    };
    history.note('b', 'name');
    nowMs += 800;
    history.note('be', 'name');
    expect(steps()).toBe(1);
    history.note('ber', 'name');
    nowMs += 901;
    history.note('bert', 'name');
    expect(steps()).toBe(3);
    history.note('bert', 'name');
    history.note('berth', 'note');
    expect(steps()).toBe(5);
    history.note('berth', 'note');
    history.endStep();
    history.note('berth', 'note');
    expect(steps()).toBe(7);
  });

  it('take in what follows from an edit, however long after, but not after another', () => {
    const history = opened();
    history.note('bare', 'add');
    nowMs += 5000;
    history.goOn('add');
    history.note('put on', 'add');
    expect(history.undo('with room')).toBe('bare');
    expect(history.undo('bare')).toBeNull();
    history.note('bare', 'add');
    history.note('put on', 'name');
    history.goOn('add');
    history.note('named', 'add');
    expect(history.undo('with room')).toBe('named');
  });

  it('are a hundred at most, the newest', () => {
    const history = opened();
    for (let edit = 0; edit < 130; edit++) history.note(String(edit), `field ${edit}`);
    let oldest = '';
    for (let step = history.undo('now'); step !== null; step = history.undo(step)) oldest = step;
    expect(oldest).toBe('30');
  });

  it('outlive a reload, those of each document for itself', () => {
    const history = opened();
    history.note('one', 'width');
    jest.advanceTimersByTime(400);
    history.undo('two');
    jest.advanceTimersByTime(400);
    const again = opened();
    expect([again.canUndo.value, again.redo('one')]).toEqual([false, 'two']);
    expect([opened('tag').canUndo.value, opened('tag').canRedo.value]).toEqual([false, false]);
  });

  it('of a document that is left at once are kept as its own, not as those of the next', () => {
    const history = opened('plate');
    history.note('plate', 'width');
    history.open('tag');
    jest.advanceTimersByTime(1000);
    expect([history.canUndo.value, opened('tag').canUndo.value]).toEqual([false, false]);
    expect(opened('plate').undo('other')).toBe('plate');
  });

  it('that cannot be read are none', () => {
    sessionStorage.setItem('plate', '{"undo": [7], "redo": []}');
    expect(opened().canUndo.value).toBe(false);
  });
});
