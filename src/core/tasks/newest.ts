/** Of questions that follow each other only the answer to the newest counts. */

export interface Newest {
  /** Begins a question; what comes back tells whether it is still the newest. */
  readonly ask: () => () => boolean;
  /** The same for what belongs to the question that was begun last. */
  readonly asIs: () => () => boolean;
  /** No answer is waited for any more. */
  readonly forget: () => void;
}

export function newestOf(): Newest {
  let newest = 0;
  const asIs = (): (() => boolean) => {
    const mine = newest;
    return () => mine === newest;
  };
  const forget = (): void => void newest++;
  return {
    ask: () => {
      forget();
      return asIs();
    },
    asIs,
    forget,
  };
}
