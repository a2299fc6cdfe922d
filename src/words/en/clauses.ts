import { type Book, defaultTemplateOf } from '../../core/book/index.ts';
import type { Clause } from '../../core/channels/index.ts';
import type { ClassOfBasket } from '../../core/check/index.ts';
import { counts, homeWall, momentText } from './figures.ts';
import { marketName, offerTitle, serviceInText, templateName, zoneName } from './names.ts';
import { freeText, laneOf, laneWords } from './rates.ts';

/** Goods delivered otherwise than the plain ones. */
const apartWords: Readonly<Record<(ClassOfBasket & { is: 'apart' })['by'], string>> = {
  template: 'goods of other templates',
  dated: 'goods with dated rows',
  'own rate': 'goods with rates of their own',
  services: 'goods some services bar',
  fee: 'goods with handling fees',
  kind: 'kinds with rates of their own',
  feed: 'goods that not every feed has',
};

export function className(book: Book, one: ClassOfBasket): string {
  switch (one.is) {
    case 'zone':
      return `${zoneName(book, one.zone)}${one.codes.length > 0 ? ` · ${one.codes.join(' + ')}` : ''}`;
    case 'edge':
      return `${offerTitle(book, one.offer)}, minute of ${one.edge}`;
    case 'moment':
      return `A change over there, ${momentText(one.at, homeWall(book))}`;
    case 'apart':
      return apartWords[one.by].replace(/^g|^k/, (letter) => letter.toUpperCase());
    case 'offer':
      return `${offerTitle(book, one.offer)}${one.state === 'used up' ? ', used up' : ''}`;
  }
}

/** A lane by its zone and service, and by its template where that is not the default one. */
function laneName(
  book: Book,
  { template, zone, service }: { readonly template: string; readonly zone: string; readonly service: string },
): string {
  const other = template === defaultTemplateOf(book).id ? '' : `${templateName(book, template)}: `;
  return `${other}${zoneName(book, zone)}, ${serviceInText(book, service)}`;
}

export function clauseName(book: Book, clause: Clause): string {
  switch (clause.about) {
    case 'goods':
      return 'The goods, their prices and masses';
    case 'zone':
      return zoneName(book, clause.zone);
    case 'rate':
      return `${laneName(book, clause)}: ${laneWords(book, clause)}`;
    case 'threshold': {
      const free = laneOf(book, clause.template, clause.zone, clause.service)?.freeFrom;
      const tested = free?.unit === 'value' ? ` ${free.test} discounts` : '';
      return `${laneName(book, clause)}: ${free ? freeText(free, '') : 'never free'}${tested}`;
    }
    case 'offer':
      return offerTitle(book, clause.offer);
    case 'currency':
      return 'The currency';
    case 'market':
      return `Shoppers of the market ${marketName(book, clause.market)}`;
    case 'tax':
      return 'Tax on prices and delivery';
    case 'apart':
      return clause.items === 1
        ? `1 ${apartWords[clause.by].replace('goods', 'item')}`
        : `${clause.items} ${apartWords[clause.by]}`;
    case 'stocked':
      return `${counts(clause.items, 'item', 'goods')} stocked by the channel`;
    case 'mixing':
      return 'How the charges of several groups become one';
    case 'shown':
      return 'Which choices shoppers see';
  }
}
