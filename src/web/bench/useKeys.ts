/** Keys of the bench. Plain letters and digits count only outside of fields. */
import { useEventListener } from '@vueuse/core';
import { isClosedList } from '../shared/closedList';

export interface KeyActions {
  readonly toStation: (index: number) => void;
  readonly toView: (index: number) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly prove: () => void;
  readonly toShelf: () => void;
  readonly toggleUnit: () => void;
  readonly firstFix: () => void;
  readonly showKeys: () => void;
  readonly showRevisions: () => void;
  readonly nudge: (dxMm: number, dyMm: number) => void;
  readonly turn: (degrees: number) => void;
  readonly remove: () => void;
  /** Closes what lies over the bench, or lets go of what is held. */
  readonly letGo: () => void;
  readonly holdNext: (step: 1 | -1) => void;
  readonly toggleNotes: () => void;
  readonly zoom: (how: 'in' | 'out' | 'fit' | 'true') => void;
}

/** What `?` lists. */
export const keyList: readonly { readonly keys: string; readonly does: string }[] = [
  { keys: '1 … 5', does: 'Message, Style, Piece, Proof, Output' },
  { keys: '6 7 8 9', does: 'Finished, Marks, Camera, Stand' },
  { keys: 'P', does: 'Prove this revision' },
  { keys: 'F', does: 'To the first fix; Enter uses it' },
  { keys: 'Ctrl Z', does: 'One step back' },
  { keys: 'Ctrl Y', does: 'One step forward; Ctrl Shift Z too' },
  { keys: 'N', does: 'Select the next thing on the piece; Shift N the one before' },
  { keys: 'Alt arrows', does: 'Move what is selected by 0.1 mm, with Shift by 1 mm' },
  { keys: 'T', does: 'Turn what is selected by 90°; Shift T by 1°' },
  { keys: 'Del', does: 'Remove what is selected' },
  { keys: '+ − 0', does: 'Zoom in, zoom out, show the whole piece' },
  { keys: 'M', does: 'True size on the screen' },
  { keys: 'H', does: 'Hide dimensions and marks around the piece, or show them' },
  { keys: 'Arrows', does: 'In a field or on the fit bar: smaller, larger; Shift for large steps' },
  { keys: 'R', does: 'Revisions: compare, restore, mark as made' },
  { keys: 'U', does: 'Millimetres or inches' },
  { keys: 'S', does: 'Back to the shelf' },
  { keys: 'Esc', does: 'Close a list or a dialog, leave a field, deselect' },
  { keys: '?', does: 'This list' },
];

const arrows: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** `isReady`: what is typed before the bench is there was meant for a field. */
export function useKeys(actions: KeyActions, isReady: () => boolean): void {
  function onKey(event: KeyboardEvent): void {
    const { key } = event;
    if (!isReady() || event.defaultPrevented) return;
    if (document.querySelector('.el-overlay:not([style*="display: none"])')) return;
    const field = (event.target as HTMLElement).closest('input, textarea, select, [contenteditable]');
    if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'z') {
      event.preventDefault();
      (event.shiftKey ? actions.redo : actions.undo)();
      return;
    }
    if (event.ctrlKey && key.toLowerCase() === 'y') {
      event.preventDefault();
      actions.redo();
      return;
    }
    const arrow = arrows[key];
    if (event.altKey && arrow && !field) {
      event.preventDefault();
      const step = event.shiftKey ? 1 : 0.1;
      actions.nudge(arrow[0] * step, arrow[1] * step);
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (field) {
      // A list that is open closes first; it does that itself.
      if (key === 'Escape' && field.getAttribute('aria-expanded') !== 'true') (field as HTMLElement).blur();
      return;
    }
    if (key === 'Escape') {
      // A menu that is open closes first; it does that itself.
      if (document.querySelector('.el-popper[aria-hidden="false"]') === null) actions.letGo();
      return;
    }
    const digit = '123456789'.indexOf(key);
    if (digit >= 5) actions.toView(digit - 5);
    else if (digit >= 0) actions.toStation(digit);
    else if (key === '?') actions.showKeys();
    else {
      const letter = {
        p: actions.prove,
        f: actions.firstFix,
        u: actions.toggleUnit,
        r: actions.showRevisions,
        s: actions.toShelf,
        n: () => actions.holdNext(event.shiftKey ? -1 : 1),
        t: () => actions.turn(event.shiftKey ? 1 : 90),
        delete: actions.remove,
        '+': () => actions.zoom('in'),
        '-': () => actions.zoom('out'),
        '0': () => actions.zoom('fit'),
        m: () => actions.zoom('true'),
        h: actions.toggleNotes,
      }[key.toLowerCase()];
      if (letter === undefined) return;
      letter();
    }
    event.preventDefault();
  }
  useEventListener('keydown', onKey);
  // A list that is closed keeps Esc to itself; it is a field like the others, and is left.
  useEventListener(
    'keydown',
    ({ key, target }) => {
      if (key === 'Escape' && isClosedList(target)) (target as HTMLElement).blur();
    },
    { capture: true },
  );
}
