import { z } from 'zod';
import { batchesIn, codesName, noSingles, putCodes, type Singles, spent, unusedFor, usedIn } from '../common/codes.ts';
import { heldAt, inForceAt, type Reviewed, submitted } from '../common/review.ts';
import { standInApp } from '../common/server.ts';
import {
  asCheckout,
  type ChannelFile,
  type CheckoutAnswer,
  type CheckoutBasket,
  type CheckoutChoice,
  type Currency,
  currencies,
  type OpenStandIn,
  type Remark,
  type StandIn,
} from '../common/standin.ts';
import { type Line, readLines, written } from './lines.ts';
import { runs, whyNot } from './reading.ts';
import { checkout1, grammar1 } from './version-1.ts';
import { checkout2, grammar2 } from './version-2.ts';

/** Harrowmere, from docs/formats/harrowmere.md and the page of the version before alone. */
interface Site {
  /** Lines in force at once, as sent. */
  readonly lines: readonly Line[];
  readonly offers: readonly Reviewed<Line>[];
}
/** The site in euros, and that in pounds. */
interface State extends Site {
  readonly pounds: Site;
  /** The customers who are its members. */
  readonly members: readonly string[];
  readonly singles: Singles;
}

const names = { EUR: 'plans.tsv', GBP: 'plans-gbp.tsv' } as const;
const nothing: Site = { lines: [], offers: [] };
const siteIn = (state: State, currency: Currency): Site => (currency === 'EUR' ? state : state.pounds);

/** Of 16 to 40 hours a review takes the longest. */
const reviewHours = 40;
const grammars = { 1: grammar1, 2: grammar2 };

/** The first line says which version a file is of. */
const versionOf = (text: string): 1 | 2 => (/^SITE\t[^\t\n]*(\n|$)/.test(text) ? 1 : 2);
const versionIn = ({ lines }: Site): 1 | 2 => (lines[0] && lines[0].cells.version === undefined ? 1 : 2);

const membersSchema = z.strictObject({ customers: z.array(z.string().max(40)) });

const isOffer = ({ kind }: Line) => kind === 'DELIVERY' || kind === 'GOODS';

function checkoutAt(state: State, moment: number, currency: Currency): (basket: CheckoutBasket) => CheckoutAnswer {
  const { singles } = state;
  const site = siteIn(state, currency);
  const { lines, offers } = site;
  const charge = versionIn(site) === 1 ? checkout1(lines) : checkout2(lines);
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
    const isMember = basket.customer !== undefined && state.members.includes(basket.customer);
    return { choices: isMember ? choices.map(borne) : choices, codes };
  };
}

/** A choice as members have it: its delivery is paid by Harrowmere. */
const borne = (choice: CheckoutChoice): CheckoutChoice => ({ ...choice, charge: '0.00', borne: choice.charge });

/** A site with a file put in place of the one before, or what is wrong with that; without a file it sells nothing. */
function put(before: Site, currency: Currency, text: string | null, now: number): Site | readonly Remark[] {
  if (text === null) return nothing;
  const version = versionOf(text);
  const { lines, remarks } = readLines(names[currency], text, grammars[version]);
  const said = lines[0]?.kind === 'SITE' ? lines[0].cells.currency : currency;
  if (said !== currency)
    return [...remarks, { file: names[currency], line: 1, field: 'currency', reason: `only ${currency}` }];
  if (remarks.length > 0) return remarks;
  const until = now + reviewHours * 3_600_000;
  const sent = lines.filter(isOffer).map((line) => ({ key: line.cells.key ?? '', value: line }));
  // Offers of another version of the format are not compared with: their cells mean something else.
  const known = versionIn(before) === version ? before.offers : [];
  return {
    lines: lines.filter((line) => !isOffer(line)),
    offers: submitted(known, sent, now, () => until, 'passed'),
  };
}

/** A site's file as it is in force at a moment; none where nothing is. */
function fileOf(site: Site, currency: Currency, moment: number): ChannelFile[] {
  if (site.lines.length === 0) return [];
  const inForce = [...site.lines, ...site.offers.flatMap((one) => inForceAt(one, moment) ?? [])];
  const grammar = grammars[versionIn(site)];
  return [{ name: names[currency], text: inForce.map((line) => written(line, grammar)).join('') }];
}

export const harrowmere: StandIn<State> = {
  name: 'harrowmere',
  currencies: ['EUR', 'GBP'],
  empty: { ...nothing, pounds: nothing, members: [], singles: noSingles },
  submit(state, files, now) {
    const known: readonly string[] = [names.EUR, names.GBP, codesName];
    const textOf = (name: string) => files.find((one) => one.name === name)?.text ?? null;
    if ((textOf(names.EUR) ?? textOf(names.GBP)) === null || files.some(({ name }) => !known.includes(name))) {
      const reason = `${names.EUR} or ${names.GBP} or both are taken, and ${codesName} beside them`;
      return { refused: [{ file: '', line: null, field: 'files', reason }] };
    }
    const [euros, pounds] = currencies.map((currency) =>
      put(siteIn(state, currency), currency, textOf(names[currency]), now),
    );
    const singles = putCodes(state.singles, textOf(codesName));
    const refused = [euros, pounds, singles].flatMap((one) => (one && 'length' in one ? one : []));
    if (refused.length > 0) return { refused };
    return { state: { ...state, ...(euros as Site), pounds: pounds as Site, singles: singles as Singles } };
  },
  settle: async (state) => state,
  live(state, moment) {
    const { singles } = state;
    return {
      files: [
        ...currencies.flatMap((currency) => fileOf(siteIn(state, currency), currency, moment)),
        ...(singles.text === null ? [] : [{ name: codesName, text: singles.text }]),
      ],
      usedCodes: usedIn(singles),
      held: [
        ...heldAt(state.offers, moment),
        ...heldAt(state.pounds.offers, moment).map((one) => ({ ...one, currency: 'GBP' as const })),
      ],
    };
  },
  listings: (state, currency) =>
    siteIn(state, currency)
      .lines.filter(({ kind }) => kind === 'LISTING')
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
  checkout: (state, moment, { currency } = asCheckout) => checkoutAt(state, moment, currency),
  order(state, moment, basket, speed, currency = 'EUR') {
    const { choices, codes } = checkoutAt(state, moment, currency)(basket);
    const choice = choices.find((one) => one.speed === speed);
    if (!choice) return null;
    const batches = batchesIn(state.singles);
    const used = codes.flatMap((one) => (one.used && batches.has(one.code) ? [one.code] : []));
    return { state: { ...state, singles: spent(state.singles, used, moment) }, choice };
  },
  desk(routes, keep) {
    routes.post('/desk/members', async (c) => {
      const said = membersSchema.safeParse(await c.req.json().catch(() => null));
      if (!said.success) return c.json({ title: 'Say {"customers": [ids]}' }, 400);
      keep.write({ ...keep.read(), members: said.data.customers });
      return c.json(said.data);
    });
  },
};

const isListing = ({ kind, cells }: Line, listing: string) => kind === 'LISTING' && cells.listing === listing;
const changed = (line: Line, cells: Line['cells']): Line => ({ ...line, cells: { ...line.cells, ...cells } });

export const app: OpenStandIn = (folder) => standInApp(harrowmere, folder);
