/** What readers missed, in words for people who need not know the readers by name. */

const numbers = ['no', 'one', 'two', 'three', 'four', 'five', 'six'] as const;
const inWords = (count: number): string => numbers[count] ?? String(count);

/**
 * Such as “one reader in three read only 3 of 20 shots”. `read` says how many shots each of those readers read, of which there is at
 * least one, and `panel` how many readers there are.
 */
export function readersThatMissed(read: readonly number[], panel: number, shots: number): string {
  const counts = [...new Set(read)]
    .sort((a, b) => a - b)
    .map((count) => (count === 0 ? 'none' : String(count)));
  const few = counts.length === 1 ? counts[0]! : `${counts.slice(0, -1).join(', ')} and ${counts.at(-1)!}`;
  const isAll = read.length === panel;
  const only = few.startsWith('none') ? few : `only ${few}`;
  if (isAll && panel === 1) return `the reader read ${only} of ${shots} shots`;
  const who = isAll
    ? `all ${inWords(panel)} readers`
    : `${inWords(read.length)} ${read.length === 1 ? 'reader' : 'readers'} in ${inWords(panel)}`;
  return `${who} read ${only} of ${shots} shots`;
}
