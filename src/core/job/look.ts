/** What a code looks like, apart from what it says: what a house style sets. */
import { z } from '../schema';
import { plainStyle, styleSchema } from '../artwork';
import { logoSchema, type LogoSource } from '../logo';
import type { CodeSettings, Job } from './job';

/** What a house style sets in a job. */
export const lookSchema = z.strictObject({ style: styleSchema, logo: logoSchema.nullable() });
export type Look = z.infer<typeof lookSchema>;

export const plainLook: Look = { style: plainStyle, logo: null };

export const lookOf = ({ style, logo }: Pick<CodeSettings, 'style' | 'logo'>): Look => ({ style, logo });

/** Hashes of the files that a look refers to. */
export function filesOfLook({ style, logo }: Look): string[] {
  const { ground } = style.paint;
  return [
    ...new Set([
      ...(ground.kind === 'picture' ? [ground.file] : []),
      ...(logo === null ? [] : filesOfSource(logo.source)),
    ]),
  ];
}

/** Hashes of the files that a job refers to: logos, grounds, pictures on the piece. */
export const filesOfJob = ({ codes, piece }: Job): string[] => [
  ...new Set([
    ...codes.flatMap(filesOfLook),
    ...piece.items.flatMap((item) => (item.kind === 'art' ? filesOfSource(item.source) : [])),
  ]),
];

const filesOfSource = (source: LogoSource): string[] =>
  source.kind === 'drawing' || source.kind === 'picture' ? [source.file] : [];
