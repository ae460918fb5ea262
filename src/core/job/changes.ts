/** Changes to a job: those of fixes, and codes put on and taken away. */
import type { Change, Fields } from '../finding';
import { withoutFields, type FrameSettings, type WordsSettings } from '../piece';
import { defaultSymbolSettings } from '../symbol';
import type { CodeSettings, Job } from './job';

/** The job with changes made, in their order. Whether the result is a valid job is for the schema to say. */
export const applyChanges = (job: Job, changes: readonly Change[]): Job => changes.reduce(changed, job);

function changed(job: Job, change: Change): Job {
  switch (change.on) {
    case 'code':
      return withCode(job, change.id, (code) => ({
        ...code,
        [change.part]: change.set && (change.whole ? change.set : { ...code[change.part], ...change.set }),
      }));
    case 'piece':
      return { ...job, piece: { ...job.piece, ...change.set } };
    case 'item':
      return { ...job, piece: { ...job.piece, items: withPart(job.piece.items, change.id, change.set) } };
    case 'hole':
      return { ...job, piece: { ...job.piece, holes: withPart(job.piece.holes, change.id, change.set) } };
    case 'making':
      return { ...job, making: { ...job.making, ...change.set } };
    case 'reading':
      return { ...job, reading: { ...job.reading, ...change.set } };
  }
}

const withPart = <Part extends { readonly id: string }>(
  parts: readonly Part[],
  id: string,
  set: Fields | null,
): Part[] => parts.flatMap((part) => (part.id !== id ? [part] : set === null ? [] : [{ ...part, ...set }]));

/** The job with one of its codes changed. */
export const withCode = (job: Job, id: string, change: (code: CodeSettings) => CodeSettings): Job => ({
  ...job,
  codes: job.codes.map((code) => (code.id === id ? change(code) : code)),
});

/**
 * The job with the piece of another: outline, sizes, things, material and look. Its name, collection and note stay, and so
 * does a message that is given.
 */
export function withPieceOf(job: Job, other: Job, message: CodeSettings['message'] | null): Job {
  const { name, collection, note } = job;
  const taken: Job = { ...other, name, collection, note, overrides: [] };
  if (message === null) return taken;
  // The other message's version and mode may not hold this one.
  return withCode(taken, taken.codes[0]!.id, (code) => ({
    ...code,
    message,
    symbol: { ...defaultSymbolSettings, level: code.symbol.level },
  }));
}

/** The job with all its words marked as those of a template; what stands for a field of the job is no sample. */
export const withSampleWords = (job: Job): Job => ({
  ...job,
  piece: {
    ...job.piece,
    items: job.piece.items.map((item) =>
      (item.kind === 'words' || item.kind === 'frame') && /[^\s|]/u.test(withoutFields(item.text))
        ? { ...item, sample: true }
        : item,
    ),
  },
});

/** What still says what its template said. */
export const sampleItems = ({ piece }: Job): readonly (WordsSettings | FrameSettings)[] =>
  piece.items.filter(
    (item): item is WordsSettings | FrameSettings =>
      (item.kind === 'words' || item.kind === 'frame') && item.sample,
  );

/** The code with an id; the first when there is none. */
export const codeOf = ({ codes }: Pick<Job, 'codes'>, id: string): CodeSettings =>
  codes.find((code) => code.id === id) ?? codes[0]!;

/** The first `name-1`, `name-2`, ... that nothing in a list has. */
export function freeId(name: string, taken: readonly { readonly id: string }[]): string {
  const ids = new Set(taken.map(({ id }) => id));
  let number = 1;
  while (ids.has(`${name}-${number}`)) number++;
  return `${name}-${number}`;
}

/** The job with one more code, under an id of its own. */
export const withCodeAdded = (job: Job, settings: Omit<CodeSettings, 'id'>): Job => ({
  ...job,
  codes: [...job.codes, { ...settings, id: freeId('code', job.codes) }],
});

/** The job without a code. Frames around it go with it, and so do its overrides. The job itself when it has no other. */
export function withoutCode(job: Job, id: string): Job {
  const codes = job.codes.filter((code) => code.id !== id);
  if (codes.length === 0 || codes.length === job.codes.length) return job;
  return {
    ...job,
    codes,
    piece: {
      ...job.piece,
      items: job.piece.items.filter((item) => item.kind !== 'frame' || item.around !== id),
    },
    overrides: job.overrides.filter(({ about }) => about.on !== 'code' || about.id !== id),
  };
}
