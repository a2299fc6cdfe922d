import { expect, test } from 'vitest';
import { readBookFile } from '../../src/core/book/index.ts';
import { dialectOf, type NotAdopted } from '../../src/core/channels/index.ts';
import { amountText, type Currency, unwrap } from '../../src/core/exact/index.ts';
import { inChannel, quote, soldIn } from '../../src/core/quote/index.ts';
import { answered } from '../../src/standins/common/quotes.ts';
import { type AskedAs, asCheckout } from '../../src/standins/common/standin.ts';
import { lerrinShop } from '../../src/standins/lerrin-shop/index.ts';
import { notAdoptedWords } from '../../src/words/index.ts';
import { checkoutOf } from '../books/checkout.ts';
import { opened } from '../books/opened.ts';
import { seedFrom, times } from '../trials.ts';
import { hears, withCarrier } from './carried.ts';
import { foreignShop } from './foreign-shop.ts';

const dialect = dialectOf('lerrin-shop');
const euro = 'EUR' as Currency;
const at = Date.parse('2026-11-24T09:10:00Z');
/** What is lost without a change to what anybody pays, or with goods that are not asked for here. */
const forNothing: readonly NotAdopted['is'][] = [
  'days',
  'listing id',
  'long terms',
  'name',
  'never',
  'no mass',
  'no names',
  'no places',
  'uses',
];
const cents = (amount: string | undefined): number => Math.round(Number(amount ?? 0) * 100);

/** A stranger's shop as its checkout takes it, and as a book; null where the shop refuses the file. */
function takenShop(seed: number) {
  const world = foreignShop(seed);
  const files = [{ name: 'shop.json', text: JSON.stringify(world.shop) }];
  const outcome = lerrinShop.submit(lerrinShop.empty, files, at);
  // Now and then a listing falls in no set, or two have one id.
  if ('refused' in outcome) return null;
  const adopted = dialect.adopt?.(files);
  if (!adopted?.ok) throw new Error(`shop ${seed}: ${JSON.stringify(adopted)}`);
  const { book: body, goods, lost } = adopted.value;
  const file = unwrap(readBookFile({ ...body, goods: goods() }));
  const book = opened(file);
  const taken = new Set(file.goods.map(({ sku }) => sku));
  /** Baskets of what is adopted, each with what the checkout answers. */
  const asked = (count: number) =>
    Promise.all(
      Array.from({ length: count }, world.basket)
        .filter(({ lines }) => lines.length > 0 && lines.every(({ sku }) => taken.has(sku)))
        .map(async (basket) => {
          const question = withCarrier(inChannel(book.ask({ ...basket, moment: at }), dialect.id));
          const charged = (as: AskedAs) =>
            answered(hears, (quote) => lerrinShop.checkout(outcome.state, at, as, quote)(checkoutOf(question)).choices);
          const there = await charged(asCheckout);
          const inPounds = await charged({ ...asCheckout, currency: 'GBP' });
          return { question, there, inPounds, where: `shop ${seed}: ${JSON.stringify(basket)}` };
        }),
    );
  return { files, lost, ...book, asked };
}

test('a file that no book became is charged as the core believes, in euros and in pounds', async () => {
  const from = seedFrom(73_000);
  let choices = 0;
  for (let seed = from; seed < from + times(150); seed += 1) {
    const shop = takenShop(seed);
    if (!shop) continue;
    const rules = unwrap(dialect.read(shop.files));
    const rulesInPounds = unwrap(dialectOf('lerrin-shop', 'GBP' as Currency).read(shop.files));
    for (const { question, there, inPounds, where } of await shop.asked(20))
      for (const [side, charged] of [
        [rules, there],
        [rulesInPounds, inPounds],
      ] as const) {
        // Euros and pounds have as many decimals.
        const believed = side.charges(soldIn(question), at).map(({ speed, charge, discount }) => ({
          speed,
          charge: amountText(charge, euro),
          discount: amountText(discount, euro),
        }));
        expect(believed, where).toEqual(charged.map(({ speed, charge, discount }) => ({ speed, charge, discount })));
        choices += charged.length;
      }
  }
  expect(choices).toBeGreaterThan(times(1500));
});

test('a file that no book became is charged as its book means, or what is not is said with its bound', async () => {
  const from = seedFrom(71_000);
  const counts = { exact: 0, asked: 0 };
  const lostSorts = new Set<string>();
  for (let seed = from; seed < from + times(400); seed += 1) {
    const shop = takenShop(seed);
    if (!shop) continue;
    const { file, lost, book, goods } = shop;
    for (const { is } of lost) lostSorts.add(is);
    expect(notAdoptedWords(lost).length, `shop ${seed}`).toBe(new Set(lost.map(({ is }) => is)).size);
    if (lost.some(({ is }) => !forNothing.includes(is))) continue;
    const said = dialect.render(book, goods).notes.map(({ fidelity }) => fidelity);
    const isBounded = said.every(({ is }) => is !== 'unsayable');
    const bound = said.reduce((sum, one) => sum + (one.is === 'bounded' ? one.bound : 0), 0);
    if (said.every(({ is }) => is === 'exact')) counts.exact += 1;
    for (const { question, there, where: basket } of await shop.asked(20)) {
      const { choices, hidden } = quote(book, question);
      const meant = [...choices, ...hidden.map(({ choice }) => choice)];
      for (const { id } of file.services) {
        const own = meant.find((one) => one.service === id);
        const speed = file.channels['lerrin-shop']?.speeds[id];
        const other = there.find((one) => one.speed === speed);
        const where = `${basket}, ${id}`;
        counts.asked += 1;
        if (isBounded) expect(other !== undefined, where).toBe(own !== undefined);
        if (!own || !other) continue;
        const off = Math.abs(own.delivery - own.discount - (cents(other.charge) - cents(other.discount)));
        if (isBounded) expect(off, where).toBeLessThanOrEqual(bound);
      }
    }
  }
  // Every sort of loss turns up, and what is lost is not the rule.
  expect([...lostSorts].sort()).toEqual([
    'days',
    'gap in steps',
    'listing id',
    'long terms',
    'mass',
    'name',
    'never',
    'no mass',
    'no names',
    'no places',
    'own rates added',
    'pays in part',
    'places of no zones',
    'rates by zone',
    'size',
    'steps and each',
    'threshold after goods offers',
    'uses',
  ]);
  expect(counts.exact).toBeGreaterThan(times(40));
  expect(counts.asked).toBeGreaterThan(times(2000));
});
