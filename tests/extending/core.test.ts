import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { channelId } from '../../src/contract/index.ts';
import { type BookInput, bookFileSchema, channelIds, readBookFile } from '../../src/core/book/index.ts';
import { dialectOf, dialects, filesOf, settingsOf } from '../../src/core/channels/index.ts';
import { checkChannel } from '../../src/core/check/index.ts';
import { amountText, type Currency } from '../../src/core/exact/index.ts';
import { explain, quote, soldIn } from '../../src/core/quote/index.ts';
import { startStandIns } from '../../src/standins/main.ts';
import { proposedTerms, stepWords } from '../../src/words/index.ts';
import { opened } from '../books/opened.ts';
import { item, offerOf, shopOf } from '../books/shop.ts';
import { board } from './standins/board.ts';

/** A channel, a rate kind and a benefit that only the tests know, through everything that finds them from the lists. */
const euro = 'EUR' as Currency;
const now = Date.parse('2026-11-24T09:10:00Z');
const crates = (amount: string, holds: number) => ({ rate: { is: 'crates', amount, holds } as never, freeFrom: null });
const pairs = offerOf('pairs', 1, { benefit: { is: 'second unit', goods: null, percent: '50' } as never });
const quillgate = (speeds: Record<string, string>, pin = '0.00') =>
  ({ channels: { quillgate: { speeds, pin } } }) as unknown as Partial<BookInput>;

test('the lists have them: channels for book, contract and dialects, stand-ins by their folders', async () => {
  expect(channelIds).toEqual(['lerrin-shop', 'harrowmere', 'findlark', 'quillgate', 'osterby', 'marrowfen']);
  expect(dialects.map((one) => one.id)).toEqual(channelIds);
  expect(channelId.parse('marrowfen')).toBe('marrowfen');
  const folder = mkdtempSync(join(tmpdir(), 'plemb-extending-'));
  const places = [fileURLToPath(new URL('standins', import.meta.url))];
  const { addresses, stop } = await startStandIns(folder, 0, places);
  try {
    expect(Object.keys(addresses).sort()).toEqual([...channelIds, 'ternline'].sort());
    const health = await fetch(`${addresses.quillgate}/health`).then((answer) => answer.json());
    expect(health).toMatchObject({ name: 'quillgate' });
  } finally {
    await stop();
    rmSync(folder, { recursive: true, force: true });
  }
});

test('a crate of six at 2.00: six units 2.00, seven 4.00; a crate of nothing is refused where it stands', () => {
  const { pays, open } = shopOf({ post: crates('2.00', 6) }, [item('A')]);
  expect([1, 6, 7, 12, 13].map((units) => pays({ A: units }))).toEqual(['2.00', '2.00', '4.00', '4.00', '6.00']);
  const { book, ask } = open();
  const steps = explain(book, ask({ lines: [{ sku: 'A', units: 7 }], place: 'IE' }), 'post');
  expect(steps.map((step) => stepWords(book.body, step, book.market.body).words)).toContain(
    'By the crate: €2.00 for each started 6 units',
  );
  const { goods: _, ...written } = open().file;
  const lane = { ...crates('2.00', 0) };
  const templates = [{ ...written.templates[0], lanes: { home: { post: lane } } }];
  const read = readBookFile({ ...written, templates, goods: [] });
  expect(read.ok ? [] : read.problems.map((one) => one.at.join('/'))).toEqual([
    'templates/main/lanes/home/post/rate/holds',
  ]);
});

test('every second unit at half: two of 10.00 cost 15.00, three 25.00, and its terms and steps say so', () => {
  const { answer, open } = shopOf({ post: crates('2.00', 6) }, [item('A')], { offers: [pairs] });
  const total = (units: number) => amountText(answer({ A: units }).choices[0]?.total ?? (0 as never), euro);
  expect([1, 2, 3, 4].map(total)).toEqual(['12.00', '17.00', '27.00', '32.00']);
  const { book, ask } = open();
  const steps = explain(book, ask({ lines: [{ sku: 'A', units: 2 }], place: 'IE' }), 'post');
  expect(steps.map((step) => stepWords(book.body, step, book.market.body).words)).toContain(
    'pairs takes 50 % off every second unit',
  );
  expect(proposedTerms(book.body, book.body.offers[0] as never)).toContain('50 % off every second of our goods');
});

