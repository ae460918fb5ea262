/** The smallest modules that limits on what is drawn within them allow. */
import { leastModuleMm } from '../camera';
import { slack } from '../numbers';
import type { CodeContext } from './context';
import { cameraContrast } from './contrast';
import halfToneTable from './halfToneTable.json' with { type: 'json' };

/** Whether modules are split into parts that follow a picture. */
export const isSplit = ({ placed }: CodeContext): boolean => placed.artwork.halfTone !== null;

/** The thinnest mark as it is drawn, before growth is taken back: a dark part, or a light module or part on its own. */
export const thinnestDrawnMm = ({ placed, plan }: CodeContext): number =>
  plan.marks === 'dark-modules' ? placed.thinnestMm.dark : placed.partMm;

/** The smallest module whose thinnest mark the machine makes. */
export function leastMadeModuleMm(context: CodeContext): number {
  const { placed, plan, pair } = context;
  const share = thinnestDrawnMm(context) / placed.moduleMm;
  return (pair.process.elementMm + 2 * plan.compensationMm) / share;
}

/** More pixels than were measured. */
const beyond = 12;

/** Least pixels a module where parts follow a picture, by contrast to cameras, on the safe side between those measured. */
export function leastHalfTonePixels(context: CodeContext): number {
  const { contrasts, areas, tones } = halfToneTable;
  const contrast = cameraContrast(context);
  const place = contrasts.findLastIndex((each) => each <= contrast + slack);
  const measured = context.placed.artwork.halfTone?.hasTones === true ? tones : areas;
  return (place < 0 ? null : measured[place]) ?? beyond;
}

/** The smallest module whose parts readers tell apart from the reading distance. */
export const leastHalfToneModuleMm = (context: CodeContext): number =>
  leastModuleMm(context.readingDistanceMm, leastHalfTonePixels(context));
