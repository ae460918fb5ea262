/** The materials, and what each machine's mark looks like on them; all typical values from memory. Adding one is a row. */
import type { Material, MaterialFamily } from '../core/plan';

export interface MaterialRow {
  readonly material: Material;
  /** What people call things made of it, for searching. */
  readonly alsoCalled: readonly string[];
  /** What the marks of machines look like. */
  readonly marks: readonly { readonly machines: readonly string[]; readonly colour: string }[];
}

type Surface = Pick<Material, 'baseColour' | 'texture' | 'textureAmplitude' | 'gloss'> &
  Partial<Pick<Material, 'transparency'>>;

function row(
  id: string,
  name: string,
  family: MaterialFamily,
  surface: Surface,
  thicknessMm: number,
  [yearsIndoors, yearsOutdoors]: readonly [number, number],
  alsoCalled: readonly string[],
  marks: MaterialRow['marks'],
): MaterialRow {
  const material = {
    id,
    name,
    family,
    transparency: 0,
    ...surface,
    thicknessMm,
    yearsIndoors,
    yearsOutdoors,
  };
  return { material, alsoCalled, marks };
}

const plain = (baseColour: string, gloss: number, textureAmplitude = 0.01): Surface => ({
  baseColour,
  texture: 'plain',
  textureAmplitude,
  gloss,
});
const grain = (baseColour: string, textureAmplitude: number, gloss = 0.1): Surface => ({
  baseColour,
  texture: 'grain',
  textureAmplitude,
  gloss,
});
const brushed = (baseColour: string, gloss: number, textureAmplitude = 0.06): Surface => ({
  baseColour,
  texture: 'brushed',
  textureAmplitude,
  gloss,
});
const speckle = (baseColour: string, textureAmplitude: number, gloss = 0.1): Surface => ({
  baseColour,
  texture: 'speckle',
  textureAmplitude,
  gloss,
});

const mark = (colour: string, ...machines: readonly string[]) => ({ colour, machines });
const labelPrinters = ['label-printer-203dpi', 'label-printer-300dpi', 'label-printer-600dpi'];
const woodLasers = ['co2-laser', 'diode-laser'];
const clear = { transparency: 0.92 };

