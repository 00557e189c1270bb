/** Notes on a child or a group. `@Name` in the text tells that colleague. */
import { z } from 'zod';

const id = z.uuid();
export const remarkBody = z.object({
  /** Made on the device, so that sending it twice keeps it once. */
  id,
  about: z.enum(['child', 'group']),
  subject: id,
  text: z.string().trim().min(1, 'Type the note.').max(4000),
});
export const remark = remarkBody.extend({
  by: id,
  at: z.iso.datetime(),
  mentions: z.array(id),
  /** The child's or group's name. */
  name: z.string(),
});
export type Remark = z.infer<typeof remark>;
