/** Where a visit is sent: the first rule that holds, or else the target. */
import { DateTime } from 'luxon';
import type { Link, PhoneKind, Schedule } from './link';

/** What rules look at. */
export interface Visit {
  /** Milliseconds since 1970. */
  readonly at: number;
  /** Null for computers, and for whatever does not say. */
  readonly phone: PhoneKind | null;
}

export type Forwarded =
  /** `rule` is null for the target that holds by default. */
  { readonly to: string; readonly rule: number | null } | { readonly retired: string };

export function isWithin({ zone, from, to, days, hours }: Schedule, time: number): boolean {
  const local = DateTime.fromMillis(time, { zone });
  if (!local.isValid) return false;
  const now = local.toFormat("yyyy-MM-dd'T'HH:mm");
  if ((from !== null && now < from) || (to !== null && now >= to)) return false;
  if (hours === null) return days.includes(local.weekday);
  const clock = local.toFormat('HH:mm');
  if (hours.from <= hours.to) return days.includes(local.weekday) && clock >= hours.from && clock < hours.to;
  // Over midnight: what is after it belongs to the day before.
  if (clock >= hours.from) return days.includes(local.weekday);
  return clock < hours.to && days.includes(local.minus({ days: 1 }).weekday);
}

export function forward({ retired, rules, target }: Link, visit: Visit): Forwarded {
  if (retired !== null) return { retired: retired.text };
  const rule = rules.findIndex(
    ({ schedule, phone }) =>
      (phone === null || phone === visit.phone) && (schedule === null || isWithin(schedule, visit.at)),
  );
  return rule < 0 ? { to: target, rule: null } : { to: rules[rule]!.target, rule };
}
