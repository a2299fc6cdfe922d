import type { Book } from '../../core/book/index.ts';
import type { Overlooked } from '../../core/plan/index.ts';
import { counts } from './figures.ts';
import { serviceInText, templateName, zoneName } from './names.ts';
import { countryName } from './places.ts';

/** What was overlooked, and the act that mends it. */
export function overlookedWords(
  book: Book,
  one: Overlooked,
  itemName: (sku: string) => string,
): { readonly what: string; readonly act: string } {
  switch (one.is) {
    case 'own rate':
      return {
        what: `${itemName(one.sku)} has a rate of its own, which beats its template`,
        act: 'Look at its own rate',
      };
    case 'lacking':
      return {
        what: `${counts(one.skus.length, 'item', 'goods')} without ${one.what}, such as ${itemName(one.skus[0] ?? '')}`,
        act: `Give them a ${one.what}`,
      };
    case 'empty selection': {
      const name = book.selections.find(({ id }) => id === one.selection)?.name ?? one.selection;
      return { what: `The selection ${name} takes no goods`, act: 'Look at the selection' };
    }
    case 'no zone': {
      const orders = one.orders > 0 && counts(one.orders, 'order');
      const visits = one.visits > 0 && counts(one.visits, 'visit');
      const came = [orders, visits].filter(Boolean).join(' and ');
      return { what: `${came} from ${countryName(one.country)}; no zone takes it in`, act: 'Take it into a zone' };
    }
    case 'not looked at': {
      const { quarter, lanes, of, last } = one;
      const before = last
        ? `the last was looked at on ${last.on}${last.who ? ` by ${last.who}` : ''}`
        : 'nobody ever has';
      return {
        what: `The quarter began on ${quarter}: ${lanes} of ${counts(of, 'rate')} not looked at since; ${before}`,
        act: 'Look at them',
      };
    }
    case 'beyond':
      return { what: `${laneName(book, one)}: orders were heavier than its last step`, act: 'Add a step' };
    case 'one step':
      return {
        what:
          `${laneName(book, one)}: of ${counts(one.of, 'order')} ${one.orders} fell in one step; ` +
          'the others hardly count',
        act: 'Look at its steps',
      };
  }
}

const laneName = (
  book: Book,
  { template, zone, service }: { template: string; zone: string; service: string },
): string => `${templateName(book, template)}, ${zoneName(book, zone)}, ${serviceInText(book, service)}`;
