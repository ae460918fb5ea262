/** Whether an element is the field of a list that opens and is not open. */
export const isClosedList = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  target.getAttribute('role') === 'combobox' &&
  target.getAttribute('aria-expanded') !== 'true';
