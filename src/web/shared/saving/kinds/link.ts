/** How a link is fetched and saved while it is edited, field by field. */
import { linkSchema, type Link } from '../../../../core/links';
import { z } from '../../../../core/schema';
import type { SavedLink } from '../../../../wire';
import { fetchLink, saveLink } from '../../linksApi';
import type { SavedKind, ServerVersion } from '../saving';

export const linkVersion = (saved: SavedLink): ServerVersion<Link, SavedLink> => ({
  document: saved.link,
  tag: saved.revision,
  saveId: saved.saveId,
  saved,
});

/** Changes of a link that were not sent, one after the other, as programs before kept them. */
const oldLinkDraftSchema = z.object({
  revision: z.int().min(1),
  parts: z.array(linkSchema.partial()).min(1),
  saveId: z.uuid().optional(),
});

export const savedLink: SavedKind<Link, SavedLink> = {
  draftPrefix: 'binarus.link.',
  schema: linkSchema,
  fetch: async (id) => linkVersion(await fetchLink(id)),
  save: async (id, link, basedOn, saveId) => linkVersion(await saveLink(id, Number(basedOn), link, saveId)),
  isByField: true,
  readOldDraft: (value, there) => {
    const { data: old } = oldLinkDraftSchema.safeParse(value);
    if (old === undefined || there === null) return null;
    const document: Link = Object.assign({}, there, ...old.parts);
    return {
      basedOn: old.revision,
      document,
      base: there,
      sent: old.saveId === undefined ? [] : [old.saveId],
    };
  },
};
