/** looks: what jobs begin with: styles of the house, templates, names of files, profiles of machines, and uploaded pictures. */
export { type HouseStyleStore, houseStyleStore } from './houseStyles';
export { type NamePatternStore, namePatternRoutes, namePatternStore } from './namePatterns';
export { type PieceShelfStore, pieceShelfRoutes, pieceShelfStore } from './pieceShelf';
export { type ProfileStore, profileRoutes, profileStore } from './profiles';
export { fileRoutes, houseStyleRoutes } from './routes';
