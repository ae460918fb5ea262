/**
 * The codes of a job. The first is the job's own message, symbol, style, logo and `piece.code`; the others stand in
 * `moreCodes`. To work on another code, it is exchanged with the first: every stage then works on it, and the same
 * exchange puts it back.
 */
import type { Change, Finding } from '../finding';
import type { CodeSettings, Job } from './job';

export function codesOf({ message, symbol, style, logo, piece, moreCodes }: Job): readonly CodeSettings[] {
  return [{ message, symbol, style, logo, code: piece.code }, ...moreCodes];
}

/** The job with a code in the first place and the first one in its. Exchanging twice gives the same job. */
export function focusCode(job: Job, index: number): Job {
  const other = job.moreCodes[index - 1];
  if (index === 0 || other === undefined) return job;
  const [first] = codesOf(job);
  const { message, symbol, style, logo, code } = other;
  return {
    ...job,
    message,
    symbol,
    style,
    logo,
    piece: {
      ...job.piece,
      code,
      items: job.piece.items.map((item) =>
        item.kind === 'frame' ? { ...item, around: placeInJob(item.around, index) } : item,
      ),
    },
    moreCodes: job.moreCodes.map((own, place) => (place === index - 1 ? first! : own)),
    overrides: job.overrides.map((override) => ({ ...override, code: exchangedCode(override.code, index) })),
  };
}

/**
 * The job without a code: a later one takes the first place when the first goes. Frames around it go with it, and so do its
 * overrides. The job itself when it has no other code or none there.
 */
export function withoutCode(job: Job, index: number): Job {
  const codes = codesOf(job);
  const [first, ...moreCodes] = codes.filter((_, place) => place !== index);
  if (codes[index] === undefined || first === undefined) return job;
  const placeAfter = (place: number): number => (place > index ? place - 1 : place);
  const { code, ...parts } = first;
  return {
    ...job,
    ...parts,
    piece: {
      ...job.piece,
      code,
      items: job.piece.items
        .filter((item) => item.kind !== 'frame' || item.around !== index)
        .map((item) => (item.kind === 'frame' ? { ...item, around: placeAfter(item.around) } : item)),
    },
    moreCodes,
    overrides: job.overrides.flatMap((override) => {
      if (isOfPiece(override.code)) return [override];
      const [plain, place] = partsOf(override.code);
      return place === index ? [] : [{ ...override, code: findingOf(plain, placeAfter(place)) }];
    }),
  };
}

const isOfPiece = (code: string): boolean => code.startsWith('piece-');

function partsOf(code: string): readonly [plain: string, place: number] {
  const [plain, place] = code.split('~');
  return [plain!, Number(place ?? 0)];
}

/** Findings of the code at an index carry it; those of the first and of the whole piece carry nothing. */
export const findingOf = (code: string, index: number): string => (index === 0 ? code : `${code}~${index}`);

function exchangedCode(code: string, index: number): string {
  if (isOfPiece(code)) return code;
  const [plain, place] = partsOf(code);
  return findingOf(plain, placeInJob(place, index));
}

/** Where a code stands in the job when another one, `atHand`, was exchanged with the first. */
export const placeInJob = (index: number, atHand: number): number =>
  index === 0 ? atHand : index === atHand ? 0 : index;

/** A finding of a code beside the one at hand, as it is said and mended in the job as it stands. */
export function findingAt(finding: Finding, index: number, atHand: number): Finding {
  const number = placeInJob(index, atHand) + 1;
  return {
    ...finding,
    code: findingOf(finding.code, index),
    title: `${finding.title}, code ${number}`,
    fixes: finding.fixes.map(({ label, changes }) => ({
      label: `${label} (code ${number})`,
      changes: changes.map((change) => ({ ...change, path: pathAt(change.path, index) })),
    })),
  };
}

function pathAt(path: Change['path'], index: number): string {
  const own = `moreCodes.${index - 1}.`;
  if (path.startsWith('piece.code.')) return own + path.slice('piece.'.length);
  return /^(message|symbol|style|logo)\b/.test(path) ? own + path : path;
}
