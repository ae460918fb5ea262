/** Documents of the owner in the database: where each kind lies, and how it is read. */
import { lookSchema } from '../core/job';
import { linkSchema } from '../core/links';
import { pairValuesSchema } from '../core/plan';
import { problemsOf } from '../core/job';
import type { z } from '../core/schema';
import { seriesDocumentSchema } from '../core/series';
import { sheetDocumentSchema } from '../core/sheet';
import { keptCouponSchema, linkSettingsSchema, runWishSchema } from '../wire';
import { parsedDocument } from './documents';

export interface DocumentKind {
  readonly what: string;
  /** Gives `id` and `text`. */
  readonly select: string;
  /** Why it cannot be read; null where it can. */
  readonly problemOf: (text: string) => string | null;
}

const jobProblem = (text: string): string | null => {
  const parsed = parsedDocument(text);
  return 'job' in parsed ? null : parsed.problems.slice(0, 3).join(' ');
};

const schemaProblem =
  (schema: z.ZodType) =>
  (text: string): string | null => {
    try {
      const parsed = schema.safeParse(JSON.parse(text));
      return parsed.success ? null : problemsOf(parsed.error).slice(0, 3).join(' ');
    } catch {
      return 'It is not JSON.';
    }
  };

export const documentKinds: readonly DocumentKind[] = [
  {
    what: 'job',
    select: "SELECT job_id || ' revision ' || number AS id, document AS text FROM revisions",
    problemOf: jobProblem,
  },
  { what: 'template', select: 'SELECT name AS id, document AS text FROM templates', problemOf: jobProblem },
  {
    what: 'house style',
    select: 'SELECT name AS id, look AS text FROM house_styles',
    problemOf: schemaProblem(lookSchema),
  },
  {
    what: 'profile',
    select: 'SELECT name AS id, pair AS text FROM profiles',
    problemOf: schemaProblem(pairValuesSchema),
  },
  {
    what: 'test piece',
    select: 'SELECT id, kept AS text FROM coupons',
    problemOf: schemaProblem(keptCouponSchema),
  },
  {
    what: 'sheet',
    select: 'SELECT job_id AS id, document AS text FROM sheets',
    problemOf: schemaProblem(sheetDocumentSchema),
  },
  {
    what: 'series',
    select: 'SELECT job_id AS id, document AS text FROM series',
    problemOf: schemaProblem(seriesDocumentSchema),
  },
  {
    what: 'run',
    select: 'SELECT id, wish AS text FROM series_runs',
    problemOf: schemaProblem(runWishSchema),
  },
  {
    what: 'link',
    select: "SELECT link_id || ' revision ' || number AS id, document AS text FROM link_revisions",
    problemOf: schemaProblem(linkSchema),
  },
  {
    what: 'settings of links',
    select: "SELECT 'settings' AS id, document AS text FROM link_settings",
    problemOf: schemaProblem(linkSettingsSchema),
  },
];
