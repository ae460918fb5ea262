/** Windows, and the screens of one, tell each other that jobs were saved: a bench that shows one of them looks at it again. */
import { z } from '../../core/schema';

const newsSchema = z.object({
  ids: z.array(z.string()),
  /** That is there now at least; null where whoever tells does not know. */
  revision: z.number().nullable(),
});

/** Whoever holds one hears what all others tell, in this window and in others. */
export class JobNews {
  private readonly channel = new BroadcastChannel('binarus-jobs');

  constructor(hear: (ids: readonly string[], revision: number | null) => void = () => undefined) {
    this.channel.onmessage = ({ data }: MessageEvent<unknown>) => {
      const news = newsSchema.safeParse(data);
      if (news.success) hear(news.data.ids, news.data.revision);
    };
  }

  tell(ids: readonly string[], revision: number | null = null): void {
    this.channel.postMessage({ ids: [...ids], revision });
  }
}
