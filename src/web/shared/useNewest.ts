/** Of questions that follow each other only the answer to the newest counts, and none once whoever asked is gone. */
import { onBeforeUnmount } from 'vue';

export interface Newest {
  /** Begins a question; what comes back tells whether it is still the newest. */
  readonly ask: () => () => boolean;
  /** No answer is waited for any more. */
  readonly forget: () => void;
}

export function useNewest(): Newest {
  let newest = 0;
  const forget = (): void => void newest++;
  onBeforeUnmount(forget);
  return {
    ask: () => {
      const mine = ++newest;
      return () => mine === newest;
    },
    forget,
  };
}