export const materialRows: readonly MaterialRow[] = [
  row(
    'direct-thermal-paper',
    'Direct thermal paper',
    'thermal paper',
    plain('#EFEFEA', 0.15),
    0.08,
    [1, 0.2],
    ['label', 'sticker', 'receipt', 'price tag', 'parcel', 'jar'],
    [mark('#2B2B30', ...labelPrinters)],
  ),
  row(
    'white-paper',
    'White paper',
    'paper',
    plain('#F4F3EF', 0.05),
    0.1,
    [20, 0.5],
    ['label', 'sticker', 'flyer', 'poster', 'sign', 'menu', 'jar', 'bottle'],
    [
      mark(
        '#1E1C1B',
        'laser-printer-600dpi',
        'ink-jet-600dpi',
        'wide-ink-jet',
        ...labelPrinters,
        'screen-print',
      ),
      mark('#2E2C2B', 'rubber-stamp'),
    ],
  ),
  row(
    'kraft-paper',
    'Kraft paper',
    'paper',
    plain('#B58F66', 0.03, 0.06),
    0.12,
    [10, 0.3],
    ['label', 'brown paper', 'bag', 'parcel', 'gift tag', 'jar'],
    [
      mark(
        '#2A231E',
        'laser-printer-600dpi',
        'ink-jet-600dpi',
        'wide-ink-jet',
        'screen-print',
        'rubber-stamp',
      ),
    ],
  ),
  row(
    'white-card',
    'White card',
    'card',
    plain('#F4F3EF', 0.1),
    0.35,
    [20, 0.5],
    ['business card', 'menu', 'invitation', 'table sign', 'swing tag', 'ticket'],
    [
      mark(
        '#1E1C1B',
        'laser-printer-600dpi',
        'ink-jet-600dpi',
        'wide-ink-jet',
        'screen-print',
        'rubber-stamp',
      ),
      mark('#6B5138', ...woodLasers),
    ],
  ),
  row(
    'white-vinyl',
    'White vinyl',
    'vinyl',
    plain('#F7F7F5', 0.4),
    0.1,
    [7, 3],
    ['sticker', 'decal', 'label', 'window', 'bumper', 'bottle', 'bike'],
    [mark('#1A1A1C', 'ink-jet-600dpi', 'wide-ink-jet', ...labelPrinters, 'screen-print')],
  ),
  row(
    'birch-plywood',
    'Birch plywood',
    'wood',
    grain('#D9BC8F', 0.12),
    3,
    [30, 3],
    ['wood', 'sign', 'coaster', 'tag', 'ornament', 'key ring', 'box'],
    [mark('#4A2F1C', ...woodLasers), mark('#1E1C1B', 'screen-print')],
  ),
  row(
    'walnut',
    'Walnut',
    'wood',
    grain('#5A4030', 0.15),
    5,
    [30, 3],
    ['wood', 'sign', 'board', 'plaque', 'coaster'],
    [mark('#2A1B12', ...woodLasers)],
  ),
  row(
    'cork',
    'Cork',
    'cork',
    speckle('#B98B5E', 0.2, 0.05),
    4,
    [15, 1],
    ['coaster', 'pin board', 'tag', 'float'],
    [mark('#3E2718', ...woodLasers)],
  ),
  row(
    'leather',
    'Vegetable-tanned leather',
    'leather',
    speckle('#C99A6B', 0.08, 0.2),
    2.5,
    [20, 2],
    ['patch', 'key ring', 'luggage tag', 'belt', 'wallet'],
    [mark('#4B2E1C', ...woodLasers)],
  ),
  row(
    'natural-slate',
    'Natural slate',
    'stone',
    speckle('#3B4043', 0.12),
    5,
    [50, 30],
    ['stone', 'coaster', 'garden sign', 'house sign', 'plaque', 'memorial'],
    [mark('#A9AFB2', 'co2-laser')],
  ),
  row(
    'black-anodised-aluminium',
    'Black anodised aluminium',
    'coated metal',
    brushed('#1F2123', 0.4),
    1.5,
    [50, 15],
    ['metal', 'plate', 'dog tag', 'name plate', 'rating plate', 'business card', 'key ring'],
    [mark('#C9CDD0', 'co2-laser', 'diode-laser', 'fibre-laser')],
  ),
  row(
    'silver-anodised-aluminium',
    'Silver anodised aluminium',
    'coated metal',
    brushed('#C5C8CB', 0.5),
    1.5,
    [50, 15],
    ['metal', 'plate', 'dog tag', 'name plate', 'rating plate', 'asset tag'],
    [mark('#3A3A3C', 'fibre-laser'), mark('#1A1A1C', 'screen-print')],
  ),
  row(
    'stainless-steel',
    'Stainless steel',
    'bare metal',
    brushed('#A7ABAE', 0.8, 0.1),
    1.5,
    [50, 30],
    ['metal', 'plate', 'dog tag', 'mug', 'bottle', 'tool', 'knife', 'rating plate'],
    [mark('#2E2B2A', 'fibre-laser')],
  ),
  row(
    'brass',
    'Brass',
    'bare metal',
    brushed('#C2A04E', 0.7),
    1.5,
    [50, 10],
    ['metal', 'plate', 'plaque', 'name plate', 'memorial', 'trophy'],
    [mark('#A98838', 'rotary-engraver'), mark('#4A3A22', 'fibre-laser')],
  ),
  row(
    'brass-paint-filled',
    'Brass, paint filled',
    'bare metal',
    brushed('#C2A04E', 0.7),
    1.5,
    [50, 10],
    ['metal', 'plate', 'plaque', 'name plate', 'memorial', 'trophy', 'enamel'],
    [mark('#1C1A17', 'rotary-engraver')],
  ),
  row(
    'laminate-black-white',
    'Two-ply laminate, black over white',
    'laminate',
    plain('#1B1B1B', 0.3),
    1.6,
    [30, 5],
    ['plastic', 'name badge', 'door sign', 'panel label', 'valve tag', 'engraving plastic'],
    [mark('#F2F2F0', 'rotary-engraver', ...woodLasers)],
  ),
  row(
    'laminate-white-black',
    'Two-ply laminate, white over black',
    'laminate',
    plain('#F2F2F0', 0.3),
    1.6,
    [30, 5],
    ['plastic', 'name badge', 'door sign', 'panel label', 'valve tag', 'engraving plastic'],
    [mark('#1B1B1B', 'rotary-engraver', ...woodLasers)],
  ),
  row(
    'powder-coated-steel',
    'Powder-coated steel, blue',
    'coated metal',
    speckle('#2A4B6E', 0.03, 0.3),
    1.5,
    [50, 15],
    ['metal', 'mug', 'tumbler', 'flask', 'bottle', 'tin', 'bike'],
    [mark('#BFC3C6', 'fibre-laser', 'co2-laser')],
  ),
  row(
    'clear-acrylic-dark-ground',
    'Clear acrylic, dark ground',
    'acrylic',
    { ...plain('#22303A', 0.9, 0), ...clear },
    3,
    [30, 10],
    ['plastic', 'glass', 'sign', 'stand', 'night light', 'table sign', 'key ring'],
    [mark('#E8ECEC', 'co2-laser', 'rotary-engraver')],
  ),
  row(
    'clear-acrylic-light-ground',
    'Clear acrylic, light ground',
    'acrylic',
    { ...plain('#DDE0DF', 0.9, 0), ...clear },
    3,
    [30, 10],
    ['plastic', 'glass', 'sign', 'stand', 'table sign'],
    [mark('#E8ECEC', 'co2-laser', 'rotary-engraver'), mark('#1E1C1B', 'screen-print')],
  ),
  row(
    'clear-glass-dark-ground',
    'Clear glass, dark ground',
    'glass',
    { ...plain('#2B2F31', 0.9, 0), ...clear },
    4,
    [50, 50],
    ['window', 'mirror', 'vase', 'trophy', 'tumbler', 'bottle'],
    [mark('#E4E8E8', 'co2-laser')],
  ),
];
