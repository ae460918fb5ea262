/** Keys of the shelf. */
import { useEventListener } from '@vueuse/core';

export interface ShelfKeyActions {
  readonly startJob: () => void;
  readonly search: () => void;
  readonly duplicate: (id: string) => void;
  readonly archive: (id: string) => void;
  readonly toBin: (id: string) => void;
  readonly toggle: (id: string) => void;
  readonly undo: () => void;
}

export function useShelfKeys(actions: ShelfKeyActions): void {
  function onKey(event: KeyboardEvent): void {
    const { key } = event;
    const inField = (event.target as HTMLElement).closest('input:not([type="checkbox"]), textarea') !== null;
    if (inField) {
      if (key === 'Escape') (event.target as HTMLElement).blur();
      return;
    }
    const links = [...document.querySelectorAll<HTMLElement>('[data-job]')];
    const index = links.indexOf(document.activeElement as HTMLElement);
    const id = links[index]?.dataset.id;
    if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'z') actions.undo();
    else if (event.ctrlKey || event.metaKey || event.altKey) return;
    else if (key === 'ArrowDown') links[Math.min(index + 1, links.length - 1)]?.focus();
    else if (key === 'ArrowUp') links[Math.max(index - 1, 0)]?.focus();
    else if (key === '/') actions.search();
    else if (key.toLowerCase() === 'n') actions.startJob();
    else if (id === undefined) return;
    else if (key === ' ') actions.toggle(id);
    else if (key === 'Delete') actions.toBin(id);
    else if (key.toLowerCase() === 'a') actions.archive(id);
    else if (key.toLowerCase() === 'd') actions.duplicate(id);
    else if (key === 'F2')
      links[index]!.closest('.row')?.querySelector<HTMLElement>('[aria-label="Rename"]')?.click();
    else return;
    event.preventDefault();
  }
  useEventListener('keydown', onKey);
}
