/** The paint of a style as inks on a piece: which part is printed in what, in millimetres. */
import { halfLength, sortedStops, type Paint, type StylePaint } from '../artwork';
import { turnPoint, type Box, type Vertex } from '../geometry';
import type { PlacedCode } from '../piece';
import { blackInk, type Ink } from './operation';

/** A paint whose box lies at a place of the piece. */
export function inkOf(paint: Paint, box: Box): Ink {
  const centre = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  switch (paint.kind) {
    case 'solid':
      return paint;
    case 'linear': {
      const angle = (paint.angleDegrees * Math.PI) / 180;
      const half = halfLength(angle) * box.width;
      const [dx, dy] = [Math.cos(angle) * half, Math.sin(angle) * half];
      return {
        kind: 'linear',
        from: { x: centre.x - dx, y: centre.y - dy },
        to: { x: centre.x + dx, y: centre.y + dy },
        stops: sortedStops(paint.stops),
      };
    }
    case 'radial':
      return {
        kind: 'radial',
        centre,
        radius: box.width * Math.SQRT1_2,
        stops: sortedStops(paint.stops),
      };
    case 'square':
      return { kind: 'square', box, turn: 0, stops: sortedStops(paint.stops) };
  }
}

export interface FinderInks {
  readonly ring: Ink;
  readonly centre: Ink;
}

export interface PieceInks {
  readonly modules: Ink;
  readonly finders: readonly FinderInks[];
}

/** Inks of the dark parts. Finder patterns have the modules' ink where they have none of their own. */
export function darkInks(paint: StylePaint, piece: PlacedCode): PieceInks {
  const modules = paint.modules === null ? blackInk : inkOf(paint.modules, piece.code);
  return {
    modules,
    finders: piece.parts().finders.map(({ box }, place) => {
      const finder = paint.finders[place] ?? paint.finders[0];
      return {
        ring: finder.ring === null ? modules : inkOf(finder.ring, box),
        centre: finder.centre === null ? modules : inkOf(finder.centre, box),
      };
    }),
  };
}

/** Where a picture of `width * height` lies so that it covers the ground or lies whole within it. */
export function pictureBox(ground: Box, width: number, height: number, fit: 'cover' | 'contain'): Box {
  const across = ground.width / width;
  const down = ground.height / height;
  const scale = fit === 'cover' ? Math.max(across, down) : Math.min(across, down);
  return {
    x: ground.x + (ground.width - width * scale) / 2,
    y: ground.y + (ground.height - height * scale) / 2,
    width: width * scale,
    height: height * scale,
  };
}

/** The same ink seen in a mirror at `axisX`. */
export function mirroredInk(ink: Ink, axisX: number): Ink {
  const turn = ({ x, y }: { x: number; y: number }): { x: number; y: number } => ({ x: 2 * axisX - x, y });
  const turnBox = (box: Box): Box => ({ ...box, x: 2 * axisX - box.x - box.width });
  switch (ink.kind) {
    case 'solid':
      return ink;
    case 'linear':
      return { ...ink, from: turn(ink.from), to: turn(ink.to) };
    case 'radial':
      return { ...ink, centre: turn(ink.centre) };
    case 'square':
      return { ...ink, box: turnBox(ink.box), turn: -ink.turn };
    case 'picture':
      return { ...ink, box: turnBox(ink.box), turn: -ink.turn, mirrored: !ink.mirrored };
  }
}

/** The same ink turned about a point by radians, clockwise. */
export function turnedInk(ink: Ink, centre: Vertex, turn: number): Ink {
  if (turn === 0) return ink;
  const turnBox = (box: Box): Box => {
    const middle = turnPoint({ x: box.x + box.width / 2, y: box.y + box.height / 2 }, centre, turn);
    return { ...box, x: middle.x - box.width / 2, y: middle.y - box.height / 2 };
  };
  switch (ink.kind) {
    case 'solid':
      return ink;
    case 'linear':
      return { ...ink, from: turnPoint(ink.from, centre, turn), to: turnPoint(ink.to, centre, turn) };
    case 'radial':
      return { ...ink, centre: turnPoint(ink.centre, centre, turn) };
    case 'square':
    case 'picture':
      return { ...ink, box: turnBox(ink.box), turn: ink.turn + turn };
  }
}

/** The same ink moved. */
export function movedInk(ink: Ink, dx: number, dy: number): Ink {
  const move = <At extends Vertex>(place: At): At => ({ ...place, x: place.x + dx, y: place.y + dy });
  switch (ink.kind) {
    case 'solid':
      return ink;
    case 'linear':
      return { ...ink, from: move(ink.from), to: move(ink.to) };
    case 'radial':
      return { ...ink, centre: move(ink.centre) };
    case 'square':
    case 'picture':
      return { ...ink, box: move(ink.box) };
  }
}
