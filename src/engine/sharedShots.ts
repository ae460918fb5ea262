/** Shots of one proof that are shared out among those who work at the same time. */
import { joinedReports, type ProofReport, type ShotNumbers } from '../core/proof';

/** Takes the shots of some numbers and tells every report; null when it was called off, or nothing could be shot. */
export type ShotTaker = (
  numbers: ShotNumbers,
  tell: (report: ProofReport) => void,
) => Promise<ProofReport | null>;

export interface SharedCourse {
  /** Told all that was shot so far. */
  readonly tell?: (report: ProofReport) => void;
  /** Ends it with what is known. */
  readonly isEnough?: (report: ProofReport) => boolean;
}

/** Of `n` takers each takes every nth shot, from the first to the last. Null when none of them could. */
export function sharedShots(
  takers: readonly ShotTaker[],
  { first, ofShots }: Pick<ShotNumbers, 'first' | 'ofShots'>,
  { tell, isEnough }: SharedCourse = {},
): Promise<ProofReport | null> {
  return new Promise((resolve, reject) => {
    const newest: (ProofReport | undefined)[] = takers.map(() => undefined);
    const joined = (): ProofReport | null => {
      const [one, ...others] = newest.filter((report) => report !== undefined);
      return one === undefined ? null : joinedReports([one, ...others]);
    };
    const shots = takers.map((taker, place) =>
      taker({ first: first + place, step: takers.length, ofShots }, (report) => {
        newest[place] = report;
        const all = joined()!;
        tell?.(all);
        if (isEnough?.(all) === true) resolve(all);
      }),
    );
    // What one of them could not shoot, none could.
    Promise.all(shots).then((ends) => resolve(ends.includes(null) ? null : joined()), reject);
  });
}
