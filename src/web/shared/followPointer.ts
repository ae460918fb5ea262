/** Follows a pointer that was pressed on an element until it is let go, wherever it goes meanwhile. */
export function followPointer(
  event: PointerEvent,
  move: (event: PointerEvent) => void,
  end: () => void = () => {},
): void {
  const target = event.currentTarget as HTMLElement;
  const letGo = new AbortController();
  const { signal } = letGo;
  const stop = (): void => {
    letGo.abort();
    end();
  };
  target.setPointerCapture(event.pointerId);
  target.addEventListener('pointermove', move, { signal });
  target.addEventListener('pointerup', stop, { signal });
  target.addEventListener('pointercancel', stop, { signal });
}
