/** The way from the phone to the bench. */
import { z } from '../core/schema';

export const phonePictureIdSchema = z.string().regex(/^[\w-]{12}$/);

export const phoneStateSchema = z.strictObject({
  /** Null while it is closed. */
  open: z
    .strictObject({
      /** What the phone opens. */
      url: z.url(),
      /** When it closes by itself. */
      until: z.iso.datetime(),
      isTaken: z.boolean(),
    })
    .nullable(),
  /** Pictures that wait, the first first. */
  pictures: z.array(phonePictureIdSchema),
});
export type PhoneState = z.infer<typeof phoneStateSchema>;
