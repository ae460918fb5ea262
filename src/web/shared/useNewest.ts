/** Of questions that follow each other only the answer to the newest counts, and none once whoever asked is gone. */
import { onBeforeUnmount } from 'vue';
import { newestOf, type Newest } from '../../core/tasks';

export function useNewest(): Newest {
  const newest = newestOf();
  onBeforeUnmount(newest.forget);
  return newest;
}
