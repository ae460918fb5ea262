/** What a command is, without what it needs to run: that is loaded when it is asked for. */
import type { ParseArgsConfig } from 'node:util';

export type Values = Readonly<Record<string, string | boolean | (string | boolean)[] | undefined>>;

export interface Outcome {
  /** Printed as JSON. */
  readonly output: unknown;
  /** Whether findings stop: exit 1. */
  readonly stops: boolean;
}

export type Run = (values: Values, positionals: readonly string[]) => Promise<Outcome>;

export interface Command {
  readonly synopsis: string;
  /** One sentence. */
  readonly about: string;
  readonly example: string;
  /** What each option means, in the order of the help. */
  readonly help: Readonly<Record<string, string>>;
  readonly options: NonNullable<ParseArgsConfig['options']>;
  /** Print on one line. */
  readonly compact?: boolean;
  readonly load: () => Promise<Run>;
}

/** What was asked for makes no sense: exit 2. */
export class UsageError extends Error {}
