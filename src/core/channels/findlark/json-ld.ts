import type {
  Offer,
  OfferShippingDetails,
  PriceSpecification,
  Product,
  PropertyValue,
  ShippingService,
  Thing,
  UnitPriceSpecification,
} from 'schema-dts';
import type { Result } from '../../exact/index.ts';
import type { ChannelFile, WrittenFile } from '../dialect.ts';
import { type Delivery, type Entry, type FeedFile, type FeedItem, type Promotion, readFeeds } from './format.ts';

/**
 * The same feed in the words of schema.org (https://schema.org, as the package schema-dts publishes them): a graph of
 * the feed, its items, the shipping that they share, and its promotions as offers. What schema.org has no word for,
 * such as a percentage off, is a named property.
 */

export const twin = {
  nameOf: (name: string): string => name.replace(/\.xml$/, '.jsonld'),
  of(file: ChannelFile): Result<WrittenFile> {
    const read = readFeeds([file]);
    if (!read.ok) return read;
    return {
      ok: true,
      value: { name: twin.nameOf(file.name), pieces: () => read.value.flatMap((feed) => [...piecesOf(feed)]) },
    };
  },
};

/** How many nodes make a piece of the file. */
const nodesInPiece = 200;

function* piecesOf(feed: FeedFile): Generator<string> {
  const nodes: Thing[] = [
    {
      '@type': 'DataFeed',
      '@id': '#feed',
      name: feed.name,
      inLanguage: feed.language,
      ...(feed.countries === 'all' ? {} : { spatialCoverage: feed.countries.map(inCountry) }),
      dataFeedElement: feed.items.map(({ id }) => ({ '@id': itemId(id) })),
    },
    ...feed.deliveries.map(shippingOf),
    ...feed.items.map((item) => productOf(item)),
    ...feed.promotions.map(offerOf),
  ];
  yield '{"@context":"https://schema.org","@graph":[\n';
  for (let i = 0; i < nodes.length; i += nodesInPiece) {
    const some = nodes.slice(i, i + nodesInPiece).map((node) => JSON.stringify(node));
    yield `${some.join(',\n')}${i + nodesInPiece < nodes.length ? ',' : ''}\n`;
  }
  yield ']}\n';
}

const currency = 'EUR';
const itemId = (id: string) => `#item-${id}`;
const shippingId = (id: string) => `#shipping-${id}`;
const inCountry = (addressCountry: string) => ({ '@type': 'DefinedRegion' as const, addressCountry });

function shippingOf({ id, entries }: Delivery): OfferShippingDetails {
  const speeds = [...new Set(entries.map(({ speed }) => speed))];
  return {
    '@type': 'OfferShippingDetails',
    '@id': shippingId(id),
    hasShippingService: speeds.map(
      (speed): ShippingService => ({
        '@type': 'ShippingService',
        name: speed,
        shippingConditions: entries.filter((entry) => entry.speed === speed).map(conditionsOf),
      }),
    ),
  };
}

function conditionsOf({ country, within, price, days }: Entry) {
  const [minValue, maxValue] = days?.split(' ').map(Number) ?? [];
  return {
    '@type': 'ShippingConditions' as const,
    shippingDestination: {
      ...inCountry(country),
      ...(within.is === 'part' ? { addressRegion: within.part } : {}),
      ...(within.is === 'prefix' ? { postalCodePrefix: within.prefix } : {}),
    },
    shippingRate: { '@type': 'MonetaryAmount' as const, value: price, currency },
    ...(minValue === undefined || maxValue === undefined
      ? {}
      : { transitTime: { '@type': 'QuantitativeValue' as const, minValue, maxValue, unitCode: 'DAY' } }),
  };
}

function productOf({ id, title, price, grams, delivery, labels, sale }: FeedItem): Product {
  const priced = (is: 'ListPrice' | 'SalePrice', amount: string): UnitPriceSpecification => ({
    '@type': 'UnitPriceSpecification',
    priceType: `https://schema.org/${is}`,
    price: amount,
    priceCurrency: currency,
  });
  return {
    '@type': 'Product',
    '@id': itemId(id),
    sku: id,
    name: title,
    ...(grams === null ? {} : { weight: { '@type': 'QuantitativeValue', value: grams, unitCode: 'GRM' } }),
    ...(labels.length === 0 ? {} : { keywords: [...labels] }),
    offers: {
      '@type': 'Offer',
      price,
      priceCurrency: currency,
      ...(sale === null
        ? {}
        : {
            priceSpecification: [priced('ListPrice', price), { ...priced('SalePrice', sale.price), ...periodOf(sale) }],
          }),
      shippingDetails: { '@id': shippingId(delivery) },
    } as Offer,
  };
}

const periodOf = ({ from, until }: { readonly from: string | null; readonly until: string | null }) => ({
  ...(from === null ? {} : { validFrom: from }),
  ...(until === null ? {} : { validThrough: until }),
});

const property = (name: string, value: string | number): PropertyValue => ({ '@type': 'PropertyValue', name, value });

/** A promotion as an offer: what it asks is a price specification, and what it does its properties. */
function offerOf(one: Promotion): Offer {
  const { id, title, does, of, leastValue, leastUnits, code, countries } = one;
  const asks: PriceSpecification = {
    '@type': 'PriceSpecification',
    ...(leastValue === null
      ? {}
      : {
          eligibleTransactionVolume: {
            '@type': 'PriceSpecification',
            minPrice: Number(leastValue),
            priceCurrency: currency,
          },
        }),
    ...(leastUnits === null ? {} : { eligibleQuantity: { '@type': 'QuantitativeValue', minValue: leastUnits } }),
  };
  const { kind, ...figures } = does;
  return {
    '@type': 'Offer',
    '@id': `#promotion-${id}`,
    identifier: id,
    name: title,
    eligibleRegion: countries.map(inCountry),
    ...periodOf(one),
    ...(leastValue === null && leastUnits === null ? {} : { priceSpecification: asks }),
    ...(of.is === 'listings' ? { itemOffered: of.listings.map((listing) => ({ '@id': itemId(listing) })) } : {}),
    ...(does.kind === 'gift' ? { addOn: { '@type': 'Offer', itemOffered: { '@id': itemId(does.gift) } } } : {}),
    additionalProperty: [
      property('kind', kind),
      ...Object.entries(figures).map(([name, value]) =>
        property(name, typeof value === 'object' ? value.join(' ') : value),
      ),
      ...(of.is === 'label' ? [property('label', of.label)] : []),
      ...(code === null ? [] : [property('code', code)]),
    ],
  } as Offer;
}
