/** A job in another size: everything that is drawn on the piece grows alike; what it is fixed with and made on stays. */
import type { Job } from './job';

/** A micrometre: finer than any machine. */
const micrometres = (mm: number): number => Number(mm.toFixed(3));

/** Every length of a document has a name that ends so; corners have a radius in the same unit. */
const isLength = (name: string): boolean => name.endsWith('Mm') || name === 'mm';

/** A part of a document with all of its lengths times a factor. */
function scaled<Part>(part: Part, factor: number): Part {
  if (Array.isArray(part)) return part.map((element: unknown) => scaled(element, factor)) as Part;
  if (part === null || typeof part !== 'object') return part;
  return Object.fromEntries(
    Object.entries(part).map(([name, value]: [string, unknown]) => [
      name,
      typeof value === 'number' && isLength(name) ? micrometres(value * factor) : scaled(value, factor),
    ]),
  ) as Part;
}

/**
 * The job with its piece so many times as wide and as high, and all that lies on it. Holes keep the size of their screws and
 * go along; thickness, what it is put around and its stand stay as they are.
 */
export function scaledJob(job: Job, factor: number): Job {
  if (factor === 1) return job;
  const { piece, codes } = job;
  const { widthMm, heightMm, outline, offset, holes, items, shadow } = piece;
  return {
    ...job,
    piece: {
      ...piece,
      ...scaled({ widthMm, heightMm, outline, offset, items, shadow }, factor),
      holes: holes.map((hole) => ({ ...hole, ...scaled({ xMm: hole.xMm, yMm: hole.yMm }, factor) })),
    },
    codes: codes.map((code) => ({ ...code, placement: scaled(code.placement, factor) })),
  };
}
