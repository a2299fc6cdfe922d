import { useState } from 'react';
import type { ChannelId, Market } from '../../../core/book/index.ts';
import { type Dialect, dialectOf, hasOwnFile, marketTold, sitesOf } from '../../../core/channels/index.ts';
import type { OpenBook } from '../../data/book.ts';

/** A channel in one of its currencies, and the market that it is told in it. */
export interface Site {
  readonly dialect: Dialect;
  readonly market: Market;
}

/** A channel's sites, that in the currency it counts in first. */
export type Sites = readonly [Site, ...Site[]];

/** The sites of a channel that are told a market; the first in any case. */
export const sitesTold = ({ book, home }: OpenBook, id: ChannelId): Sites => {
  const [first, ...others] = sitesOf(id) as [Dialect, ...Dialect[]];
  return [
    { dialect: first, market: marketTold(book, first) ?? home },
    ...others.flatMap((dialect): Site[] => {
      const market = marketTold(book, dialect);
      return market ? [{ dialect, market }] : [];
    }),
  ];
};

/**
 * The same, those alone that are told a market by a file of their own, as into other currencies the channel converts by
 * itself; the first where there is none.
 */
export const sitesWithFiles = (book: OpenBook, id: ChannelId): Sites => {
  const [first, ...others] = sitesTold(book, id);
  const [own = first, ...more] = [first, ...others].filter(
    ({ dialect }) => hasOwnFile(dialect) && marketTold(book.book, dialect),
  );
  return [own, ...more];
};

/** Whether a site is in the currency that its channel counts in, which is said of it nowhere. */
export const isMain = ({ dialect }: Site): boolean => dialect.currency === dialectOf(dialect.id).currency;

/** One of some sites, as it is chosen; the first till then. */
export function useSite(sites: Sites): readonly [Site, (market: string) => void] {
  const [chosen, choose] = useState<string | null>(null);
  return [sites.find(({ market }) => market.id === chosen) ?? sites[0], choose];
}

/** Which shoppers of a channel are looked at, by what they pay in; nothing where all pay in one currency. */
export function SiteChoice({
  sites,
  chosen,
  choose,
}: {
  sites: Sites;
  chosen: Site;
  choose: (market: string) => void;
}) {
  if (sites.length < 2) return null;
  return (
    <p className="small my-2 flex flex-wrap items-baseline gap-x-3">
      Shoppers who pay in
      {sites.map(({ market }) => (
        <button
          key={market.id}
          type="button"
          className={market.id === chosen.market.id ? 'font-semibold' : 'quiet'}
          aria-pressed={market.id === chosen.market.id}
          onClick={() => choose(market.id)}
        >
          {market.currency}, {market.name}
        </button>
      ))}
    </p>
  );
}
