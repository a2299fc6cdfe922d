import { HyperFormula } from 'hyperformula';
import { demoBook, demoLaterGroup, demoLaterOffers } from '../demo/book.ts';
import { bookFileSchema, compileBook, type Ready, readyGoods } from '../src/core/book/index.ts';
import { type Mass, type Minor, unwrap } from '../src/core/exact/index.ts';
import { parsePlace } from '../src/core/places/index.ts';
import { seeded } from '../src/core/plan/index.ts';
import { anybody, charges, explain, type Question, quote } from '../src/core/quote/index.ts';
import { best } from './best.ts';
import { benchChannels } from './channels.ts';
import { benchDraft } from './draft.ts';
import { largeBook } from './large.ts';
import { benchOffers } from './offers.ts';
import { row } from './row.ts';

/**
 * Intended answers a second, compiled and with their steps, beside the same rate table as formulas in a spreadsheet
 * engine.
 */
const demo = demoBook();
const { goods: items, ...body } = bookFileSchema.parse({
  ...demo,
  offers: [...demo.offers, ...demoLaterOffers()],
  numbered: 9,
  eitherOr: [...demo.eitherOr, demoLaterGroup],
});

/** The least time of several runs. */
const inSeconds = (runs: number, work: () => void): number => best(runs, work) / 1000;
const rate = (count: number, seconds: number) => Math.round(count / seconds).toLocaleString('en');
const random = seeded(1);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;
const moment = Date.parse('2026-11-24T09:10:00Z');

const compiling = inSeconds(20, () => unwrap(compileBook(body)));
row('compiling the demo’s book', `${(compiling * 1000).toFixed(1)} ms`);
const book = unwrap(compileBook(body));
const { goods } = readyGoods(book, items);
const out = new Float64Array(2 * body.services.length);

// One lane of the demo both can say: Great Britain, standard, a weight table of seven breaks, free from 80.00.
const lane = body.templates[0]?.lanes.gb?.standard;
const breaks = lane?.rate.is === 'table' ? lane.rate.breaks : [];
const count = 5000;
const plain = Array.from({ length: count }, () => ({
  grams: 1 + Math.floor(random() * 30_000),
  cents: 1 + Math.floor(random() * 16_000),
}));
const sheet = HyperFormula.buildFromSheets(
  {
    Edges: breaks.map((one) => [Number(one.to) * 1000, Math.round(Number(one.amount) * 100)]),
    Baskets: plain.map(({ grams, cents }, i) => [
      grams,
      cents,
      `=IF(B${i + 1}>=8000,0,INDEX(Edges!$B$1:$B$${breaks.length},MATCH(TRUE(),ARRAYFORMULA(A${i + 1}<=Edges!$A$1:$A$${breaks.length}),0)))`,
    ]),
  },
  { licenseKey: 'gpl-v3' },
);
const id = sheet.getSheetId('Baskets') ?? 1;
// Rebuilding parses and calculates every formula once, as opening the sheet does.
const formulas = inSeconds(3, () => sheet.rebuildAndRecalculate());
const place = unwrap(parsePlace('GB M1 1AA'));
const [any] = goods;
if (!any) throw new Error('The demo has no goods');
const single = compileOnly('gb', 'standard');
const asked = plain.map(
  ({ grams, cents }): Question => ({
    lines: [
      {
        item: {
          ...any,
          template: single.templates[0] as Ready['template'],
          serves: 1,
          price: cents as Minor,
          mass: (grams * 1_600_000_000) as Mass,
        },
        units: 1,
      },
    ],
    place,
    codes: [],
    moment,
    carrier: null,
    shopper: anybody,
  }),
);
const ours = inSeconds(400, () => {
  for (const question of asked) charges(single, question, out);
});
const differ = asked.filter((question, i) => {
  charges(single, question, out);
  return out[0] !== sheet.getCellValue({ sheet: id, row: i, col: 2 });
}).length;
row('one template both can say: the core', `${rate(count, ours)} baskets a second`);
row('one template both can say: spreadsheet engine', `${rate(count, formulas)} baskets a second`);
row('the core is faster', `${(formulas / ours).toFixed(0)} times`);
row('cells that differ between the two', String(differ));
if (differ > 0) process.exitCode = 1;

const places = [
  'IE',
  'IE H91 A0A0',
  'GB M1 1AA',
  'GB HS1 2AA',
  'GB BT1 1AA',
  'FR 69001',
  'DE',
  'US 10001',
  'US 99511',
  'JP',
  'NZ',
  'BR',
].map((text) => unwrap(parsePlace(text)));
const baskets = (from: readonly Ready[], lines: number, codes: boolean): Question[] =>
  Array.from({ length: 20_000 }, () => ({
    lines: Array.from({ length: 1 + Math.floor(random() * lines) }, () => ({
      item: pick(from),
      units: 1 + Math.floor(random() * 4),
    })),
    place: pick(places),
    codes: codes && random() < 0.3 ? ['GUST12'] : [],
    moment,
    carrier: null,
    shopper: anybody,
  }));
const compiled = (name: string, questions: readonly Question[]) => {
  const seconds = inSeconds(9, () => {
    for (const question of questions) charges(book, question, out);
  });
  row(name, `${rate(questions.length, seconds)} a second`);
};
const all = baskets(goods, 5, true);
compiled('intended answers, compiled: all goods, 1 to 5 lines, 30 % with a code', all);
compiled('the same without codes', baskets(goods, 5, false));
compiled(
  'of the default template alone, without codes',
  baskets(
    goods.filter((item) => item.template === book.templates[0] && item.own === null && item.origin === 'Galway'),
    5,
    false,
  ),
);
const whole = inSeconds(5, () => {
  for (const question of all) quote(book, question);
});
row('whole answers: names, days, tax, what is hidden, why not', `${rate(all.length, whole)} a second`);
const some = all.slice(0, 4000);
const traced = inSeconds(5, () => {
  for (const question of some)
    for (const choice of quote(book, question).choices) explain(book, question, choice.service);
});
row('whole answers with the steps of every choice', `${rate(some.length, traced)} a second`);

const { goods: many, ...large } = largeBook(100_000, 200, 40);
const began = performance.now();
const made = unwrap(compileBook(large));
const ready = readyGoods(made, many);
row(
  'a book of 100,000 goods, 200 zones, 40 templates made ready',
  `${((performance.now() - began) / 1000).toFixed(2)} s`,
);
row(
  'the whole program’s heap with it',
  `${Math.round(process.memoryUsage().heapUsed / 2 ** 20)} MB, ${ready.goods.length.toLocaleString('en')} goods`,
);

benchDraft({ book: large, goods: many });
await benchOffers();

benchChannels({ ...body, goods: items }, 10_000);
benchChannels({ ...body, goods: items }, 100_000);

/** The demo's book with one lane only, as the spreadsheet has it. */
function compileOnly(zone: string, service: string) {
  const [template] = body.templates;
  if (!template || !lane) throw new Error('The demo has no such lane');
  return unwrap(
    compileBook({
      ...body,
      services: body.services.filter((one) => one.id === service),
      templates: [{ ...template, zones: [zone], lanes: { [zone]: { [service]: lane } } }],
      mixing: [],
      offers: [],
      eitherOr: [],
      pinned: [],
    }),
  );
}
