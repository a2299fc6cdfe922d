import type { LaneBody, Service } from '../../../core/rates/index.ts';
import { amountOf } from '../../../words/index.ts';
import type { OpenBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { useCurrency } from '../../ui/tender.ts';
import type { SetLane } from './lane-sentence.tsx';

/** A field of the lane given for a time, beginning as it stands. */
function datedAdditions(lane: LaneBody, zone: string, set: SetLane): Record<string, () => void> {
  const window = { from: null, until: null, zone };
  const add = (sets: LaneBody['dated'][number]['sets']) =>
    set('dated', [...lane.dated, { id: freshId('row', lane.dated), window, sets }]);
  return {
    'another rate for a time': () => add({ is: 'rate', rate: lane.rate, also: lane.also, kinds: lane.kinds }),
    'other lane fees for a time': () => add({ is: 'fees', fees: lane.fees }),
    'another threshold for a time': () => add({ is: 'free from', freeFrom: lane.freeFrom }),
  };
}

/** What is not said of the lane yet, to be added at the end of its sentence. */
export function Additions({
  book,
  lane,
  service,
  set,
}: {
  book: OpenBook;
  lane: LaneBody;
  service: Service;
  set: SetLane;
}) {
  const currency = useCurrency();
  const free = lane.freeFrom;
  const kinds = factsOf(book.goods).kinds.filter((kind) => !(kind in lane.kinds));
  const locales = book.book.markets.map((market) => market.locale).filter((locale) => !(locale in lane.names));
  const currencies = book.book.markets
    .map((market) => market.currency)
    .filter((one) => one !== book.home.currency && free && !(one in free.also));
  const elsewhere = [...new Set(book.book.markets.map((market) => market.currency))].filter(
    (one) => one !== book.home.currency && !(one in lane.also),
  );
  const added: Record<string, () => void> = {
    'free from a value': () =>
      set('freeFrom', { value: amountOf(60, currency), test: 'after', unit: 'value', of: 'basket', also: {} }),
    'never free': () => set('freeFrom', null),
    'a bound on weight': () => set('bounds', [...lane.bounds, { unit: 'kg', from: null, to: '20' }]),
    'lane fees': () => set('fees', { order: amountOf(1, currency), item: '0', also: {} }),
    'no fees': () => set('fees', null),
    ...datedAdditions(lane, book.home.timeZone, set),
    'transit days of its own': () => set('days', service.days),
    'the service’s transit days': () => set('days', null),
    'value after discounts in its table and bounds': () => set('values', 'after'),
    'value before discounts in its table and bounds': () => set('values', 'before'),
    ...Object.fromEntries(
      kinds.map((kind) => [
        `a rate for kind ${kind}`,
        () =>
          set('kinds', { ...lane.kinds, [kind]: { rate: { is: 'flat', amount: amountOf(5, currency) }, also: {} } }),
      ]),
    ),
    ...Object.fromEntries(
      locales.map((locale) => [
        `a shown name in ${locale}`,
        () => set('names', { ...lane.names, [locale]: service.name }),
      ]),
    ),
    ...Object.fromEntries(
      elsewhere.map((own) => [
        `the rate in ${own}`,
        () => set('also', { ...lane.also, [own]: { is: 'flat', amount: amountOf(5, own) } }),
      ]),
    ),
    ...Object.fromEntries(
      currencies.map((own) => [
        `free from in ${own}`,
        () => set('freeFrom', { ...free, also: { ...free?.also, [own]: amountOf(Number(free?.value ?? 60), own) } }),
      ]),
    ),
  };
  const unwanted = new Set([
    free ? 'free from a value' : 'never free',
    lane.fees ? 'lane fees' : 'no fees',
    lane.days ? 'transit days of its own' : 'the service’s transit days',
    lane.values === 'after'
      ? 'value after discounts in its table and bounds'
      : 'value before discounts in its table and bounds',
  ]);
  return <AddPart added={Object.fromEntries(Object.entries(added).filter(([one]) => !unwanted.has(one)))} />;
}
