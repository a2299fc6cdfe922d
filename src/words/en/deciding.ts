import type { Book } from '../../core/book/index.ts';
import type { Deciding, NeverDecides } from '../../core/plan/index.ts';
import { counts, homeWall, momentText, money, type Tender } from './figures.ts';
import { basketWords } from './meetings.ts';
import { offerTitle, serviceInText } from './names.ts';

/** The basket that an offer alone decides, or why there is none. */
export function decidingWords(book: Book, deciding: Deciding, tender: Tender): string {
  switch (deciding.is) {
    case 'decides': {
      const { example, saves, service } = deciding;
      const does = saves > 0 ? `${money(saves, tender)} less by ${serviceInText(book, service)}` : 'a gift';
      return `${basketWords(example, tender)}: ${does}.`;
    }
    case 'not found':
      return [
        `None of ${counts(deciding.tried, 'basket')} of real goods shows it;`,
        'its conditions do not prove that there is none.',
      ].join(' ');
    case 'never':
      return `It decides nothing: ${neverWords(book, deciding.proof, tender)}.`;
  }
}

function neverWords(book: Book, proof: NeverDecides, tender: Tender): string {
  switch (proof.why) {
    case 'ended':
      return `it ended ${momentText(proof.until, homeWall(book))}`;
    case 'no place':
      return 'no place falls in its zones';
    case 'no goods':
      return 'its selection takes no goods';
    case 'gift not sold':
      return `${proof.sku} is not among the goods`;
    case 'lanes':
      return `all its lanes are free by themselves, from at most ${money(proof.freeFrom, tender)}`;
    case 'no lane':
      return 'its services have no lane in its places';
    case 'another':
      return `${offerTitle(book, proof.offer)} asks no more, excludes it, and always takes at least as much`;
  }
}
