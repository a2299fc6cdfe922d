import { expect, test } from 'vitest';
import { dialectOf, filesOf, listedAt } from '../../src/core/channels/index.ts';
import { amountText, type Currency } from '../../src/core/exact/index.ts';
import { soldIn } from '../../src/core/quote/index.ts';
import { answered, type QuoteAsk } from '../../src/standins/common/quotes.ts';
import { asCheckout } from '../../src/standins/common/standin.ts';
import { lerrinShop } from '../../src/standins/lerrin-shop/index.ts';
import { checkoutOf } from '../books/checkout.ts';
import { opened } from '../books/opened.ts';
import { flat, item, shopOf } from '../books/shop.ts';
import { seedFrom, times } from '../trials.ts';
import { quotedWorldOf, saidWorldOf } from './books.ts';
import { hears, withCarrier } from './carried.ts';
import { sentFiles, withSingles } from './singles.ts';

const euro = 'EUR' as Currency;
const dialect = dialectOf('lerrin-shop');
const at = Date.parse('2026-11-24T09:10:00Z');
/** What has to turn up in the files of random books, and in what their baskets are charged. */
const clauses = [
  'several sets',
  'a set that is kept',
  'a barred speed',
  'handling',
  'handling waived',
  'an amount each',
  'steps by grams',
  'steps by value',
  'free from',
  'what the carrier asks',
  'the carrier answers',
  'the carrier does not',
  'not offered from a mass',
  'goods campaign: percent',
  'goods campaign: amount',
  'goods campaign: price',
  'goods campaign: n for m',
  'order campaign: percent',
  'order campaign: amount',
  'delivery campaign',
  'a campaign with places',
  'a campaign with exceptions',
  'a campaign with uses',
  'a campaign with a batch',
  'a single-use code taken',
  'one letter twice',
  'a discount',
  'two choices',
  'not sold there',
];

test('a book with all its clauses is taken, and charged there as the core believes', async () => {
  const reached = new Set<string>();
  const from = seedFrom(81_000);
  for (let seed = from; seed < from + times(160); seed += 1) {
    const world = (seed % 3 === 0 ? quotedWorldOf : saidWorldOf)(seed);
    const { book, goods, ask } = opened(world.book, 'home');
    const { rules } = dialect.render(book, goods);
    const files = filesOf(rules);
    const outcome = lerrinShop.submit(lerrinShop.empty, sentFiles(dialect, rules), at);
    if ('refused' in outcome) throw new Error(`book ${seed}: ${JSON.stringify(outcome.refused.slice(0, 3))}`);
    for (const clause of inFile(files[0]?.text ?? '')) reached.add(clause);
    const back = dialect.read(lerrinShop.live(outcome.state, at).files);
    expect(back.ok && filesOf(back.value), `book ${seed}`).toEqual(files);
    const listed = new Set(listedAt(book, dialect.id, goods).map((item) => item.sku));
    for (let i = 0; i < 12; i += 1) {
      const { lines, place, codes, moment } = world.basket();
      const address = i % 3 === 0 ? ('business' as const) : ('home' as const);
      const question = withCarrier(
        withSingles(ask({ lines, place, codes, address, moment: Date.parse(moment ?? '') })),
      );
      const believed = rules.charges(soldIn(question), question.moment).map(({ speed, charge, discount }) => ({
        speed,
        charge: amountText(charge, euro),
        discount: amountText(discount, euro),
      }));
      const heard = async (one: QuoteAsk) => {
        const answer = await hears(one);
        reached.add(answer === null ? 'the carrier does not' : 'the carrier answers');
        return answer;
      };
      const answer = await answered(heard, (quote) =>
        lerrinShop.checkout(outcome.state, question.moment, asCheckout, quote)(checkoutOf(question)),
      );
      const charged = answer.choices.map(({ speed, charge, discount }) => ({ speed, charge, discount }));
      expect(believed, `book ${seed}: ${JSON.stringify({ lines, place, codes, moment })}`).toEqual(charged);
      if (
        question.codes.includes('ONCE1') &&
        rules.batches.length > 0 &&
        charged.some(({ discount }) => discount !== '0.00')
      )
        reached.add('a single-use code taken');
      if (charged.length > 1) reached.add('two choices');
      if (charged.some(({ discount }) => discount !== '0.00')) reached.add('a discount');
      if (lines.some(({ sku }) => !listed.has(sku))) {
        reached.add('not sold there');
        expect(charged).toEqual([]);
      }
    }
  }
  expect(clauses.filter((one) => !reached.has(one))).toEqual([]);
});

