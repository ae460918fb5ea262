/** What a command is, without what it needs to run: that is loaded when it is asked for. */
export type Values = Readonly<Record<string, string | boolean | (string | boolean)[] | undefined>>;

export interface Outcome {
  /** Printed as JSON. */
  readonly output: unknown;
  /** Whether findings stop: exit 1. */
  readonly stops: boolean;
}

export type Run = (values: Values, positionals: readonly string[]) => Promise<Outcome>;

/** As `parseArgs` of Node reads it, with what it means. */
export interface Option {
  readonly type: 'string' | 'boolean';
  readonly multiple?: boolean;
  readonly help: string;
  /** The ids that it may have, from the table that the core has of them. */
  readonly choices?: () => Promise<readonly string[]>;
}

export interface Command {
  readonly synopsis: string;
  /** One sentence. */
  readonly about: string;
  readonly example: string;
  /** In the order of the help. */
  readonly options: Readonly<Record<string, Option>>;
  /** Print on one line. */
  readonly compact?: boolean;
  readonly load: () => Promise<Run>;
}

/** What was asked for makes no sense: exit 2. */
export class UsageError extends Error {}
