/** Lets whatever else waits for this thread have its turn: a question, a word that nobody waits any longer. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
