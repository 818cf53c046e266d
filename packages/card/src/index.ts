export { ELSEWHERE_NAMES, elsewhereSentences, JOB_KIND_NAMES } from './words/elsewhereWords.js';
export { restsSentences } from './words/restsWords.js';
export { waitSentence } from './words/waitWords.js';
export { jobTitle } from './words/jobTitle.js';
export { clock, degrees, fixed, gramsAt, placesKnown } from './words/numbers.js';
export { surveyOf } from './survey/survey.js';
export { BENCH_NAMES, count, KIND_NAMES, MEASURE_NAMES, missingWords, partName, SCHOOLS, timesIn100, VERDICT_WORDS } from './words/names.js';
export {
  asMeasured,
  broughtWords,
  countWords,
  fromWords,
  gramsWords,
  LOGGED,
  NOUNS,
  shortSize,
  sizeWords,
  toMeasureMm,
  VERBS,
  wordOf,
} from './words/cutWords.js';
export { mountedWords, PART_WORDS } from './words/mountedWords.js';
export { textOf } from './card/cardDocument.js';
export { readBy } from './card/sections/sizes.js';
export { sizeName } from './words/sizeWords.js';
export { personIn, type CardNames, type Named } from './card/cardNames.js';
export { cardPhotoIds } from './card/cardPhotoIds.js';
export { jobCard } from './card/jobCard.js';
export { cardIn } from './card/cardIn.js';
export { cardDifferences } from './card/cardDifferences.js';
export { cutMetals, metalAfter, takenBy } from './card/cutMetals.js';
export { arcMiddle, heap, holeEllipse, LEFT, placeAt, rimScale, stretches, TOP, TURN_WIDTH, xOf, type RimScale } from './draw/rimLayout.js';
export {
  byDirection,
  crankFromEnd,
  crankFromSide,
  lengthMm,
  reachMm,
  shaftRadiusMm,
  type CrankPart,
  type CrankShape,
  type CrankView,
  type DrawnCrank,
  type SeenFrom,
} from './draw/crankShapes.js';
export { crankSheet, crankSvg, drawnCrank } from './draw/crankSvg.js';
export { rimMapSvg } from './draw/rimMapSvg.js';
export { customerSteps } from './customer/customerSteps.js';
export { FINISH_WORDS } from './card/sections/madeReady.js';
export { padsShort, padsWords } from './words/padWords.js';
export { countedWords } from './words/countedWords.js';
export {
  boxWords,
  buildWords,
  cylindersWords,
  handOrderWords,
  leftOutWords,
  listed,
  swappedWords,
  takeSwapsWords,
  unsettledWords,
} from './words/benchWords.js';
