/** The logo of a code on the stage: where it lies, what it takes or how well it is drawn, and which modules that concerns. */
import { placeRegion, type Box, type Region } from '../core/geometry';
import type { PutLogo } from '../core/logo';
import { pathData } from '../core/output';
import type { MadeCode, PartsOfPicture } from '../core/run';
import { moduleRoleNames, type Steering } from '../core/symbol';

/** How modules draw a logo: by their free bits, by parts of them, or both. */
export interface PictureView {
  readonly steering: Omit<Steering, 'fixed'> | null;
  readonly parts: PartsOfPicture | null;
}

export interface LogoView {
  /** The art's box in millimetres. */
  readonly box: Box;
  /** Outline of what is cleared, in millimetres. */
  readonly knockOutPath: string;
  readonly usedByBlock: readonly number[];
  /** In words. */
  readonly patterns: readonly string[];
  /** Modules that can be read wrong, or that a picture cannot steer, as one path of squares. */
  readonly lostPath: string;
  /** How well modules draw it; null where it is cleared for. */
  readonly picture: PictureView | null;
}

const steeringView = ({ fixed: _fixed, ...steering }: Steering): PictureView['steering'] => steering;

export function logoView({ artwork, damage, placed, symbol, picture }: MadeCode): LogoView | null {
  const { moduleMm, code } = placed;
  const put = (region: Region): string => pathData(placeRegion(region, moduleMm, code.x, code.y));
  const squares = (isIn: (module: number) => boolean): string =>
    put(
      Array.from({ length: symbol.size ** 2 }, (_, module) => module)
        .filter(isIn)
        .map((module) => {
          const x = module % symbol.size;
          const y = Math.floor(module / symbol.size);
          return [
            { x, y },
            { x: x + 1, y },
            { x: x + 1, y: y + 1 },
            { x, y: y + 1 },
          ];
        }),
    );
  const viewOf = ({ box, knockOut }: Pick<PutLogo, 'box' | 'knockOut'>) => ({
    box: {
      x: box.x * moduleMm + code.x,
      y: box.y * moduleMm + code.y,
      width: box.width * moduleMm,
      height: box.height * moduleMm,
    },
    knockOutPath: put(knockOut),
  });
  if (picture !== null) {
    const { steering, parts, field } = picture;
    return {
      ...viewOf(field),
      usedByBlock: [],
      patterns: [],
      lostPath: steering === null ? '' : squares((module) => steering.fixed[module] === 1),
      picture: { steering: steering && steeringView(steering), parts },
    };
  }
  if (artwork.logo === null || damage === null) return null;
  return {
    ...viewOf(artwork.logo),
    usedByBlock: damage.usedByBlock,
    patterns: damage.patterns.map((role) => moduleRoleNames[role]),
    lostPath: squares((module) => damage.modules[module] === 1),
    picture: null,
  };
}
