/** Plemb in English: every sentence it says, made of the core's data at the edge. */
export { className, clauseName } from './clauses.ts';
export { amountOf, dated, massOf, money, priced, signed, wholeOf } from './figures.ts';
export { goodsFieldWords } from './goods-fields.ts';
export { listed } from './list.ts';
export { overWords, unitWords } from './measures.ts';
export { channelName, offerTitle, serviceName, templateName, zoneName } from './names.ts';
export { benefitDone, benefitWord, whyWords } from './offers.ts';
export { pathWords, valueWords } from './paths.ts';
export { countryName } from './places.ts';
export {
  type FaultWords,
  faultText,
  faultWords,
  firstFault,
  rightBeside,
  type SaidProblem,
  saidProblem,
} from './problems.ts';
export { firstText, freeText, laneWords, mannerText, rateText } from './rates.ts';
export { missingWords, sideWords, stepNames, stepWords } from './steps.ts';
export { proposedTerms } from './terms.ts';
