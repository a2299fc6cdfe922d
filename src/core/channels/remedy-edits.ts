import { type Book, type ChannelId, channelsOf, type Edit } from '../book/index.ts';
import { amountText, type Currency } from '../exact/index.ts';
import type { OfferBody } from '../offers/index.ts';
import type { LaneBody } from '../rates/index.ts';
import type { Clause } from './dialect.ts';
import type { Remedy } from './fidelity.ts';

/**
 * The edits of the book that a remedy of a clause is, where it is one act; null where a person has to say more first,
 * or where nothing is to be done.
 */
export function remedyEdits(book: Book, clause: Clause, channel: ChannelId, remedy: Remedy): readonly Edit[] | null {
  const edits = byClause(book, clause, channel, remedy);
  return edits.length === 0 ? null : edits;
}

function byClause(book: Book, clause: Clause, channel: ChannelId, remedy: Remedy): Edit[] {
  if (typeof remedy === 'object' && remedy.is === 'set')
    return [{ path: ['channels', channel, remedy.field], value: remedy.value }];
  switch (clause.about) {
    case 'rate':
    case 'threshold': {
      const { template, zone, service } = clause;
      const lane = book.templates.find(({ id }) => id === template)?.lanes[zone]?.[service];
      return lane ? ofLane(book, ['templates', template, 'lanes', zone, service], lane, remedy) : [];
    }
    case 'offer': {
      const offer = book.offers.find(({ id }) => id === clause.offer);
      return offer ? ofOffer(book, offer, channel, remedy) : [];
    }
    case 'mixing':
      return remedy === 'the dearest group pays' || remedy === 'each group pays'
        ? mixedBy(book, remedy === 'each group pays' ? 'sum' : 'highest')
        : [];
    case 'shown': {
      const [home] = book.markets;
      return remedy === 'all shown' && home
        ? [
            { path: ['markets', home.id, 'hides'], value: 'none' },
            { path: ['markets', home.id, 'most'], value: null },
          ]
        : [];
    }
    default:
      return [];
  }
}

const mixedBy = ({ mixing }: Book, by: 'sum' | 'highest'): Edit[] => [
  { path: ['mixedBy'], value: by },
  ...mixing.map(({ id }): Edit => ({ path: ['mixing', id, 'by'], value: by })),
];

function ofLane(book: Book, at: readonly string[], { freeFrom, dated }: LaneBody, remedy: Remedy): Edit[] {
  if (remedy === 'steps before discounts') return [{ path: [...at, 'values'], value: 'before' }];
  // Which of several dated thresholds is meant is not known.
  if (freeFrom?.unit !== 'value' || dated.some(({ sets }) => sets.is === 'free from')) return [];
  if (remedy === 'tested before discounts') return [{ path: [...at, 'freeFrom', 'test'], value: 'before' }];
  if (remedy === 'free from the basket') return [{ path: [...at, 'freeFrom', 'of'], value: 'basket' }];
  return isRaise(remedy) ? [{ path: [...at, 'freeFrom', 'value'], value: raisedTo(book, remedy) }] : [];
}

function ofOffer(book: Book, offer: OfferBody, channel: ChannelId, remedy: Remedy): Edit[] {
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
        ? asks((ask) => (ask.over === 'value' ? { ...ask, value: raisedTo(book, remedy) } : ask))
        : [];
  }
}

type Raise = Extract<Remedy, { is: 'raised' }>;
const isRaise = (remedy: Remedy): remedy is Raise => typeof remedy === 'object' && remedy.is === 'raised';
/** In the first market's currency, in which thresholds are written. */
const raisedTo = ({ markets }: Book, { to }: Raise): string =>
  amountText(to, (markets[0]?.currency ?? 'EUR') as Currency);
