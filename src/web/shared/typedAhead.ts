/** What is typed or pasted while the first field of a new job is still on its way: it belongs into that field, and is no shortcut. */

/** As many as anybody types in the time. */
const mostCharacters = 2000;

export class TypedAhead {
  private text: string | null = null;

  constructor(private readonly page: () => EventTarget) {}

  /** From now on what is typed outside of fields is kept. */
  begin(): void {
    if (this.text !== null) return;
    this.text = '';
    for (const [name, listener] of this.listeners) this.page().addEventListener(name, listener, true);
  }

  /** What was typed since; nothing is kept any more. */
  end(): string {
    const typed = this.text ?? '';
    this.text = null;
    for (const [name, listener] of this.listeners) this.page().removeEventListener(name, listener, true);
    return typed;
  }

  private readonly listeners = [
    ['keydown', (event: Event) => this.onKey(event as KeyboardEvent)],
    ['paste', (event: Event) => this.onPaste(event as ClipboardEvent)],
    // Whoever clicks something else means that.
    ['pointerdown', () => void this.end()],
  ] as const;

  private onKey(event: KeyboardEvent): void {
    if (this.text === null || isInField(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === 'Escape') {
      this.end();
      return;
    }
    if (event.key === 'Backspace') this.text = [...this.text].slice(0, -1).join('');
    else if ([...event.key].length === 1) this.add(event.key);
    else return;
    event.preventDefault();
    event.stopImmediatePropagation();
  }

  private onPaste(event: ClipboardEvent): void {
    const pasted = event.clipboardData?.getData('text/plain').trim() ?? '';
    if (this.text === null || isInField(event) || pasted === '') return;
    this.add(pasted);
    event.preventDefault();
  }

  private add(more: string): void {
    this.text = ((this.text ?? '') + more).slice(0, mostCharacters);
  }
}

function isInField({ target }: Event): boolean {
  const closest = (target as Partial<Element> | null)?.closest?.(
    'input, textarea, select, [contenteditable]',
  );
  return closest !== undefined && closest !== null;
}

export const typedAhead = new TypedAhead(() => window);
