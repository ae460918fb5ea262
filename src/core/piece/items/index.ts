/** items: words, pictures, frames and border lines; what of them is marked, and where. */
export { emptyFields, fieldNames, filledText, type TextFields, withoutFields } from './fields';
export { frameAround } from './frames';
export { codeAround, itemName, type ItemSources, layItem, type PlacedItem, sizedBy } from './items';
export {
  type ArtSettings,
  type BorderSettings,
  type FrameSettings,
  frameShapes,
  itemSchema,
  type ItemSettings,
  type WordsSettings,
} from './schema';
export { brokenEvenly, setWords, type WordsShape } from './setWords';