test('goods of more sets than fit are not listed, and the note says so; the file is taken all the same', () => {
  const goods = Array.from({ length: 260 }, (_, i) =>
    item(
      `ITEM-${i}`,
      i < 50 ? {} : { ownRate: { rate: { is: 'flat', amount: (1 + i / 100).toFixed(2) }, waived: true } },
    ),
  );
  const channels = { 'lerrin-shop': { speeds: { post: 'post' } } };
  const { book, goods: ready } = shopOf({ post: flat('4.00') }, goods, { channels }).open();
  const { rules, notes } = dialect.render(book, ready);
  expect('state' in lerrinShop.submit(lerrinShop.empty, filesOf(rules), at)).toBe(true);
  const listed = (JSON.parse(filesOf(rules)[0]?.text ?? '') as File).listings.length;
  expect(listed).toBe(50 + 199);
  expect(notes.find(({ clause }) => clause.about === 'goods')?.fidelity).toMatchObject({
    is: 'unsayable',
    losses: [{ is: 'sets full', fit: 200, goods: 11 }],
  });
});

interface File {
  readonly speeds: { readonly bars: readonly string[] }[];
  readonly sets: { readonly kept: boolean }[];
  readonly zones: {
    readonly rates: {
      readonly each: string;
      readonly freeFrom: string | null;
      readonly steps: { readonly by: string; readonly rows?: { readonly charge: string | null }[] };
    }[];
  }[];
  readonly campaigns: {
    readonly letter: string;
    readonly places: readonly string[] | null;
    readonly except: readonly string[];
    readonly batch?: string;
    readonly uses: number | null;
    readonly benefit: { readonly kind: string; readonly off?: { readonly is: string } };
  }[];
  readonly listings: { readonly handling: { readonly waived: boolean } | null }[];
}

/** The clauses that a file has. */
function inFile(text: string): string[] {
  const { speeds, sets, zones, campaigns, listings } = JSON.parse(text) as File;
  const rates = zones.flatMap((zone) => zone.rates);
  const letters = campaigns.map((one) => one.letter);
  const found: [string, boolean][] = [
    ['several sets', sets.length > 1],
    ['a set that is kept', sets.some((set) => set.kept)],
    ['a barred speed', speeds.some(({ bars }) => bars.length > 0)],
    ['handling', listings.some(({ handling }) => handling !== null)],
    ['handling waived', listings.some(({ handling }) => handling?.waived)],
    ['an amount each', rates.some(({ each }) => each !== '0.00')],
    ['steps by grams', rates.some(({ steps }) => steps.by === 'grams')],
    ['steps by value', rates.some(({ steps }) => steps.by === 'value' && (steps.rows?.length ?? 0) > 1)],
    ['free from', rates.some(({ freeFrom }) => freeFrom !== null)],
    ['not offered from a mass', rates.some(({ steps }) => steps.by === 'grams' && steps.rows?.at(-1)?.charge === null)],
    ['what the carrier asks', rates.some(({ steps }) => steps.by === 'carrier')],
    ...campaigns.map(({ benefit }): [string, boolean] => [
      benefit.kind === 'delivery' ? 'delivery campaign' : `${benefit.kind} campaign: ${benefit.off?.is}`,
      true,
    ]),
    ['a campaign with places', campaigns.some(({ places }) => places !== null)],
    ['a campaign with exceptions', campaigns.some(({ except }) => except.length > 0)],
    ['a campaign with uses', campaigns.some(({ uses }) => uses !== null)],
    ['a campaign with a batch', campaigns.some(({ batch }) => batch !== undefined)],
    ['one letter twice', new Set(letters).size < letters.length],
  ];
  return found.flatMap(([clause, is]) => (is ? [clause] : []));
}