test('no channel can be told them, each says so, and the check finds what shoppers there miss', async () => {
  const channels = Object.fromEntries(channelIds.map((id) => [id, { speeds: { post: speedOf(id) } }]));
  const causes = async (
    lane: Parameters<typeof shopOf>[0][string],
    offers: (typeof pairs)[],
    about: 'rate' | 'offer',
  ) => {
    const { book, goods, file } = shopOf({ post: lane }, [item('A')], { offers, channels }).open();
    const found: string[] = [];
    for (const dialect of dialects) {
      const rendition = dialect.render(book, goods);
      const unsayable = rendition.notes.filter((note) => note.fidelity.is === 'unsayable');
      expect(
        unsayable.map((note) => note.clause.about),
        dialect.name,
      ).toContain(about);
      const sides = { rendition, sent: null, speeds: settingsOf(file, dialect).speeds };
      const { findings } = await checkChannel(book, goods, { id: dialect.id, sides, ask: null }, now);
      found.push(`${dialect.id}: ${[...new Set(findings.map((one) => one.cause))].join()}`);
    }
    return found;
  };
  const flat = { rate: { is: 'flat' as const, amount: '4.90' }, freeFrom: null };
  expect(await causes(crates('2.00', 6), [], 'rate')).toEqual(channelIds.map((id) => `${id}: not sold there`));
  expect(await causes(flat, [pairs], 'offer')).toEqual(channelIds.map((id) => `${id}: limit`));
});
const speedOf = (id: string) => ({ 'lerrin-shop': 'post', harrowmere: 'STANDARD', findlark: 'standard' })[id] ?? 'slow';

test('what the board can say matches at every corner; what its own setting adds is found to the cent', async () => {
  const flat = { rate: { is: 'flat' as const, amount: '4.90' }, freeFrom: null };
  const found = async (pin: string) => {
    const { book, goods, file } = shopOf({ post: flat }, [item('A')], quillgate({ post: 'slow' }, pin)).open();
    const dialect = dialectOf('quillgate' as never);
    const rendition = dialect.render(book, goods);
    const sides = { rendition, sent: null, speeds: settingsOf(file, dialect).speeds };
    const report = await checkChannel(book, goods, { id: dialect.id, sides, ask: null }, now);
    return report.findings.map((one) => one.largest);
  };
  expect(await found('0.00')).toEqual([]);
  expect(new Set(await found('0.40'))).toEqual(new Set([40]));
  expect(bookFileSchema.safeParse({ ...shopOf({}, []).open().file, ...quillgate({}, 'much') }).success).toBe(false);
});

test('two readings of the board agree: what the core believes and what its stand-in charges', () => {
  const amounts = fc.integer({ min: 0, max: 2000 }).map((cents) => amountText(cents as never, euro));
  fc.assert(
    fc.property(amounts, amounts, fc.constantFrom('IE', 'FR', 'US'), (slow, quick, place) => {
      const lanes = Object.fromEntries(
        [slow, quick].map((amount, i) => [`s${i}`, { rate: { is: 'flat' as const, amount }, freeFrom: null }]),
      );
      const { book, goods, ask } = shopOf(lanes, [item('A')], quillgate({ s0: 'slow', s1: 'quick' })).open();
      const { rules } = dialectOf('quillgate' as never).render(book, goods);
      const standIn = board('quillgate');
      const taken = standIn.submit(null, filesOf(rules), now);
      if ('refused' in taken) throw new Error(JSON.stringify(taken.refused));
      const question = ask({ lines: [{ sku: 'A', units: 1 }], place });
      const believed = rules.charges(soldIn(question), now).map((one) => [one.speed, amountText(one.charge, euro)]);
      const [country = ''] = place.split(' ');
      const basket = {
        lines: [{ listing: 'A', units: 1, price: '10.00', grams: '1000' }],
        place: { country, part: null, postcode: null },
        codes: [],
      };
      expect(
        standIn
          .checkout(
            taken.state,
            now,
          )(basket)
          .choices.map((one) => [one.speed, one.charge]),
      ).toEqual(believed);
      const meant = quote(book, question)
        .choices.map((one) => amountText(one.delivery, euro))
        .sort();
      expect(believed.map(([, charge]) => charge).sort()).toEqual(meant);
    }),
  );
});

test('a book of theirs is opened as any', () => {
  const { goods, ...body } = shopOf({ post: crates('2.00', 6) }, [item('A')], { offers: [pairs] }).open().file;
  expect(readBookFile(JSON.parse(JSON.stringify({ ...body, goods }))).ok).toBe(true);
  expect(() => opened({ ...body, goods })).not.toThrow();
});
