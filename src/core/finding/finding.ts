/**
 * What the core says about a job: every measured limit and every problem with the input is a finding, as data.
 * The core never throws for what a person typed; it returns findings beside the best result it can give.
 */
import type { FindingKind } from './answers';
import type { Sentence } from './sentence';

/** Where a value comes from. */
export interface Source {
  /** `std` a published standard · `cp` common practice, no source · `mem` from memory · `sim` measured on simulated shots · `geo` geometry · `job` what the job and what it uses hold · `own` the owner's value · `cal` measured on a test piece. */
  readonly tag: 'std' | 'cp' | 'mem' | 'sim' | 'geo' | 'job' | 'own' | 'cal';
  /** The standard and clause, or a few words on the origin. */
  readonly text: string;
}

/** `fine` is shown round, `caution` as a triangle, `stop` as a square; a stop holds files back. */
export type Severity = 'fine' | 'caution' | 'stop';

/** What readers say of a piece, simulated or made. */
export const verdicts = ['good', 'caution', 'stop'] as const;
export type Verdict = (typeof verdicts)[number];
export const severityOfVerdict: Readonly<Record<Verdict, Severity>> = {
  good: 'fine',
  caution: 'caution',
  stop: 'stop',
};

/** The more serious the higher. */
export const severityRank: Readonly<Record<Severity, number>> = { fine: 0, caution: 1, stop: 2 };

/** Whom a finding is about: the whole piece, a code, an item on it or a row of holes, by their ids. */
export type About = { readonly on: 'piece' } | { readonly on: 'code' | 'item' | 'hole'; readonly id: string };

export const aboutPiece: About = { on: 'piece' };

export const isSameAbout = (a: About, b: About): boolean =>
  a.on === b.on && ('id' in a ? a.id : '') === ('id' in b ? b.id : '');

/** The station at which it is dealt with. */
export type FindingStation = 'message' | 'style' | 'piece';

/** `X` are modules; an empty unit is a plain count. */
export type Unit = 'mm' | 'm' | 'mm²' | 'X' | '%' | '°' | 'dots' | 'bits' | 'characters' | 'codewords' | '';

/** A number with its unit, or a few words where there is no number. */
export type Quantity =
  | {
      readonly value: number;
      readonly unit: Unit;
      /** Of how many. */
      readonly of?: number;
      /** For a requirement: how the measured value has to compare with it. */
      readonly comparison?: '>=' | '<=' | '=';
    }
  | { readonly words: string };

/** Fields to set in a part of the document; others stay as they are. */
export type Fields = Readonly<Record<string, unknown>>;

/** The parts of a code. */
export type CodePart = 'message' | 'symbol' | 'style' | 'logo' | 'placement';

/** A change to a part of one code, before it is said which; null takes the part away (a logo). */
export interface PartChange {
  readonly part: CodePart;
  readonly set: Fields | null;
  /** Nothing of the part stays: it becomes `set`. */
  readonly whole?: true;
}

/** One change to the job document. */
export type Change =
  | (PartChange & { readonly on: 'code'; readonly id: string })
  | { readonly on: 'piece' | 'making' | 'reading'; readonly set: Fields }
  /** Null takes it away. */
  | { readonly on: 'item' | 'hole'; readonly id: string; readonly set: Fields | null };

/** Changes to the job that remove the finding, offered as one click. */
export interface Fix<Changed = Change> {
  readonly label: Sentence;
  readonly changes: readonly Changed[];
}

export interface Finding {
  /** What was measured, such as `module-size`. With `about` it tells one finding from another; overrides refer to both. */
  readonly kind: FindingKind;
  readonly about: About;
  readonly station: FindingStation;
  readonly severity: Severity;
  /** A few words, as the name of a row. */
  readonly title: string;
  /** To the person: what is measured, what is wrong, what to do. */
  readonly text: Sentence;
  readonly measured: Quantity;
  readonly required: Quantity;
  readonly source: Source;
  readonly fixes: readonly Fix[];
  /** Nothing is wrong: something has not been given yet. It holds files back, and is shown as a beginning. */
  readonly isAwaited?: true;
}

/** A finding of a stage that knows one part of a code, before it is said which code. */
export type PartFinding = Omit<Finding, 'about' | 'fixes'> & {
  readonly fixes: readonly Fix<PartChange>[];
  /** Where a piece lasts and cannot be made anew for little, it stops. */
  readonly stopsLasting?: true;
};

/** The finding of a code, on a piece that `lasts` or one that is soon made anew. */
export const ofCode = ({ stopsLasting, ...finding }: PartFinding, id: string, lasts: boolean): Finding => ({
  ...finding,
  severity: stopsLasting && lasts ? 'stop' : finding.severity,
  about: { on: 'code', id },
  fixes: finding.fixes.map(({ label, changes }) => ({
    label,
    changes: changes.map((change) => ({ on: 'code', id, ...change })),
  })),
});

/** The most serious severity among the findings; `fine` when there are none. */
export function worstSeverity(findings: readonly { readonly severity: Severity }[]): Severity {
  if (findings.some((finding) => finding.severity === 'stop')) return 'stop';
  return findings.some((finding) => finding.severity === 'caution') ? 'caution' : 'fine';
}

/** Whether nothing is wrong that stops: something has only not been given yet. */
export const onlyAwaits = (findings: readonly Finding[]): boolean =>
  findings.every(({ severity, isAwaited }) => severity !== 'stop' || isAwaited);

/** Tells one finding from another, for lists that are drawn anew. */
export const findingKey = ({ kind, about }: { readonly kind: string; readonly about: About }): string =>
  JSON.stringify([kind, about]);
