import { batchesIn, codesName, noSingles, putCodes, type Singles, spent, unusedFor, usedIn } from '../common/codes.ts';
import { heldAt, inForceAt, type Reviewed, submitted } from '../common/review.ts';
import { standInApp } from '../common/server.ts';
import type { CheckoutAnswer, CheckoutBasket, OpenStandIn, StandIn } from '../common/standin.ts';
import { type Line, readLines, written } from './lines.ts';
import { runs, whyNot } from './reading.ts';
import { checkout1, grammar1 } from './version-1.ts';
import { checkout2, grammar2 } from './version-2.ts';

/** Harrowmere, from docs/formats/harrowmere.md and the page of the version before alone. */
interface State {
  /** Lines in force at once, as sent. */
  readonly lines: readonly Line[];
  readonly offers: readonly Reviewed<Line>[];
  readonly singles: Singles;
}

/** Of 16 to 40 hours a review takes the longest. */
const reviewHours = 40;
const grammars = { 1: grammar1, 2: grammar2 };

/** The first line says which version a file is of. */
const versionOf = (text: string): 1 | 2 => (/^SITE\t[^\t\n]*(\n|$)/.test(text) ? 1 : 2);
const versionIn = ({ lines }: State): 1 | 2 => (lines[0] && lines[0].cells.version === undefined ? 1 : 2);

const isOffer = ({ kind }: Line) => kind === 'DELIVERY' || kind === 'GOODS';

function checkoutAt(state: State, moment: number): (basket: CheckoutBasket) => CheckoutAnswer {
  const { lines, offers, singles } = state;
  const charge = versionIn(state) === 1 ? checkout1(lines) : checkout2(lines);
  const inForce = offers.flatMap((one) => inForceAt(one, moment) ?? []);
  return (basket) => {
    const running = inForce.filter(({ cells }) => runs(cells, moment, basket.codes, singles));
    const { choices, used } = charge(basket, running);
    const codes = basket.codes.map((code) => {
      const batch = batchesIn(singles).get(code);
      if (singles.used[code] !== undefined) return { code, used: false, why: 'used up' };
      // Of several codes of a batch the first is spent.
      const isFirst = batch === undefined || unusedFor(singles, batch, basket.codes)[0] === code;
      const cell = batch === undefined ? code : `FILE ${batch}`;
      if (isFirst && used.has(cell)) return { code, used: true, why: null };
      const known = inForce.map(({ cells }) => cells).filter((cells) => cells.code === cell);
      const waits = offers.some(({ waiting }) => waiting?.value.cells.code === cell && waiting.until > moment);
      return { code, used: false, why: whyNot(known, waits, moment) };
    });
    return { choices, codes };
  };
}

export const harrowmere: StandIn<State> = {
  name: 'harrowmere',
  empty: { lines: [], offers: [], singles: noSingles },
  submit(state, files, now) {
    const file = files.find((one) => one.name === 'plans.tsv');
    if (!file || files.some(({ name }) => name !== 'plans.tsv' && name !== codesName))
      return {
        refused: [{ file: '', line: null, field: 'files', reason: 'plans.tsv is taken, and codes.csv beside it' }],
      };
    const version = versionOf(file.text);
    const { lines, remarks } = readLines(file.text, grammars[version]);
    const singles = putCodes(state.singles, files.find(({ name }) => name === codesName)?.text ?? null);
    if ('length' in singles) return { refused: [...remarks, ...singles] };
    if (remarks.length > 0) return { refused: remarks };
    const until = now + reviewHours * 3_600_000;
    const sent = lines.filter(isOffer).map((line) => ({ key: line.cells.key ?? '', value: line }));
    // Offers of another version of the format are not compared with: their cells mean something else.
    const before = versionIn(state) === version ? state.offers : [];
    return {
      state: {
        lines: lines.filter((line) => !isOffer(line)),
        offers: submitted(before, sent, now, () => until, 'passed'),
        singles,
      },
    };
  },
  settle: async (state) => state,
  live(state, moment) {
    const { lines, offers, singles } = state;
    const grammar = grammars[versionIn(state)];
    const inForce = [...lines, ...offers.flatMap((one) => inForceAt(one, moment) ?? [])];
    return {
      files: [
        ...(lines.length === 0
          ? []
          : [{ name: 'plans.tsv', text: inForce.map((line) => written(line, grammar)).join('') }]),
        ...(singles.text === null ? [] : [{ name: codesName, text: singles.text }]),
      ],
      usedCodes: usedIn(singles),
      held: heldAt(offers, moment),
    };
  },
  listings: ({ lines }) =>
    lines
      .filter(({ kind }) => kind === 'LISTING')
      .map(({ cells }) => ({ listing: cells.listing ?? '', price: cells.price ?? '', grams: cells.grams || null })),
  relisted(state, { listing, price, grams }) {
    const { lines } = state;
    const cells = { listing, price, grams: grams ?? '' };
    if (lines.some((line) => isListing(line, listing)))
      return { ...state, lines: lines.map((line) => (isListing(line, listing) ? changed(line, cells) : line)) };
    const like = lines.findLast(({ kind }) => kind === 'LISTING');
    return like ? { ...state, lines: [...lines, changed(like, { ...cells, labels: '' })] } : null;
  },
  delisted: (state, listing) =>
    state.lines.some((line) => isListing(line, listing))
      ? { ...state, lines: state.lines.filter((line) => !isListing(line, listing)) }
      : null,
  checkout: checkoutAt,
  order(state, moment, basket, speed) {
    const { choices, codes } = checkoutAt(state, moment)(basket);
    const choice = choices.find((one) => one.speed === speed);
    if (!choice) return null;
    const batches = batchesIn(state.singles);
    const used = codes.flatMap((one) => (one.used && batches.has(one.code) ? [one.code] : []));
    return { state: { ...state, singles: spent(state.singles, used, moment) }, choice };
  },
};

const isListing = ({ kind, cells }: Line, listing: string) => kind === 'LISTING' && cells.listing === listing;
const changed = (line: Line, cells: Line['cells']): Line => ({ ...line, cells: { ...line.cells, ...cells } });

export const app: OpenStandIn = (folder) => standInApp(harrowmere, folder);
