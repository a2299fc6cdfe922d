import { type Book, type ChannelId, channelsOf, type Edit, type Market } from '../book/index.ts';
import { amountText, type Currency } from '../exact/index.ts';
import type { OfferBody } from '../offers/index.ts';
import type { LaneBody } from '../rates/index.ts';
import type { Clause } from './dialect.ts';
import type { Remedy } from './fidelity.ts';

/** Of what a remedy is one: a clause, as a channel is told it for a market. */
export interface Remedied {
  readonly clause: Clause;
  readonly channel: ChannelId;
  readonly market: Pick<Market, 'id' | 'currency'>;
}

/**
 * The edits of the book that a remedy of a clause is, where it is one act; null where a person has to say more first,
 * or where nothing is to be done.
 */
export function remedyEdits(book: Book, of: Remedied, remedy: Remedy): readonly Edit[] | null {
  const edits = byClause(book, of, remedy);
  return edits.length === 0 ? null : edits;
}

function byClause(book: Book, of: Remedied, remedy: Remedy): Edit[] {
  const { clause, channel, market } = of;
  if (typeof remedy === 'object' && remedy.is === 'set')
    return [{ path: ['channels', channel, remedy.field], value: remedy.value }];
  if (typeof remedy === 'object' && remedy.is === 'converted by') return convertedBy(book, remedy);
  switch (clause.about) {
    case 'rate':
    case 'threshold': {
      const { template, zone, service } = clause;
      const lane = book.templates.find(({ id }) => id === template)?.lanes[zone]?.[service];
      return lane ? ofLane(book, market, ['templates', template, 'lanes', zone, service], lane, remedy) : [];
    }
    case 'offer': {
      const offer = book.offers.find(({ id }) => id === clause.offer);
      return offer ? ofOffer(book, of, offer, remedy) : [];
    }
    case 'mixing':
      return remedy === 'the dearest group pays' || remedy === 'each group pays'
        ? mixedBy(book, remedy === 'each group pays' ? 'sum' : 'highest')
        : [];
    case 'shown':
      return remedy === 'all shown'
        ? [
            { path: ['markets', market.id, 'hides'], value: 'none' },
            { path: ['markets', market.id, 'most'], value: null },
          ]
        : [];
    default:
      return [];
  }
}

/** The book's own rate into a currency, and how its market there rounds, made those of a channel. */
function convertedBy({ markets, exchange }: Book, { to, rate, step }: Extract<Remedy, { is: 'converted by' }>): Edit[] {
  const market = markets.find(({ currency }) => currency === to);
  const listed = exchange.find((one) => one.from === markets[0]?.currency && one.to === to);
  if (!market || !listed) return [];
  return [
    { path: ['exchange', listed.id, 'rate'], value: rate },
    { path: ['markets', market.id, 'rounding'], value: { is: 'step', step } },
  ];
}

const mixedBy = ({ mixing }: Book, by: 'sum' | 'highest'): Edit[] => [
  { path: ['mixedBy'], value: by },
  ...mixing.map(({ id }): Edit => ({ path: ['mixing', id, 'by'], value: by })),
];

function ofLane(book: Book, market: Remedied['market'], at: readonly string[], lane: LaneBody, remedy: Remedy): Edit[] {
  const { freeFrom, dated } = lane;
  if (remedy === 'no fallback') return withoutFallback(at, lane);
  if (remedy === 'steps before discounts') return [{ path: [...at, 'values'], value: 'before' }];
  // Which of several dated thresholds is meant is not known.
  if (freeFrom?.unit !== 'value' || dated.some(({ sets }) => sets.is === 'free from')) return [];
  if (remedy === 'tested before discounts') return [{ path: [...at, 'freeFrom', 'test'], value: 'before' }];
  if (remedy === 'free from the basket') return [{ path: [...at, 'freeFrom', 'of'], value: 'basket' }];
  if (!isRaise(remedy)) return [];
  return Object.entries(raised(book, market, freeFrom, remedy)).map(([field, value]) => ({
    path: [...at, 'freeFrom', field],
    value,
  }));
}

/** The rates of a lane that fall back on an amount, without it; which of several dated ones is meant is not known. */
function withoutFallback(at: readonly string[], { rate, kinds, dated }: LaneBody): Edit[] {
  if (dated.some(({ sets }) => sets.is === 'rate')) return [];
  const rates = [
    { path: [...at, 'rate', 'fallback'], rate },
    ...Object.entries(kinds).map(([kind, own]) => ({
      path: [...at, 'kinds', kind, 'rate', 'fallback'],
      rate: own.rate,
    })),
  ];
  return rates.flatMap((one) =>
    'fallback' in one.rate && one.rate.fallback !== null ? { path: one.path, value: null } : [],
  );
}

function ofOffer(book: Book, { channel, market }: Remedied, offer: OfferBody, remedy: Remedy): Edit[] {
  const at = (field: string): readonly string[] => ['offers', offer.id, field];
  const asks = (change: (ask: OfferBody['asks'][number]) => OfferBody['asks'][number]): Edit[] => [
    { path: at('asks'), value: offer.asks.map(change) },
  ];
  if (typeof remedy === 'object' && remedy.is === 'meant at')
    return [{ path: at('channels'), value: offer.channels && [...offer.channels, remedy.channel] }];
  switch (remedy) {
    case 'the channel left out': {
      const others = (offer.channels ?? channelsOf(book)).filter((id) => id !== channel);
      return others.length === 0 ? [] : [{ path: at('channels'), value: others }];
    }
    case 'everybody':
      return [{ path: at('segments'), value: null }];
    case 'any goods':
      return [{ path: at('goods'), value: null }];
    case 'every market':
      return [{ path: at('markets'), value: null }];
    case 'every place':
      return [{ path: at('zones'), value: null }];
    case 'either or of the order':
      return book.eitherOr
        .filter((group) => group.of === 'line' && group.offers.includes(offer.id))
        .map(({ id }) => ({ path: ['eitherOr', id, 'of'], value: 'order' }));
    case 'no least value':
      return [{ path: at('asks'), value: [] }];
    case 'tested before discounts':
      return [
        ...asks((ask) => (ask.over === 'value' ? { ...ask, test: 'before' } : ask)),
        ...('test' in offer.benefit ? [{ path: at('benefit'), value: { ...offer.benefit, test: 'before' } }] : []),
      ];
    default:
      return isRaise(remedy) && offer.asks.some((ask) => ask.over === 'value' && ask.test === 'after')
        ? asks((ask) => (ask.over === 'value' ? { ...ask, ...raised(book, market, ask, remedy) } : ask))
        : [];
  }
}

type Raise = Extract<Remedy, { is: 'raised' }>;
const isRaise = (remedy: Remedy): remedy is Raise => typeof remedy === 'object' && remedy.is === 'raised';
/** A figure raised: the written one in the first market's currency, else the one that is given for another. */
function raised<Also extends Readonly<Record<string, string>>>(
  { markets }: Book,
  { currency }: Remedied['market'],
  { also }: { readonly also: Also },
  { to }: Raise,
): { value: string } | { also: Also } {
  const amount = amountText(to, currency as Currency);
  return currency === markets[0]?.currency ? { value: amount } : { also: { ...also, [currency]: amount } };
}
