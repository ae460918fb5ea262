/**
 * Every value of a material on a machine that can be changed: its name for people, its unit, its range, and where the
 * typical value comes from. A new value is a row here and a field of the schema beside it.
 */
import type { Source } from '../../finding';

const practice: Source = { tag: 'cp', text: 'common practice, no source' };
const memory: Source = { tag: 'mem', text: 'rule of thumb; check it on a test piece' };
const maker: Source = { tag: 'cp', text: 'as such machines are sold' };

export type ValueUnit = 'mm' | 'mm/s' | 'x' | '%' | '°' | 'years';

interface Row {
  /** The part of the pair that it stands in. */
  readonly part: 'material' | 'machine' | 'process';
  readonly label: string;
  /** `x` are times, `%` shares of 1. */
  readonly unit: ValueUnit;
  readonly least: number;
  readonly most: number;
  /** Of typical values. */
  readonly source: Source;
  /** What it is, for who has never heard of it. */
  readonly says: string;
}

const rows = {
  textureAmplitude: {
    part: 'material',
    label: 'Texture',
    unit: '%',
    least: 0,
    most: 0.6,
    source: memory,
    says: 'How much the bare surface varies between light and dark, by grain or brush lines.',
  },
  gloss: {
    part: 'material',
    label: 'Gloss',
    unit: '%',
    least: 0,
    most: 1,
    source: memory,
    says: 'How much of a lamp is seen in it: 0 is chalk, 100 a mirror.',
  },
  transparency: {
    part: 'material',
    label: 'Transparency',
    unit: '%',
    least: 0,
    most: 1,
    source: memory,
    says: 'How much light passes; what lies behind then shows.',
  },
  thicknessMm: {
    part: 'material',
    label: 'Thickness',
    unit: 'mm',
    least: 0.01,
    most: 100,
    source: memory,
    says: 'Of the sheet, plate or label.',
  },
  yearsIndoors: {
    part: 'material',
    label: 'Lasts indoors',
    unit: 'years',
    least: 0.05,
    most: 100,
    source: memory,
    says: 'After that the mark has faded, or the material darkened, so far that it may not be read.',
  },
  yearsOutdoors: {
    part: 'material',
    label: 'Lasts outdoors',
    unit: 'years',
    least: 0.05,
    most: 100,
    source: memory,
    says: 'The same in sun and rain.',
  },
  bedWidthMm: {
    part: 'machine',
    label: 'Bed or web, width',
    unit: 'mm',
    least: 10,
    most: 10_000,
    source: maker,
    says: 'The widest that it takes.',
  },
  bedHeightMm: {
    part: 'machine',
    label: 'Bed, height',
    unit: 'mm',
    least: 10,
    most: 10_000,
    source: maker,
    says: 'The longest that it takes; a roll has no such end.',
  },
  shiftXMm: {
    part: 'machine',
    label: 'Misregistration across',
    unit: 'mm',
    least: 0,
    most: 10,
    source: practice,
    says: 'How far marks and cut may lie apart from where they should, to either side.',
  },
  shiftYMm: {
    part: 'machine',
    label: 'Misregistration along',
    unit: 'mm',
    least: 0,
    most: 10,
    source: practice,
    says: 'The same in the direction of feed.',
  },
  dotMm: {
    part: 'machine',
    label: 'Dot',
    unit: 'mm',
    least: 0.01,
    most: 2,
    source: { tag: 'std', text: 'resolution of the printer' },
    says: 'It prints whole dots of this size and nothing between.',
  },
  halfAngleDegrees: {
    part: 'machine',
    label: 'Half angle of the cutter',
    unit: '°',
    least: 5,
    most: 80,
    source: maker,
    says: 'Of a pointed cutter, from its axis to its edge: the deeper it goes, the wider it cuts.',
  },
  layerMm: {
    part: 'machine',
    label: 'Layer',
    unit: 'mm',
    least: 0.01,
    most: 2,
    source: maker,
    says: 'Heights are built of whole layers of this thickness.',
  },
  firstLayerMm: {
    part: 'machine',
    label: 'First layer',
    unit: 'mm',
    least: 0.01,
    most: 2,
    source: maker,
    says: 'Thickness of the layer that lies on the bed.',
  },
  spreadMm: {
    part: 'machine',
    label: 'Spread of the first layer',
    unit: 'mm',
    least: 0,
    most: 2,
    source: practice,
    says: 'How far the layer on the bed is pressed out beyond its edges.',
  },
  elementMm: {
    part: 'process',
    label: 'Smallest mark',
    unit: 'mm',
    least: 0.005,
    most: 10,
    source: practice,
    says: 'The smallest spot, line or part that comes out every time.',
  },
  elementFactor: {
    part: 'process',
    label: 'Smallest marks a module',
    unit: 'x',
    least: 1,
    most: 20,
    source: practice,
    says: 'A module is at least so many of the smallest marks wide.',
  },
  floorMm: {
    part: 'process',
    label: 'Module, not under',
    unit: 'mm',
    least: 0.05,
    most: 20,
    source: practice,
    says: 'No module is ever smaller, however fine the marks.',
  },
  thicknessFactor: {
    part: 'process',
    label: 'Module, of the thickness',
    unit: 'x',
    least: 0,
    most: 5,
    source: practice,
    says: 'What is cut through needs modules of at least this share of the thickness.',
  },
  bridgeMm: {
    part: 'process',
    label: 'Bridge',
    unit: 'mm',
    least: 0.1,
    most: 20,
    source: practice,
    says: 'Width of the strips that hold what would fall out.',
  },
  depthMm: {
    part: 'process',
    label: 'Depth of the mark',
    unit: 'mm',
    least: 0,
    most: 20,
    source: memory,
    says: 'How far the cutter goes in.',
  },
  growthMm: {
    part: 'process',
    label: 'Growth on each edge',
    unit: 'mm',
    least: -1,
    most: 2,
    source: practice,
    says: 'By how much a mark comes out larger than it is drawn; the file takes it back.',
  },
  kerfMm: {
    part: 'process',
    label: 'Width of the cut',
    unit: 'mm',
    least: 0,
    most: 10,
    source: memory,
    says: 'What a cut through the material takes away; 0 where this machine does not cut it.',
  },
  markMmPerS: {
    part: 'process',
    label: 'Speed of marking',
    unit: 'mm/s',
    least: 0.1,
    most: 20_000,
    source: memory,
    says: 'Of the beam or the cutter while it marks, or of the feed while it prints.',
  },
  powerShare: {
    part: 'process',
    label: 'Power of marking',
    unit: '%',
    least: 0.01,
    most: 1,
    source: memory,
    says: 'Share of the full power of the laser while it marks; a test piece tells which.',
  },
  cutMmPerS: {
    part: 'process',
    label: 'Speed of cutting',
    unit: 'mm/s',
    least: 0.1,
    most: 2000,
    source: memory,
    says: 'While it cuts through, or follows a line.',
  },
  travelMmPerS: {
    part: 'process',
    label: 'Speed between marks',
    unit: 'mm/s',
    least: 0.1,
    most: 20_000,
    source: memory,
    says: 'While it goes from one mark to the next.',
  },
  lineIntervalMm: {
    part: 'process',
    label: 'Line to line',
    unit: 'mm',
    least: 0.005,
    most: 5,
    source: memory,
    says: 'Areas are marked in lines that lie so far apart.',
  },
  overscanMm: {
    part: 'process',
    label: 'Run-up',
    unit: 'mm',
    least: 0,
    most: 50,
    source: memory,
    says: 'What it goes beyond both ends of a line to be at speed where it marks.',
  },
} as const satisfies Readonly<Record<string, Row>>;

export type ValueName = keyof typeof rows;
export type ValueRow = Row;

export const valueRows: Readonly<Record<ValueName, ValueRow>> = rows;
export const valueNames = Object.keys(rows) as readonly ValueName[];

/** Of the colours of materials and marks. */
export const colourSource: Source = memory;

/** `5 years`, or months where it is less than one. */
export function yearsText(years: number): string {
  if (years === 1) return '1 year';
  return years < 1 ? `${Number((years * 12).toFixed(1))} months` : `${Number(years.toFixed(1))} years`;
}
