/** grades: a picture of a symbol from the front comes in; its print quality by the standards goes out. */
export {
  type GradedParameter,
  gradePhoto,
  gradeSymbol,
  type Standard,
  standards,
  type SymbolGrade,
} from './grade';
export { type Grade, gradeLetters, gradeOf } from './scale';
