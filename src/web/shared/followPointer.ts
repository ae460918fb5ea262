/** Follows a pointer that was pressed on an element until it is let go, wherever it goes meanwhile. */
export function followPointer(
  event: PointerEvent,
  move: (event: PointerEvent) => void,
  end: () => void = () => {},
): void {
  const target = event.currentTarget as Element;
  const on = target as HTMLElement;
  const letGo = new AbortController();
  const { signal } = letGo;
  const stop = (): void => {
    letGo.abort();
    end();
  };
  target.setPointerCapture(event.pointerId);
  on.addEventListener('pointermove', move, { signal });
  on.addEventListener('pointerup', stop, { signal });
  on.addEventListener('pointercancel', stop, { signal });
}
