import type { Book } from '../../core/book/index.ts';
import type { CoverageFinding, Unlisted } from '../../core/check/index.ts';
import { counts, money, type Tender } from './figures.ts';
import { inARow, upToSome } from './list.ts';
import { figureWords } from './measures.ts';
import { channelName, offerTitle, serviceInText, templateName, zoneName } from './names.ts';
import { countryName } from './places.ts';

/** What is not covered, the smallest example of it, and what would mend it. */
export interface CoverageWords {
  readonly what: string;
  readonly example: string;
  readonly mend: string;
}

/** A finding about what shoppers cannot buy; `itemName` tells what an item is called. */
export function coverageWords(
  book: Book,
  one: CoverageFinding,
  tender: Tender,
  itemName: (sku: string) => string,
): CoverageWords {
  const where = (template: string, zone: string) =>
    [zoneName(book, zone), ...(book.templates.length > 1 ? [templateName(book, template)] : [])].join(', ');
  const range = (over: Parameters<typeof figureWords>[0], from: number, to: number | null) => {
    const figure = (at: number) => figureWords(over, at, (amount) => money(amount, tender));
    return to === null ? `from ${figure(from)} up` : `from ${figure(from)} to ${figure(to)}`;
  };
  const services = (ids: readonly string[]) => ids.map((id) => serviceInText(book, id)).join(', ');
  switch (one.is) {
    case 'visited': {
      const came = `${counts(one.visits, 'visit')} came from it in a year`;
      return {
        what: `${countryName(one.country)}: nothing is delivered there, and ${came}`,
        example: `any basket to ${one.country}`,
        mend: 'Take it into a zone',
      };
    }
    case 'zone without lanes':
      return {
        what: `${where(one.template, one.zone)}: no lane at all`,
        example: `any basket to ${one.place}`,
        mend: 'Offer a service there',
      };
    case 'gap':
      return {
        what: `${where(one.template, one.zone)}: orders ${range(one.over, one.from, one.to)} are not offered`,
        example: one.example
          ? inARow(one.example.map((line) => `${line.units} × ${itemName(line.sku)}`))
          : 'no basket of up to two different goods weighs so much',
        mend: one.to === null ? 'Open the last break' : 'Close the gap',
      };
    case 'lane ends': {
      const lane = `${where(one.template, one.zone)}, ${serviceInText(book, one.service)}`;
      return {
        what: `${lane}: not offered ${range(one.over, one.from, one.to)}; other services are`,
        example: figureWords(one.over, one.from, (amount) => money(amount, tender)),
        mend: 'Open the lane',
      };
    }
    case 'left out': {
      const goods = `${counts(one.goods, 'item', 'goods')} of ${templateName(book, one.template)}`;
      return {
        what: `${goods} are not delivered to ${upToSome(one.places, 5)}; other goods are`,
        example: `1 × ${itemName(one.example)} to ${one.places[0]}`,
        mend: 'Serve a zone',
      };
    }
    case 'never sold':
      return {
        what: `${counts(one.skus.length, 'item', 'goods')} cannot be bought anywhere: ${one.why}`,
        example: itemName(one.skus[0] ?? ''),
        mend: 'Open the item',
      };
    case 'unlisted':
      return {
        what: unlistedWords(book, one, itemName),
        example: one.what === 'gift' ? `any basket of ${channelName(one.channel)}` : itemName(one.sku),
        mend: 'Open the offer',
      };
    case 'clash': {
      const pair = `${itemName(one.a)} and ${itemName(one.b)} (and ${one.pairs - 1} such pairs)`;
      const zones = one.zones === 1 ? zoneName(book, one.zone) : `${one.zones} zones`;
      const against = `${services(one.services[0])} against ${services(one.services[1])}`;
      return {
        what: `${pair} cannot be bought in one order in ${zones}: ${against}`,
        example: `one of each to ${zoneName(book, one.zone)}; two orders would do`,
        mend: 'Let them share a service',
      };
    }
  }
}

/** An offer of which a channel's shoppers can have nothing. */
export function unlistedWords(book: Book, one: Unlisted, itemName: (sku: string) => string): string {
  const where = channelName(one.channel);
  const title = `“${offerTitle(book, one.offer)}” holds at ${where}`;
  if (one.what === 'gift') return `${title}, which does not list its gift, ${itemName(one.sku)}`;
  return one.goods === 1
    ? `${title}, which does not list ${itemName(one.sku)}, all that it is for`
    : `${title}, which lists none of the ${one.goods} goods it is for`;
}
