import type { Book } from '../../core/book/index.ts';
import type { Benefit, BenefitBody } from '../../core/offers/index.ts';
import type { Step } from '../../core/quote/index.ts';
import { benefitWordsOf } from './benefits/index.ts';
import type { SayAmount } from './benefits/words.ts';
import { counts, homeWall, momentText } from './figures.ts';
import { inARow } from './list.ts';
import { offerTitle } from './names.ts';

/** What a benefit did, for the steps of an answer. */
export const benefitDone = (benefit: Benefit, say: SayAmount): string => benefitWordsOf(benefit).did(benefit, say);

/** What an offer is, in a word. */
export const benefitWord = (benefit: BenefitBody): string => benefitWordsOf(benefit).word;

/** Why an offer does nothing. */
export function whyWords(book: Book, why: Extract<Step, { step: 'unused' }>['why'], say: SayAmount): string {
  switch (why.why) {
    case 'draft':
      return 'a draft, not meant yet';
    case 'paused':
      return 'paused';
    case 'not begun':
      return `begins ${momentText(why.from, homeWall(book))}`;
    case 'ended':
      return `ended ${momentText(why.until, homeWall(book))}`;
    case 'code not entered':
      return why.code.is === 'single use'
        ? `no unused code of the batch ${why.code.batch} is entered`
        : `the code ${why.code.code} is not entered`;
    case 'place':
      return 'not for this place';
    case 'market':
      return 'not in this market';
    case 'channel':
      return 'only in some channels';
    case 'segment':
      return 'only for some customers';
    case 'used up':
      return `used up, after ${counts(why.uses, 'order')}`;
    case 'used by the customer':
      return `the customer has used it ${why.uses === 1 ? 'once' : `${why.uses} times`} already`;
    case 'budget':
      return why.saving > 0
        ? `${say(why.left)} of its budget is left, and it would take ${say(why.saving)}`
        : 'its budget is spent';
    case 'missed':
      return `missed by ${say(why.by)}`;
    case 'too few':
      return `missed by ${counts(why.by, 'unit')}`;
    case 'no such goods':
      return 'none of its goods is in the basket';
    case 'gift not sold':
      return `the gift ${why.sku} is not among the goods`;
    case 'service':
      return 'not for this service';
    case 'not the cheapest':
      return 'only on the cheapest choice, which is another';
    case 'gift costs':
      return `with the gift the shopper would pay ${say(why.more)} more`;
    case 'nothing to take':
      return 'there is nothing it could take off';
    case 'outweighed':
      return why.by.length > 0
        ? `outweighed: with ${inARow(why.by.map((id) => offerTitle(book, id)))} the shopper pays less`
        : 'it would save nothing';
  }
}
