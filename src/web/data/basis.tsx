import { createContext, type ReactNode, useContext, useMemo } from 'react';
import type { Basket } from '../../core/book/index.ts';
import { useBookQuery, useCarrierQuery, useGoodsQuery, useOrdersQuery, useSinglesQuery } from './api.ts';
import { selectOpen } from './editing.ts';
import { type Basis, noSingles } from './engines.ts';
import { useAppSelector } from './index.ts';

const BasisContext = createContext<Basis | null>(null);

/** Asks for all that a worker has to know for what stands on the book, once for every page that asks workers. */
export function BasisProvider({ children }: { children: ReactNode }) {
  const { data: book } = useBookQuery();
  const { data: goods } = useGoodsQuery();
  const { data: carrier } = useCarrierQuery();
  const patch = useAppSelector((state) => state.draft.patch);
  const singles = useSingles();
  const basis = useMemo(
    () =>
      book && goods
        ? { book: book.book, goods: goods.items, cards: carrier?.cards ?? noCards, singles, patch, orders: null }
        : null,
    [book, goods, carrier, singles, patch],
  );
  return <BasisContext value={basis}>{children}</BasisContext>;
}
const noCards: Basis['cards'] = [];

/** The batches of unused single-use codes among those of the pinned baskets, as saved and as drafted. */
function useSingles(): Basis['singles'] {
  const { data } = useBookQuery();
  const open = useAppSelector(selectOpen);
  const of = (baskets: readonly Basket[] = []) => baskets.flatMap((basket) => basket.codes);
  const batches = [data?.book, open?.book].some((book) =>
    book?.offers.some((offer) => offer.code?.is === 'single use'),
  );
  const codes = [...new Set([...of(data?.book.pinned), ...of(open?.book.pinned)])].sort();
  const { data: known } = useSinglesQuery(codes, { skip: !batches || codes.length === 0 });
  return known ?? noSingles;
}

/** All that a worker has to know for what stands on the book, or on past orders too; null until it has come. */
export function useBasis(on: 'book' | 'orders'): Basis | null {
  const basis = useContext(BasisContext);
  const { data: orders = null } = useOrdersQuery(undefined, { skip: on === 'book' });
  return useMemo(() => (on === 'book' ? basis : basis && orders && { ...basis, orders }), [basis, orders, on]);
}
