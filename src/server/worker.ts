/** Thread entry: one part of a run after the other. */
import { type PartOrder, runPart } from './runs';

export default ({ order, port }: PartOrder): Promise<unknown> => runPart(order, port);
