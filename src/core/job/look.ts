/** What a code looks like, apart from what it says: what a house style sets. */
import { z } from '../schema';
import { plainStyle, styleSchema } from '../artwork';
import { logoSchema } from '../logo';
import type { CodeSettings } from './job';

/** What a house style sets in a job. */
export const lookSchema = z.strictObject({ style: styleSchema, logo: logoSchema.nullable() });
export type Look = z.infer<typeof lookSchema>;

export const plainLook: Look = { style: plainStyle, logo: null };

export const lookOf = ({ style, logo }: Pick<CodeSettings, 'style' | 'logo'>): Look => ({ style, logo });

/** Hashes of the files that a look refers to. */
export function filesOfLook({ style, logo }: Look): string[] {
  const { ground } = style.paint;
  const hashes = [
    ...(ground.kind === 'picture' ? [ground.file] : []),
    ...(logo !== null && (logo.source.kind === 'drawing' || logo.source.kind === 'picture')
      ? [logo.source.file]
      : []),
  ];
  return [...new Set(hashes)];
}
