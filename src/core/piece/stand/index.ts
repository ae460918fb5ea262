/** stand: the base that a piece stands in, and a picture of both. */
export { standSchema, type StandSettings } from './schema';
export { layStand, type Stand } from './stand';
export { showsFrontAt, standPicture, type StandPicture } from './standPicture';
