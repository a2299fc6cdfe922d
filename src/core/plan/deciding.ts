import type { CompiledBook, Ready } from '../book/index.ts';
import { type Instant, type Minor, minor } from '../exact/index.ts';
import { lies, type Offer, partOf } from '../offers/index.ts';
import { meetingBaskets, type Question, quote } from '../quote/index.ts';
import type { Lane } from '../rates/index.ts';
import { type Example, exampleOf, placesByZone, sweepFor, worth } from './meets.ts';
import { withOffer } from './usage.ts';

/** Why an offer decides nothing, as far as its conditions alone prove it. */
export type NeverDecides =
  | { readonly why: 'ended'; readonly until: Instant }
  | { readonly why: 'no place' }
  | { readonly why: 'no goods' }
  | { readonly why: 'gift not sold'; readonly sku: string }
  /** The lanes of all its places and services are free from no more than it asks. */
  | { readonly why: 'lanes'; readonly freeFrom: Minor }
  /** Its services have no lane in its places. */
  | { readonly why: 'no lane' }
  /** Another, that asks no more and competes with it, always takes at least as much. */
  | { readonly why: 'another'; readonly offer: string };

/**
 * Whether an offer ever changes what a shopper pays: the smallest basket found that it alone changes, or why there is
 * none, or neither.
 */
export type Deciding =
  | { readonly is: 'decides'; readonly example: Example; readonly service: string; readonly saves: Minor }
  | { readonly is: 'never'; readonly proof: NeverDecides }
  /** None of so many baskets shows it, and its conditions do not prove that there is none. */
  | { readonly is: 'not found'; readonly tried: number };

/**
 * For an offer that is meant, a basket of real goods that it alone decides, the smallest found; or why there is none.
 */
export function decidingOf(book: CompiledBook, goods: readonly Ready[], offer: Offer, now: Instant): Deciding {
  const proof = neverDecides(book, goods, offer, now);
  if (proof) return { is: 'never', proof };
  const without = withOffer(book, offer.id, null);
  let best: (Deciding & { is: 'decides' }) | null = null;
  let [tried, size] = [0, 0];
  for (const [zone, place] of placesByZone(book)) {
    if (offer.zones && !offer.zones.has(zone)) continue;
    const questions = [
      ...meetingBaskets(offer, goods, place, Math.max(now, offer.from ?? now)),
      ...sweepFor(goods, place, now, offer, offer),
    ];
    for (const question of questions) {
      tried += 1;
      if (best && sizeOf(question) >= size) continue;
      const [with_, plain] = [quote(book, question), quote(without, question)];
      const every = [...with_.choices, ...with_.hidden.map((one) => one.choice)];
      const others = [...plain.choices, ...plain.hidden.map((one) => one.choice)];
      for (const choice of every) {
        const other = others.find((one) => one.service === choice.service);
        const saves = other ? other.total - choice.total : 0;
        if (choice.used.includes(offer.id) && (saves > 0 || offer.kind.sort === 'gift')) {
          size = sizeOf(question);
          best = { is: 'decides', example: exampleOf(question), service: choice.service, saves: minor(saves) };
          break;
        }
      }
    }
  }
  return best ?? { is: 'not found', tried };
}

/** Fewer units go before more, then the less valuable. */
const sizeOf = (question: Question): number =>
  question.lines.reduce((sum, line) => sum + line.units, 0) * 1e9 + worth(question);

