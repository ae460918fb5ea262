/** Worker thread of the server: one task after the other. */
import { tasks, type Tasks } from './tasks';

/** What is sent to a worker thread. */
export interface Order {
  readonly name: keyof Tasks;
  readonly args: readonly unknown[];
}

export default ({ name, args }: Order): Promise<unknown> =>
  (tasks[name] as (...args: readonly unknown[]) => Promise<unknown>)(...args);
