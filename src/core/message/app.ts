/** A link into an application, of any scheme (RFC 3986, 3.1). */
import { z } from '../schema';
import { fieldFinding, standardSource, type MessageKind } from './kind';

export const appSchema = z.strictObject({
  kind: z.literal('app'),
  /** With its scheme, such as `ternquay-tides:berth/17`. */
  link: z.string().max(4000),
});
export type AppMessage = z.infer<typeof appSchema>;

const schemeOf = (link: string): string | null =>
  /^([a-z][a-z0-9+.-]*):/i.exec(link.trim())?.[1]?.toLowerCase() ?? null;

export const app: MessageKind<AppMessage> = {
  name: 'Application link',
  schema: appSchema,
  empty: { kind: 'app', link: '' },
  write: ({ link }) => link.trim(),
  read: (payload) => {
    const scheme = schemeOf(payload);
    // What other kinds or plain text claim is not taken.
    const isOwn =
      scheme !== null &&
      /^[a-z][a-z0-9+.-]*:[^\s]+$/.test(payload) &&
      !/^(https?|javascript|data|vbscript|file)$/.test(scheme);
    return isOwn ? { kind: 'app', link: payload } : null;
  },
  describe: ({ link }) => {
    if (link.trim() === '') return { summary: 'Opens no application yet.', notes: [], findings: [] };
    const scheme = schemeOf(link);
    const source = standardSource('RFC 3986, 3.1');
    const findings =
      scheme === null
        ? [
            fieldFinding(
              'app-scheme',
              'stop',
              'Link',
              `“${link.trim()}” has no scheme, such as ternquay-tides: in front.`,
              source,
            ),
          ]
        : /^(javascript|data|vbscript|file)$/.test(scheme)
          ? [
              fieldFinding(
                'app-scheme',
                'stop',
                'Link',
                `Phones do not open ${scheme}: links from a code.`,
                source,
              ),
            ]
          : /\s/.test(link.trim())
            ? [
                fieldFinding(
                  'app-space',
                  'stop',
                  'Link',
                  'There is a space inside the link; most readers end it there.',
                  source,
                ),
              ]
            : [];
    return {
      summary: `Opens the application that is registered for ${scheme ?? 'the scheme'}:.`,
      notes: ['It only opens where that application is installed; elsewhere the phone shows the text.'],
      findings,
    };
  },
};
