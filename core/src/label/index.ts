export { readAmount, type Amount, type PercentRange } from './amount';
export { dictionaryOf, type Match } from './dictionary';
export { readLabel, type Correction, type LabelAnswer, type LabelIngredient } from './read';
export {
  labelOfPicture,
  likelyLanguages,
  likeliestNames,
  mendSlips,
  type PictureAnswer,
  type PictureWord,
  type Seen,
  type SeenWord,
  textOf,
  textOfWords,
} from './picture';
export { signsOn, withSigns } from './signs';
export { casIsValid, foldName, normaliseName } from './text';
export {
  catalogueOfHousehold,
  changesOfLabel,
  contentsOf,
  labelRows,
  nearestProducts,
  productOfLabel,
  type LabelRow,
  type OwnLabelled,
} from './own';
