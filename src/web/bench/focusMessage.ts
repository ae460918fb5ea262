/** The first field of the message, where somebody is about to type; its form is drawn first. */
export function focusMessage(): void {
  setTimeout(() =>
    window.document
      .querySelector<HTMLElement>('[aria-label="message station"] .page :is(input, textarea):not([readonly])')
      ?.focus(),
  );
}
