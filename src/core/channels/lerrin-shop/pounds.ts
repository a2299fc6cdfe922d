import { type Minor, memo, once } from '../../exact/index.ts';
import { amountIn } from '../amounts.ts';
import type { Rules } from '../dialect.ts';
import { byItsRate, inPounds } from './conversion.ts';
import type { Campaign, CampaignBenefit, Shop, ShopRate } from './format.ts';
import { rulesOf } from './rules.ts';

const ifAny = (text: string | null): string | null => text && inPounds(text);

/** What the shop works by for those who pay in pounds: every amount of its file converted alone. */
export const shopInPounds = memo(
  (shop: Shop): Shop => ({
    ...shop,
    zones: shop.zones.map((zone) => ({ ...zone, rates: zone.rates.map(rateInPounds) })),
    campaigns: shop.campaigns.map(campaignInPounds),
    listings: shop.listings.map((one) => ({
      ...one,
      price: inPounds(one.price),
      handling: one.handling && { ...one.handling, each: inPounds(one.handling.each) },
    })),
  }),
);

/** What a carrier is asked for stays in euros, with what goes on top: it is converted as one amount. */
export function rateInPounds(rate: ShopRate): ShopRate {
  const { steps } = rate;
  const there = { ...rate, freeFrom: ifAny(rate.freeFrom) };
  switch (steps.by) {
    case 'carrier':
      return there;
    case 'grams':
      return { ...there, each: inPounds(rate.each), steps: { ...steps, rows: steps.rows.map(rowInPounds) } };
    case 'value': {
      const rows = steps.rows.map((row) => ({ ...rowInPounds(row), from: inPounds(row.from) }));
      return { ...there, each: inPounds(rate.each), steps: { ...steps, rows } };
    }
  }
}

const rowInPounds = <Row extends { readonly charge: string | null }>(row: Row) => ({
  ...row,
  charge: ifAny(row.charge),
});

export const campaignInPounds = (campaign: Campaign): Campaign => ({
  ...campaign,
  benefit: benefitInPounds(campaign.benefit),
  leastValue: ifAny(campaign.leastValue),
});

function benefitInPounds(benefit: CampaignBenefit): CampaignBenefit {
  switch (benefit.kind) {
    case 'delivery':
      return { ...benefit, atMost: inPounds(benefit.atMost) };
    case 'order':
      return benefit.off.is === 'amount'
        ? { ...benefit, off: { ...benefit.off, amount: inPounds(benefit.off.amount) } }
        : benefit;
    case 'goods':
      switch (benefit.off.is) {
        case 'amount':
          return { ...benefit, off: { ...benefit.off, amount: inPounds(benefit.off.amount) } };
        case 'price':
          return { ...benefit, off: { ...benefit.off, price: inPounds(benefit.off.price) } };
        default:
          return benefit;
      }
  }
}

/** What the shop does for those who pay in pounds: goods cost what it converts, and no file of its own says that. */
export function rulesInPounds(shop: Shop): Rules {
  const there = shopInPounds(shop);
  const texts = new Map(there.listings.map(({ id, price }) => [id, price]));
  const priceOf = once((listing: string): Minor | null => {
    const text = texts.get(listing);
    return text === undefined ? null : amountIn(text);
  }, String);
  const asThere = (rules: Rules): Rules => ({
    ...rules,
    written: () => [],
    without: (keys) => asThere(rules.without(keys)),
    charges: (basket, moment) =>
      rules.charges(
        {
          ...basket,
          lines: basket.lines.map(({ listing, units, price, mass }) => ({
            listing,
            units,
            price: priceOf(listing) ?? price,
            mass,
          })),
        },
        moment,
      ),
  });
  return asThere(rulesOf(there, byItsRate));
}