function neverDecides(book: CompiledBook, goods: readonly Ready[], offer: Offer, now: Instant): NeverDecides | null {
  if (offer.until !== null && offer.until <= now) return { why: 'ended', until: offer.until };
  const places = placesByZone(book);
  const zones = [...places.keys()].filter((zone) => !offer.zones || offer.zones.has(zone));
  if (zones.length === 0) return { why: 'no place' };
  const part = partOf(offer);
  if (part !== null && !goods.some((item) => lies(item, part))) return { why: 'no goods' };
  const { benefit, kind } = offer;
  if (kind.sort === 'gift') {
    const { sku } = kind.gift(benefit);
    if (!goods.some((item) => item.sku === sku)) return { why: 'gift not sold', sku };
  }
  for (const other of book.offers)
    if (other !== offer && outdoes(book, other, offer)) return { why: 'another', offer: other.id };
  if (kind.sort !== 'delivery') return null;
  const named = kind.services(benefit);
  // A place is told by the default template; lines of other templates may fall anywhere in theirs.
  const rows = book.templates.flatMap((template) =>
    [...template.lanes].flatMap(([zone, row]) =>
      template !== book.defaultTemplate || zones.includes(zone) ? [row] : [],
    ),
  );
  const lanes = rows.flatMap((row) =>
    [...row].flatMap(([service, lane]) => (named !== null && !named.has(service) ? [] : [lane])),
  );
  if (lanes.length === 0) return { why: 'no lane' };
  const [ask] = offer.values;
  if (ask && ask.goods < 0) {
    // List value is at least the value after discounts: a lane that tests list value frees no later than the offer
    // does.
    const frees = (lane: Lane) =>
      lane.freeFrom?.over === 'value' &&
      lane.freeFrom.of === 'basket' &&
      lane.freeFrom.value <= ask.value &&
      (lane.freeFrom.test === 'before' || ask.test === 'after');
    if (lanes.every(frees))
      return { why: 'lanes', freeFrom: minor(Math.max(...lanes.map((lane) => lane.freeFrom?.value ?? 0))) };
  }
  return null;
}

/**
 * Whether one offer always acts where another would, excludes it, and takes at least as much: a share of the order, or
 * free delivery.
 */
function outdoes(book: CompiledBook, a: Offer, b: Offer): boolean {
  const covers = (wide: ReadonlySet<string> | null, narrow: ReadonlySet<string> | null) =>
    wide === null || (narrow !== null && [...narrow].every((one) => wide.has(one)));
  if (
    a.level !== b.level ||
    book.exclusions(a, b) !== 'order' ||
    a.code !== null ||
    a.conditions.length > 0 ||
    a.needs !== null ||
    a.stocked !== b.stocked
  )
    return false;
  if (a.limits.uses !== null || a.limits.each !== null || a.limits.most !== null || a.limits.budget !== null)
    return false;
  if (
    (a.from !== null && (b.from === null || a.from > b.from)) ||
    (a.until !== null && (b.until === null || a.until < b.until))
  )
    return false;
  if (
    ![
      [a.zones, b.zones] as const,
      [a.markets, b.markets] as const,
      [a.channels, b.channels] as const,
      [a.segments, b.segments] as const,
    ].every(([wide, narrow]) => covers(wide, narrow))
  )
    return false;
  // Whatever b may be joined by, a may be too: else b could win in company.
  if (
    !book.offers.every(
      (other) =>
        other === a || other === b || book.exclusions(a, other) === 'none' || book.exclusions(b, other) === 'order',
    )
  )
    return false;
  if (a.kind.sort === 'delivery' && b.kind.sort === 'delivery') {
    const [wide, narrow] = [a.kind.services(a.benefit), b.kind.services(b.benefit)];
    return a.kind.isFree(a.benefit) && wide !== null && narrow !== null && covers(wide, narrow);
  }
  // The larger share may cost a threshold after discounts that the smaller one keeps.
  if (
    book.dependsOnDiscounts ||
    book.offers.some((each) => each.level === 'delivery' && each.values.some((ask) => ask.test === 'after'))
  )
    return false;
  if (a.kind.sort !== 'order' || b.kind.sort !== 'order') return false;
  const [more, less] = [a.kind.share(a.benefit), b.kind.share(b.benefit)];
  return (
    more !== null && less !== null && more.digits * 10n ** BigInt(less.scale) > less.digits * 10n ** BigInt(more.scale)
  );
}
