import { describe, expect, test } from 'vitest';
import { asOf, type BookFile, bookFileSchema } from '../../src/core/book/index.ts';
import { countedAt, dialectOf, filesOf, settingsOf } from '../../src/core/channels/index.ts';
import { seeded } from '../../src/core/plan/index.ts';
import { type Question, quote, soldIn } from '../../src/core/quote/index.ts';
import { opened } from '../books/opened.ts';
import { laneOf } from '../books/parts.ts';
import { smallBook } from '../books/small.ts';
import type { World } from '../reading/books.ts';
import { seedFrom, times } from '../trials.ts';
import { marketOffersWorldOf, tellableWorldOf } from './books.ts';
import { feedWorldOf } from './feed-world.ts';
import { touching } from './touching.ts';

const at = Date.parse('2026-11-24T09:10:00Z');

/** The same world where tax is added to prices, by one rate for all, by class, or by place as well. */
function taxed({ book, basket }: World, seed: number): World {
  const random = seeded(seed * 17 + 1);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
  const percent = pick(['23', '20', '8.875', '10']);
  const one = (id: string, taxClass: string, rate: string, places = ['world']) => ({
    id,
    class: taxClass,
    percent: rate,
    places,
  });
  const all = [one('standard', 'standard', percent), one('reduced', 'reduced', percent)];
  const taxes = pick([
    all,
    all,
    [one('standard', 'standard', percent), one('reduced', 'reduced', '5')],
    [...all, one('there', 'standard', '0', ['GB'])],
  ]);
  const [first, ...others] = book.markets;
  const markets = first ? [{ ...first, tax: 'added' as const, assumed: 'IE' }, ...others] : [];
  const file: BookFile = bookFileSchema.parse({ ...book, taxes, markets });
  return { book: file, basket };
}

describe.each([
  ['lerrin-shop', tellableWorldOf, 0.6],
  ['harrowmere', marketOffersWorldOf, 0.6],
  ['findlark', feedWorldOf, 0.6],
] as const)('at %s, whose amounts have tax inside', (id, worldOf, most) => {
  test(
    'a book that adds it is told with it: what is said to be bounded differs by no more',
    () => {
      const dialect = dialectOf(id);
      const tally = { asked: 0, unsayable: 0, differ: 0, exact: 0 };
      const from = seedFrom(40_000);
      for (let seed = from; seed < from + times(120); seed += 1) {
        const world = taxed(worldOf(seed), seed);
        const { book: file, goods, ask } = opened(world.book, 'home');
        const book = asOf(file, at);
        const { rules, notes } = dialect.render(book, goods);
        const counted = countedAt(book, dialect);
        const { speeds } = settingsOf(world.book, dialect);
        for (let i = 0; i < 16; i += 1) {
          const { lines, place, codes } = world.basket();
          const asked = ask({ lines, place, codes: codes ?? [], moment: at });
          const question = { ...asked, shopper: { ...asked.shopper, channel: id } };
          const elsewhere = ({ stockedBy, notListed }: Question['lines'][number]['item']) =>
            [...stockedBy, ...notListed].includes(id);
          if (question.lines.some(({ item }) => elsewhere(item))) continue;
          const answer = quote(book, question);
          const meant = [...answer.choices, ...answer.hidden.map((one) => one.choice)];
          const there = counted.question(question);
          const sold = soldIn(there);
          const told = rules.charges(sold, at);
          // What goods come to at the prices that the channel shows.
          const shown = sold.lines.reduce((sum, { price, units }) => sum + price * units, 0);
          for (const { id: service } of book.services) {
            const word = speeds[service];
            if (!word) continue;
            tally.asked += 1;
            const notExact = touching(counted.book, notes, there, service);
            if (notExact.some(({ fidelity }) => fidelity.is === 'unsayable')) {
              tally.unsayable += 1;
              continue;
            }
            const [ours, theirs] = [
              meant.find((one) => one.service === service),
              told.find((one) => one.speed === word),
            ];
            const where = `book ${seed}: ${JSON.stringify({ lines, place, codes, service, ours, theirs })}`;
            expect(theirs === undefined, where).toBe(ours === undefined);
            if (!ours || !theirs) continue;
            const bound = notExact.reduce(
              (sum, { fidelity }) => sum + (fidelity.is === 'bounded' ? fidelity.bound : 0),
              0,
            );
            const off = Math.abs(ours.pays - (shown + theirs.charge - theirs.discount));
            if (off > 0) tally.differ += 1;
            else tally.exact += 1;
            expect(off, where).toBeLessThanOrEqual(bound);
          }
        }
      }
      expect(tally.unsayable / tally.asked).toBeLessThan(most);
      expect(tally.differ).toBeGreaterThan(10);
      expect(tally.exact).toBeGreaterThan(10);
    },
    times(240_000),
  );
});

test('net 8.40 in two places of 13.5 % and 23 %, in a feed that wants tax inside: 9.53 and 10.33', () => {
  const file = smallBook();
  const [first] = file.markets;
  if (first) Object.assign(first, { tax: 'added', assumed: 'IE' });
  file.taxes = [
    { id: 'ireland', class: 'standard', places: ['IE'], percent: '23' },
    { id: 'north', class: 'standard', places: ['GB-NIR'], percent: '13.5' },
  ];
  const post = laneOf({ rate: { is: 'flat', amount: '8.40' }, freeFrom: null });
  const [template] = file.templates;
  if (template) template.lanes = Object.fromEntries(template.zones.map((zone) => [zone, { post }]));
  file.channels.findlark = { speeds: { post: 'standard' }, target: 'all', feeds: {} };
  const { book, goods } = opened(file, 'home');
  const [feed] = filesOf(dialectOf('findlark').render(asOf(book, at), goods).rules);
  const entries = [...(feed?.text ?? '').matchAll(/<entry ([^>]*)\/>/g)].map(([, one = '']) => one);
  const priced = (place: string) => entries.find((one) => one.includes(place))?.match(/price="([^"]*)"/)?.[1];
  expect([priced('country="IE"'), priced('part="GB-NIR"')]).toEqual(['10.33', '9.53']);
});
