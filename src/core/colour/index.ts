/** colour: sRGB at the edges, linear light within; reflectance and luma. */
export {
  encodedOfLinear,
  hexOfRgb,
  linearOfEncoded,
  linearOfHex,
  lumaOf,
  lumaOfRgb,
  luminanceOfLinear,
  reflectanceOfHex,
  type Rgb,
  rgbOfHex,
} from './colour';
