/** Plemb in English: every sentence it says, made of the core's data at the edge. */
export { adoptWords, notAdoptedWords } from './adopting.ts';
export { channelLine, wordsOfChannel } from './channels/index.ts';
export { className, clauseName } from './clauses.ts';
export { type CoverageWords, coverageWords, unlistedWords } from './coverage.ts';
export { decidingWords } from './deciding.ts';
export { lostWords, remedyAct, remedyWords } from './fidelity.ts';
export {
  amountOf,
  counted,
  counts,
  dayOn,
  editable,
  massOf,
  momentText,
  money,
  signed,
  type Tender,
  type Wall,
  weekdayOf,
  wholeOf,
  writtenIn,
} from './figures.ts';
export { findingText } from './findings.ts';
export { goodsFieldWords, goodsTargetLabels } from './goods-fields.ts';
export { historyTargetLabels, historyWords, monthText, remarkText } from './history.ts';
export { labelUseWords } from './labels.ts';
export { listed } from './list.ts';
export { basketWords, losingWords, relationWords, secondName } from './meetings.ts';
export { migrationText } from './migration.ts';
export { channelName, offerTitle, serviceInText, serviceName, templateName, zoneName } from './names.ts';
export { benefitDone, benefitWord, whyWords } from './offers.ts';
export { overlookedWords } from './overlooked.ts';
export { changeText, nothingText, otherKeyText, pathWords, valueWords } from './paths.ts';
export { countryName, languageName } from './places.ts';
export { daysText, extraNames, holdsWords, priceTargetLabels } from './price-lists.ts';
export {
  faultText,
  faultWords,
  firstFault,
  rightBeside,
  saidProblem,
} from './problems.ts';
export { brokenWords } from './promises.ts';
export { firstText, freeText, mannerText, rateText } from './rates.ts';
export { readLines, readsText } from './readings.ts';
export { overOrdersWords, recordSorts, recordWords, weighedWords } from './records.ts';
export { removalWords, thingsName } from './removals.ts';
export { starterNames } from './starter.ts';
export { missingWords, sideWords, stepNames, stepWords } from './steps.ts';
export { proposedTerms } from './terms.ts';
export { causeWords, chargedWords, differenceWords } from './verdicts.ts';
