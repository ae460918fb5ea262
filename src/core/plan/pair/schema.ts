/** A material on a machine as a job keeps it: every value that the plan and the limits need. */
import { z } from '../../schema';
import { materialFamilyIds } from '../families';
import { machineKindIds } from '../machines';
import { valueNames, valueRows, type ValueName } from './values';

const value = (name: ValueName) => z.number().min(valueRows[name].least).max(valueRows[name].most);
const id = z.string().min(1).max(60);
const name = z.string().trim().min(1).max(80);
const colour = z.string().regex(/^#[0-9a-fA-F]{6}$/, 'A colour is # and six hexadecimal digits.');

export const textures = ['plain', 'grain', 'brushed', 'speckle', 'weave', 'cleft'] as const;

const materialSchema = z.strictObject({
  id,
  name,
  family: z.enum(materialFamilyIds),
  /** Of the bare surface. */
  baseColour: colour,
  texture: z.enum(textures),
  /** Standard deviation of the reflectance as a share of it. */
  textureAmplitude: value('textureAmplitude'),
  gloss: value('gloss'),
  transparency: value('transparency'),
  thicknessMm: value('thicknessMm'),
  yearsIndoors: value('yearsIndoors'),
  yearsOutdoors: value('yearsOutdoors'),
});
export type Material = Readonly<z.infer<typeof materialSchema>>;

const machineSchema = z.strictObject({
  id,
  name,
  /** A few words for lists. */
  short: z.string().trim().min(1).max(40),
  kind: z.enum(machineKindIds),
  /** `process` inks print any colour; `single` makes one kind of mark. */
  inks: z.enum(['single', 'process']),
  bedWidthMm: value('bedWidthMm'),
  /** Null for rolls. */
  bedHeightMm: value('bedHeightMm').nullable(),
  shiftXMm: value('shiftXMm'),
  shiftYMm: value('shiftYMm'),
  /** Pitch of the dots, for machines that print whole dots only. */
  dotMm: value('dotMm').nullable(),
  /** Of a pointed cutter; null for all others. Here and below: what documents before version 9 did not have. */
  halfAngleDegrees: value('halfAngleDegrees').nullable().default(null),
  /** Null for machines that build nothing up. */
  layerMm: value('layerMm').nullable().default(null),
  firstLayerMm: value('firstLayerMm').nullable().default(null),
  spreadMm: value('spreadMm').nullable().default(null),
});
export type Machine = Readonly<z.infer<typeof machineSchema>>;

const processSchema = z.strictObject({
  elementMm: value('elementMm'),
  elementFactor: value('elementFactor'),
  floorMm: value('floorMm'),
  growthMm: value('growthMm'),
  kerfMm: value('kerfMm'),
  markMmPerS: value('markMmPerS'),
  /** Null where it follows no lines. */
  cutMmPerS: value('cutMmPerS').nullable(),
  /** Null for machines that mark all of a line, or all of a sheet, at once. */
  travelMmPerS: value('travelMmPerS').nullable(),
  lineIntervalMm: value('lineIntervalMm').nullable(),
  overscanMm: value('overscanMm').nullable(),
  /** Null where nothing is cut through. */
  thicknessFactor: value('thicknessFactor').nullable().default(null),
  bridgeMm: value('bridgeMm').nullable().default(null),
  /** Null where the mark has no depth that matters. */
  depthMm: value('depthMm').nullable().default(null),
  /** Null until it is known, and where there is no beam. Documents before version 10 did not have it. */
  powerShare: value('powerShare').nullable().default(null),
});
/** What a machine does on a family of materials. */
export type Process = Readonly<z.infer<typeof processSchema>>;

/** Where a value comes from that is not the typical one. */
const originSchema = z.strictObject({
  from: z.enum(['own', 'calibrated']),
  /** When, ISO 8601. */
  at: z.iso.datetime(),
  /** How it was found, in the owner's words; may be empty. */
  how: z.string().trim().max(200),
});
export type Origin = Readonly<z.infer<typeof originSchema>>;

/** What has an origin of its own: the values, and the two colours. */
export const originNames = ['baseColour', 'markColour', ...valueNames] as const;
export type OriginName = (typeof originNames)[number];

export const pairValuesSchema = z.strictObject({
  /** The profile that the values were taken from, shipped or own. */
  profile: id,
  material: materialSchema,
  machine: machineSchema,
  process: processSchema,
  /** What the machine's mark looks like on the material. */
  markColour: colour,
  /** Of values that are not typical. */
  origins: z.partialRecord(z.enum(originNames), originSchema),
});
export type PairValues = Readonly<z.infer<typeof pairValuesSchema>>;
