/** What every kind of message has. */
import type { z } from '../schema';
import type { FindingKind, Fix, PartChange, PartFinding, Severity, Source } from '../finding';

export interface Description {
  /** One sentence: what a phone will do. */
  readonly summary: string;
  /** What was done to the typed text on its way into the code, and what is good to know. */
  readonly notes: readonly string[];
  readonly findings: readonly PartFinding[];
  /** What the kind's own standard asks of the symbol. */
  readonly symbolRule?: {
    readonly level: 'L' | 'M' | 'Q' | 'H';
    readonly largestVersion: number;
    readonly source: Source;
  };
}

export interface MessageKind<Message> {
  readonly name: string;
  readonly schema: z.ZodType<Message>;
  /** A message of this kind with nothing filled in. */
  readonly empty: Message;
  /** The payload is bytes, one character each, instead of text. */
  readonly isBytes?: boolean;
  /** Fields to payload text; empty as long as nothing is filled in. */
  readonly write: (message: Message) => string;
  /** Payload text to fields; null when the payload is not of this kind. */
  readonly read: (payload: string) => Message | null;
  readonly describe: (message: Message) => Description;
}

/** Something about a field: what is wrong in plain words, where the rule comes from, and a fix when there is one. */
export function fieldFinding(
  kind: FindingKind,
  severity: Exclude<Severity, 'fine'>,
  title: string,
  text: string,
  source: Source,
  fixes: readonly Fix<PartChange>[] = [],
): PartFinding {
  const none = { words: '' };
  return {
    kind,
    station: 'message',
    severity,
    title,
    text: [text],
    measured: none,
    required: none,
    source,
    fixes,
  };
}

/** A click that sets fields of the message. */
export const fieldFix = (
  label: string,
  set: Readonly<Record<string, string | readonly string[]>>,
): Fix<PartChange> => ({
  label: [label],
  changes: [{ part: 'message', set }],
});

/** A click that makes it a message of another kind. */
export const kindFix = (label: string, message: Readonly<Record<string, unknown>>): Fix<PartChange> => ({
  label: [label],
  changes: [{ part: 'message', set: message, whole: true }],
});

export const standardSource = (text: string): Source => ({ tag: 'std', text });
export const commonPractice: Source = { tag: 'cp', text: 'common practice, no source' };
