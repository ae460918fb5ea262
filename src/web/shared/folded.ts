/** Text as searches compare it: case and accents do not matter. */
export function folded(text: string): string {
  return text
    .normalize('NFD')
    .replace(/\p{Mn}/gu, '')
    .toLowerCase();
}

/** What is searched for, word by word. */
export const wordsOf = (typed: string): string[] => folded(typed).split(/\s+/).filter(Boolean);
