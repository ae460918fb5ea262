/** Pictures that cells name. */
import { z } from '../schema';
import { fileHashSchema } from '../logo';

export const pictureLimit = 2000;

/** A picture or drawing, and the hash under which it is kept. */
export const namedPictureSchema = z.strictObject({
  name: z.string().min(1).max(200),
  hash: fileHashSchema,
  kind: z.enum(['drawing', 'picture']),
});
export type NamedPicture = Readonly<z.infer<typeof namedPictureSchema>>;

/** Names of pictures as they are compared: without folders, and alike in large and small letters. */
export const pictureKey = (name: string): string =>
  name
    .replace(/^.*[\\/]/, '')
    .trim()
    .toLowerCase();

/** By its name, with or without what follows the last dot. */
export function pictureNamed(pictures: readonly NamedPicture[], name: string): NamedPicture | undefined {
  const key = pictureKey(name);
  const stem = (text: string): string => text.replace(/\.[a-z0-9]+$/, '');
  return (
    pictures.find((picture) => pictureKey(picture.name) === key) ??
    pictures.find((picture) => stem(pictureKey(picture.name)) === key)
  );
}
