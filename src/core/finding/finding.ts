/**
 * What the core says about a job: every measured limit and every problem with the input is a finding.
 * The core never throws for what a person typed; it returns findings beside the best result it can give.
 */

/** Where a value comes from. */
export interface Source {
  /** `std` a published standard · `cp` common practice, no source · `mem` from memory · `sim` measured on simulated shots · `geo` geometry. */
  readonly tag: 'std' | 'cp' | 'mem' | 'sim' | 'geo';
  /** The standard and clause, or a few words on the origin. */
  readonly text: string;
}

/** `fine` is shown round, `caution` as a triangle, `stop` as a square; a stop holds files back. */
export type Severity = 'fine' | 'caution' | 'stop';

/** A number with its unit, as measured or as required. `value` is null where the thing has no number. */
export interface Quantity {
  readonly value: number | null;
  /** `mm`, `m`, `X` (modules), `dots`, `bits`, `characters`, `%`, or empty. */
  readonly unit: string;
  /** For a requirement: how the measured value has to compare with it. */
  readonly comparison?: '>=' | '<=' | '=';
}

/** One value to set in the job document; `path` is dotted, such as `piece.code.widthMm`. */
export interface Change {
  readonly path: string;
  readonly value: string | number | boolean | null | object;
}

/** A change to the job that removes the finding, offered as one click. */
export interface Fix {
  readonly label: string;
  readonly changes: readonly Change[];
}

export interface Finding {
  /** Stable identifier, such as `module-size`. Overrides refer to it. */
  readonly code: string;
  readonly severity: Severity;
  /** A few words, as the name of a row. */
  readonly title: string;
  /** One sentence to the person: what is measured, what is wrong, what to do. */
  readonly text: string;
  readonly measured: Quantity;
  readonly required: Quantity;
  readonly source: Source;
  readonly fixes: readonly Fix[];
}

/** The most serious severity among the findings; `fine` when there are none. */
export function worstSeverity(findings: readonly { readonly severity: Severity }[]): Severity {
  if (findings.some((finding) => finding.severity === 'stop')) return 'stop';
  return findings.some((finding) => finding.severity === 'caution') ? 'caution' : 'fine';
}
