import type { CompiledBook } from '../../book/index.ts';
import { amountText, conversionAt, converted, type Minor, once, parseDecimal, unwrap } from '../../exact/index.ts';
import { amountIn, euro } from '../amounts.ts';
import type { Rules } from '../dialect.ts';
import { type Campaign, type CampaignBenefit, conversion, type Shop, type ShopRate } from './format.ts';
import { rulesOf } from './rules.ts';

const step = amountIn(conversion.step);
const byItsRate = conversionAt(unwrap(parseDecimal(conversion.rate, 2)), 2, 2, { is: 'step', step });

/** Whether a book converts its euros as the shop does. */
export const isConvertedAlike = ({ written, conversion: by }: Pick<CompiledBook, 'written' | 'conversion'>): boolean =>
  written === euro &&
  by !== null &&
  by.up * byItsRate.down === by.down * byItsRate.up &&
  by.rounding.is === 'step' &&
  by.rounding.step === step;

/** An amount of the file as the shop has it in pounds. @example inPounds('4.90') // '4.25' */
export const inPounds = (text: string): string => amountText(converted(amountIn(text), byItsRate), conversion.to);
const ifAny = (text: string | null): string | null => text && inPounds(text);

/** What the shop works by for those who pay in pounds: every amount of its file converted alone. */
export const shopInPounds = (shop: Shop): Shop => ({
  ...shop,
  zones: shop.zones.map((zone) => ({ ...zone, rates: zone.rates.map(rateInPounds) })),
  campaigns: shop.campaigns.map(campaignInPounds),
  listings: shop.listings.map((one) => ({
    ...one,
    price: inPounds(one.price),
    handling: one.handling && { ...one.handling, each: inPounds(one.handling.each) },
  })),
});

export const rateInPounds = (rate: ShopRate): ShopRate => ({
  ...rate,
  steps:
    rate.steps.by === 'grams'
      ? { ...rate.steps, rows: rate.steps.rows.map(({ from, charge }) => ({ from, charge: ifAny(charge) })) }
      : {
          ...rate.steps,
          rows: rate.steps.rows.map(({ from, charge }) => ({ from: inPounds(from), charge: ifAny(charge) })),
        },
  each: inPounds(rate.each),
  freeFrom: ifAny(rate.freeFrom),
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
        { ...basket, lines: basket.lines.map((line) => ({ ...line, price: priceOf(line.listing) ?? line.price })) },
        moment,
      ),
  });
  return asThere(rulesOf(there));
}
