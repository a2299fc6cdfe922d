import type { Edit } from '../../../core/book/index.ts';
import { type BenefitBody, noLimits, type OfferBody } from '../../../core/offers/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { freshId } from '../../ui/fresh-id.ts';
import { freshBenefit } from './benefit.tsx';

/** An offer that is new to the book, and the edits that bring it in. */
interface Fresh {
  readonly id: string;
  readonly edits: Edit[];
}

const spend = { over: 'value', value: '60.00', also: {}, test: 'before', goods: null } as const;

/** What a new offer may begin as, by the words of the menu. */
export const beginnings: Readonly<Record<string, (book: OpenBook) => Fresh>> = {
  'free delivery from a value': begun('delivery', { title: 'Free delivery from 60', asks: [spend] }),
  'a code for a percentage off': begun('off order', {
    title: 'NEW10: 10 % off your order',
    code: { is: 'shared', code: 'NEW10' },
  }),
  'a discount on some goods': begun('off goods', { title: '10 % off' }),
  'goods at a fixed price': begun('fixed price', {}),
  'more for less': begun('buy and get', { title: 'Three for two' }),
  'a gift': begun('gift', { title: 'A gift with your order', asks: [spend] }),
  'steps of spending': begun('spend steps', { title: 'From 65 take 9 off' }),
};

function begun(is: BenefitBody['is'], more: Partial<OfferBody>): (book: OpenBook) => Fresh {
  const title = more.title ?? 'New offer';
  return (book) =>
    brought(book, freshId('offer', book.book.offers), {
      title,
      titles: {},
      state: 'draft',
      benefit: freshBenefit(is, book),
      code: null,
      asks: [],
      zones: null,
      markets: null,
      channels: null,
      segments: null,
      goods: null,
      stocked: false,
      limits: noLimits,
      window: { from: null, until: null, zone: book.home.timeZone },
      terms: title,
      note: '',
      ...more,
    });
}

/** An offer again for the year after, a draft, in the groups it stands in. */
export function nextYears(book: OpenBook, { id: old, number: _, ...offer }: OfferBody): Fresh {
  const { window } = offer;
  const fresh = brought(book, freshId(old.replace(/-\d+$/, ''), book.book.offers), {
    ...offer,
    state: 'draft',
    window: { ...window, from: yearOn(window.from), until: yearOn(window.until) },
  });
  const groups = book.book.eitherOr.filter((group) => group.offers.includes(old));
  return {
    ...fresh,
    edits: [
      ...fresh.edits,
      ...groups.map((group) => ({ path: ['eitherOr', group.id, 'offers'], value: [...group.offers, fresh.id] })),
    ],
  };
}

const yearOn = (local: string | null) =>
  local && `${Number(local.slice(0, 4)) + 1}${local.slice(4).replace(/^-02-29/, '-02-28')}`;

/** Its number is given once, and kept for good. */
function brought({ book }: OpenBook, id: string, offer: Omit<OfferBody, 'id' | 'number'>): Fresh {
  const number = book.numbered + 1;
  return {
    id,
    edits: [
      { path: ['offers', id], value: { id, number, ...offer } },
      { path: ['numbered'], value: number },
    ],
  };
}
