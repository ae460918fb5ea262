/** A clean job: nothing left over from the last one, sizes that make sense together. */
import { partedModules } from '../artwork';
import { plainLook, type Look } from './look';
import { currentFormatVersion, type Job } from './job';
import { holdsBytes, writeMessage, type Message } from '../message';
import { centredCode, plainPiece } from '../piece';
import {
  bridgeMmOf,
  machineKinds,
  plainSolid,
  printsOnClear,
  smallestModuleMm,
  startingPair,
  unseenBridgeShare,
  valuesOf,
  type PairValues,
} from '../plan';
import { defaultSymbolSettings, encodeSymbol, quietZoneModules } from '../symbol';

export interface NewJobOptions {
  readonly name?: string;
  readonly collection?: string;
  readonly message: Message;
  /** Plain without one. */
  readonly look?: Look;
  /** The one that jobs begin with, without one. */
  readonly pair?: PairValues;
  readonly codeWidthMm?: number;
  readonly pieceSizeMm?: { readonly width: number; readonly height: number };
}

const usualCodeWidthMm = 25;

/** Bare marks; what is cut through is bridged, so that it holds together from the start. */
export const plainFinishing = {
  paintFill: null,
  whiteGround: false,
  bridged: true,
  solid: plainSolid,
} satisfies Partial<Job['making']> as Pick<Job['making'], 'paintFill' | 'whiteGround' | 'bridged' | 'solid'>;

/**
 * What is not given is chosen: a code of 25 mm, more when the machine needs larger modules, whole dots where it has
 * dots; a piece that leaves the quiet zone its room.
 */
export function newJob(options: NewJobOptions): Job {
  const pair = options.pair ?? startingPair;
  const payload = writeMessage(options.message);
  const settings = { ...defaultSymbolSettings, isBytes: holdsBytes(options.message) };
  const sizeModules = encodeSymbol(payload === '' ? '0' : payload, settings).symbol?.size ?? 177;
  const codeWidthMm = options.codeWidthMm ?? chosenWidth(sizeModules, pair, options.pieceSizeMm);
  const side = Math.ceil((codeWidthMm * (sizeModules + 2 * quietZoneModules)) / sizeModules / 5 + 0.2) * 5;
  const { width, height } = options.pieceSizeMm ?? { width: side, height: side };
  return {
    format: 'binarus-job',
    formatVersion: currentFormatVersion,
    name: options.name ?? '',
    collection: options.collection ?? '',
    note: '',
    codes: [
      {
        id: 'code-1',
        message: options.message,
        symbol: { ...defaultSymbolSettings },
        ...(options.look ?? lookFor(pair, codeWidthMm / sizeModules)),
        placement: centredCode(codeWidthMm),
      },
    ],
    piece: plainPiece(width, height),
    making: { pair: valuesOf(pair), reversed: false, mirrored: false, lasts: null, ...finishingOf(pair) },
    reading: {
      distanceM: distanceFor(pair, codeWidthMm / sizeModules, codeWidthMm),
      heightM: null,
    },
    overrides: [],
  };
}

/** On clear film white comes under the code. */
const finishingOf = (pair: PairValues): typeof plainFinishing => ({
  ...plainFinishing,
  whiteGround: printsOnClear(pair),
});

/** From the hand; what is cut through from so far that its bridges are no longer seen. */
const distanceFor = ({ machine }: PairValues, moduleMm: number, codeWidthMm: number): number =>
  machineKinds[machine.kind].leaves === 'openings'
    ? Math.max(0.1, Math.floor(moduleMm * 36) / 100)
    : Math.min(0.25, Math.max(Math.floor(codeWidthMm) / 100, 0.1));

/** What is cut through holds together where its modules are parted by as much as a bridge is wide. */
function lookFor(pair: PairValues, moduleMm: number): Look {
  if (machineKinds[pair.machine.kind].leaves !== 'openings') return plainLook;
  const { style } = plainLook;
  const gap = bridgeMmOf(pair) / moduleMm;
  return { ...plainLook, style: { ...style, modules: partedModules(style.modules, gap) } };
}

function chosenWidth(sizeModules: number, pair: PairValues, piece: NewJobOptions['pieceSizeMm']): number {
  const leastMm = smallestModuleMm(pair);
  const roomMm = piece === undefined ? Infinity : Math.min(piece.width, piece.height);
  const withinRoom = (roomMm * sizeModules) / (sizeModules + 2 * quietZoneModules);
  // A tenth more, which is rounded off again.
  const unseen = ((pair.process.bridgeMm ?? 0) / unseenBridgeShare) * sizeModules + 0.1;
  const usual = pair.process.bridgeMm === null ? usualCodeWidthMm : Math.max(usualCodeWidthMm, unseen);
  const wanted = Math.max(Math.min(usual, withinRoom), leastMm * sizeModules);
  const { dotMm } = pair.machine;
  const step = dotMm === null ? 0.1 : dotMm * sizeModules;
  const down = Math.floor(wanted / step + 1e-9) * step;
  const width = down / sizeModules >= leastMm - 1e-9 ? down : Math.ceil(wanted / step - 1e-9) * step;
  return Number(Math.max(width, 1).toFixed(4));
}
