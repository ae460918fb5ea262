/** One kind of documents: what it has to look like today, and the steps from each older version. */
import { z } from '../schema';
import { problemsOf } from './problems';

type Fields = Record<string, unknown>;

export type ReadDocument<Document> =
  | { readonly document: Document }
  /** Sentences that name the field. */
  | { readonly problems: readonly string[] };

interface Entry<Schema extends z.ZodType> {
  /** In sentences: “the sheet”. */
  readonly noun: string;
  /** Of a document of the newest version. */
  readonly schema: Schema;
  readonly newestVersion: number;
  /**
   * Steps from one version to the next; the key is the version that they start from. What a step cannot understand it leaves as it is: the
   * schema says what is wrong.
   */
  readonly steps?: Readonly<Record<number, (document: Fields) => Fields>>;
  /** Of a document that says none; without it there has to be one. */
  readonly versionWithout?: number;
}

/** `Schema` is that of the newest version. */
export class DocumentKind<Schema extends z.ZodType = z.ZodType> {
  readonly noun: string;
  readonly newestVersion: number;
  /** Of a document of any version, brought up to date as it is read. */
  readonly anySchema: z.ZodPreprocess<Schema, unknown>;

  constructor(private readonly entry: Entry<Schema>) {
    this.noun = entry.noun;
    this.newestVersion = entry.newestVersion;
    this.anySchema = z.preprocess((document) => this.broughtUpToDate(document), entry.schema);
  }

  /** Never throws. A document of a newer program is told by its version. */
  read(value: unknown): ReadDocument<z.output<Schema>> {
    const version = this.versionOf(value);
    if (version !== null && version > this.newestVersion)
      return {
        problems: [
          `formatVersion: this document is of version ${version}; this program reads up to ${this.newestVersion}.`,
        ],
      };
    const parsed = this.anySchema.safeParse(value);
    return parsed.success ? { document: parsed.data } : { problems: problemsOf(parsed.error) };
  }

  /** The same of its JSON. */
  readText(text: string): ReadDocument<z.output<Schema>> {
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      return { problems: ['document: it is not JSON.'] };
    }
    return this.read(value);
  }

  private versionOf(value: unknown): number | null {
    if (typeof value !== 'object' || value === null) return null;
    const { formatVersion = this.entry.versionWithout } = value as { formatVersion?: unknown };
    return typeof formatVersion === 'number' ? formatVersion : null;
  }

  private broughtUpToDate(value: unknown): unknown {
    const steps = this.entry.steps ?? {};
    let document = value;
    for (let version = this.versionOf(value) ?? this.newestVersion; version in steps; version++)
      document = steps[version]!(document as Fields);
    return document;
  }
}
