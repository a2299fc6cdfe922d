import { alike, type Edit, editTo, valueAt } from '../../book/index.ts';
import type { Currency } from '../../exact/index.ts';
import type { LaneBody } from '../../rates/index.ts';
import { beside, inTerms, isBehind, type Taking, zonesIn } from './in-book.ts';
import { alikeButAmounts, hasAmounts, isBody, restated, restatedIn } from './money.ts';
import { type Body, type Difference, testedAs } from './things.ts';

/** A thing's fields as they are there: null where the book does not have one of them as the channel is told it. */
export function fieldChanges(
  taking: Taking,
  at: readonly string[],
  own: Body,
  fields: readonly Difference[],
): readonly Edit[] | null {
  if (isBehind(taking) && !isOfMarket(taking, own) && !fields.every(isOfAmounts)) return null;
  const edits = fields.map(({ field, here, there }): Edit | null => {
    const value = fieldAs(taking, at, field, own[field], here, there);
    return value === undefined ? null : editTo([...at, field], value);
  });
  return edits.every((edit) => edit !== null) ? edits : null;
}

/** What a field of the book is to be for the channel to have it as it has; undefined where that is not known. */
function fieldAs(
  taking: Taking,
  [list]: readonly string[],
  field: string,
  own: unknown,
  here: unknown,
  there: unknown,
): unknown {
  // Of places a channel may be told in another way than the book has them.
  if (list === 'zones' && field !== 'name') return alike(own, here) ? there : undefined;
  if (list !== 'offers') return there;
  if (field === 'zones') {
    const zones = zonesIn(taking, there as readonly string[] | null);
    return zones === 'none' ? undefined : zones;
  }
  // What an offer is on is called there by what all offers are on.
  if (field === 'goods') return undefined;
  if (field !== 'benefit' && field !== 'asks') return there;
  if (taking.isTurned && hasAmounts(there) && !alikeButAmounts(here, there)) return undefined;
  return changedIn(own, inTerms(taking, here), inTerms(taking, there), beside(taking));
}

/** Whether an offer holds in the market that is told alone. */
const isOfMarket = ({ market }: Taking, { markets }: Body): boolean => alike(markets, [market.id]);

const isOfAmounts = ({ field, here, there }: Difference): boolean =>
  (field === 'benefit' || field === 'asks') && alikeButAmounts(here, there);

/**
 * What the book has, with what differs there: a benefit or conditions that the channel is told more plainly stay else
 * as they are, and so do amounts of the book's own where the channel's are in a currency beside it. Undefined where
 * what differs is not in the book as it is told, or names goods.
 */
function changedIn(own: unknown, here: unknown, there: unknown, currency: Currency | null): unknown {
  if (alike(here, there)) return own;
  if (isTold(own, here) && (currency === null || !isBody(own))) return there;
  if (Array.isArray(own) && Array.isArray(here) && Array.isArray(there)) {
    if (own.length !== here.length || here.length !== there.length) return undefined;
    const all = there.map((one, i) => changedIn(own[i], here[i], one, currency));
    return all.includes(undefined) ? undefined : all;
  }
  if (!isBody(own) || !isBody(here) || !isBody(there)) return undefined;
  const amounts = currency === null ? [] : restatedIn(own);
  const differ = Object.keys(there).filter((key) => !alike(here[key], there[key]));
  const changed = differ
    .filter((key) => !amounts.includes(key))
    .map((key) => [key, key === 'goods' ? undefined : changedIn(own[key], here[key], there[key], currency)] as const);
  if (changed.some(([, value]) => value === undefined)) return undefined;
  const isRestated = currency !== null && differ.some((key) => amounts.includes(key));
  return { ...(isRestated ? restated(own, there, currency) : own), ...Object.fromEntries(changed) };
}

/** Whether the book has what a channel is told: figures may be written otherwise. */
const isTold = (own: unknown, here: unknown): boolean =>
  alike(own, here) ||
  (typeof own === 'string' && typeof here === 'string' && own !== '' && Number(own) === Number(here));

/** What of a lane is told as one: fees with the rate, bounds by where its steps end. */
const ofRate = ['rate', 'fees', 'bounds', 'values'];
/** What of a lane rows may give for a time. */
const given = { rate: 'rate', fees: 'fees', 'free from': 'freeFrom' } as const;

/**
 * A lane as it is there. A threshold may be told by the rate too, as one of its own group by steps: then both are
 * taken; else what does not differ stays as the book has it, which the channel may have been told more plainly. Null
 * where a row in the book gives for a time what differs, as it is not known which is meant.
 */
export function laneChanges(
  taking: Taking,
  at: readonly string[],
  there: Body,
  fields: readonly Difference[],
): Edit[] | null {
  const own = valueAt(taking.book, at) as LaneBody;
  const here: Body = { ...there, ...Object.fromEntries(fields.map((one) => [one.field, one.here])) };
  const isBySelf = (own.freeFrom === null) === (here.freeFrom === null);
  const differ = fields.map(({ field }) => field);
  const rate = !isBySelf || differ.some((field) => ofRate.includes(field)) ? ofRate : [];
  const taken = [...new Set([...differ, ...rate, ...(isBySelf ? [] : ['freeFrom'])])];
  if (own.dated.some(({ sets }) => taken.includes(given[sets.is]))) return null;
  if (taking.isTurned && taken.some((field) => ofRate.includes(field) || field === 'freeFrom')) return null;
  const currency = beside(taking, taking.book.templates.find(({ id }) => id === at[1])?.currency);
  if (currency !== null) return isBySelf ? restatedLane(taking, at, own, here, there, differ, currency) : null;
  const lane = testedAs(own, there);
  return taken.flatMap((field) => {
    const value = withAlso(own[field as keyof LaneBody], lane[field]);
    return alike(own[field as keyof LaneBody], value) ? [] : [{ path: [...at, field], value }];
  });
}

/** A threshold, or fees, with what the book has of them in other currencies. */
const withAlso = (own: unknown, there: unknown): unknown =>
  isBody(own) && isBody(there) && isBody(own.also) ? { ...there, also: own.also } : there;

/** A lane with the amounts that it has there in a currency beside the book's; null where more than these differ. */
function restatedLane(
  taking: Taking,
  at: readonly string[],
  own: LaneBody,
  here: Body,
  there: Body,
  differ: readonly string[],
  currency: Currency,
): Edit[] | null {
  const edits = differ.map((field): Edit[] | null => {
    if (field === 'rate' && own.bounds.length === 0)
      return [
        { path: [...at, 'also', currency], value: there.rate },
        ...(own.fees === null
          ? []
          : [{ path: [...at, 'fees', 'also', currency], value: there.fees ?? { order: '0', item: '0' } }]),
      ];
    if (field !== 'freeFrom') return null;
    // What costs nothing there needs no threshold.
    if (there.freeFrom === null && isNothing(there.rate as LaneBody['rate'])) return [];
    if (own.freeFrom === null) return null;
    if (there.freeFrom === null) return isBehind(taking) ? null : [{ path: [...at, field], value: null }];
    if (!alikeButAmounts(here.freeFrom, there.freeFrom) || restatedIn(own.freeFrom).length === 0) return null;
    return [{ path: [...at, field], value: restated(own.freeFrom, there.freeFrom as Body, currency) }];
  });
  return edits.every((edit) => edit !== null) ? edits.flat() : null;
}

const isNothing = (rate: LaneBody['rate']): boolean =>
  rate.is === 'free' || (rate.is === 'flat' && Number(rate.amount) === 0);
