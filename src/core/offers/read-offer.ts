import { benefitKinds } from '#benefits';
import { type Problem, type Result, readWindow } from '../exact/index.ts';
import { conditionKinds } from './conditions/list.ts';
import { conditioned, type Limits, levelOf, type Offer } from './offer.ts';
import { type OfferContext, type Reader, readerFor } from './reader.ts';
import type { LimitsBody, OfferBody } from './schema.ts';

/**
 * Reads an offer as written, at its place in the book's order, its amounts in the market's currency; every problem with
 * its field.
 */
export function readOffer(body: OfferBody, order: number, context: OfferContext): Result<Offer> {
  const problems: Problem[] = [];
  const span = readWindow(body.window, ['window'], problems);
  const reader = readerFor(context, problems);
  const kind = benefitKinds.of(body.benefit);
  const offer: Offer = {
    id: body.id,
    order,
    number: body.number,
    level: levelOf(kind),
    benefit: benefitKinds.read(body.benefit, reader),
    kind,
    code: body.code,
    ...conditioned(body.asks.map((ask, i) => conditionKinds.read(ask, reader, ['asks', i]))),
    zones: setOf(body.zones),
    markets: setOf(body.markets),
    channels: setOf(body.channels),
    segments: setOf(body.segments),
    needs: body.goods === null ? null : reader.part(body.goods, ['goods']),
    stocked: body.stocked,
    limits: readLimits(body.limits, reader),
    ...span,
    zone: body.window.zone,
  };
  if (body.goods !== null && kind.sort === 'goods') problems.push({ at: ['goods'], is: 'goods named already' });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: offer };
}

const setOf = (list: readonly string[] | null): ReadonlySet<string> | null => list && new Set(list);

const readLimits = (body: LimitsBody, reader: Reader): Limits => ({
  uses: body.uses,
  each: body.each,
  most: body.most && reader.amount(body.most.amount, body.most.also, ['limits', 'most']),
  budget: body.budget && {
    per: body.budget.per,
    amount: reader.written(body.budget.amount, ['limits', 'budget', 'amount']),
    split:
      body.budget.split &&
      new Map(
        Object.entries(body.budget.split).map(([channel, share]) => [
          channel,
          reader.written(share, ['limits', 'budget', 'split', channel]),
        ]),
      ),
  },
});
