import { type PriceList, type Quoting, turnsOfList } from '../../carrier/index.ts';
import { type Currency, converted, type Minor, type Problem, type Result, under } from '../../exact/index.ts';
import { readSelection, type Selection } from '../../goods/index.ts';
import { readEitherOr } from '../../offers/index.ts';
import { type Box, isRising, kindBits, type Lane, readBox, readMixing, readMixingRule } from '../../rates/index.ts';
import { conversionInto, type ReadyMarket, readMarket } from '../market.ts';
import type { Book } from '../schema.ts';
import { basketProblems } from './basket-problems.ts';
import type { CompiledBook, Template } from './compiled.ts';
import { listsHold } from './lists.ts';
import { type Noting, unknown } from './noting.ts';
import { readOffers } from './offers.ts';
import { readZones, taxFinder } from './places.ts';
import { readPriceLists } from './price-lists.ts';
import { quotingOf, readTemplate } from './templates.ts';

/**
 * Makes a book ready to answer for a market (the first where none is named), or tells everything in it that cannot be
 * meant: where, what, what would be right. `turn`: the market as it is to be read instead.
 */
export function compileBook(
  body: Book,
  marketId?: string,
  turn: (market: ReadyMarket) => ReadyMarket = (market) => market,
): Result<CompiledBook> {
  const problems: Problem[] = [];
  const note: Noting = (at, fault) => problems.push({ at, ...fault });
  const markets = marketsOf(body, marketId, problems, note);
  if (!markets) return { ok: false, problems };
  const { written } = markets;
  const market = turn(markets.market);

  listsHold(body, note);
  const conversion = conversionInto(body, written, market, ['exchange'], problems);
  const zones = readZones(body, problems);
  const boxes = readBoxes(body, problems);
  const priceLists = readPriceLists(body, problems, note);
  const selections = readSelections(body, written, problems);
  const quotingInto = quotingsOf(body);
  const around = { body, market, written, zones, selections, boxes, priceLists, quotingInto, problems, note };
  const templates = body.templates.map((template) => readTemplate(template, around));
  const { offers, parts } = readOffers(body, { written, market, conversion, selections, problems, note });
  const own = (amount: Minor) => (conversion ? converted(amount, conversion) : amount);
  const mixing = readMixings(body, written, own, problems, note);
  const taxOf = taxFinder(body, problems);
  for (const basket of body.pinned) problems.push(...under(['pinned', basket.id], basketProblems(body, basket)));

  const main = templates[0];
  if (problems.length > 0 || !main) return { ok: false, problems };
  return {
    ok: true,
    value: {
      body,
      at: Number.NEGATIVE_INFINITY,
      market,
      currency: market.currency,
      written,
      conversion,
      services: body.services,
      templates,
      defaultTemplate: main,
      selections,
      boxes,
      priceLists,
      ...mixing,
      offers,
      exclusions: readEitherOr(body.eitherOr, body.offers),
      quotingInto,
      parts,
      taxOf,
      ...traitsOf(templates, priceLists),
    },
  };
}

/** The market that is asked for, and the currency of the first one, in which the book is written. */
function marketsOf(
  body: Book,
  id: string | undefined,
  problems: Problem[],
  note: Noting,
): { market: ReadyMarket; written: Currency } | null {
  const markets = body.markets.map((market) => readMarket(market, problems));
  const market = markets.find((one) => one && (id === undefined || one.body.id === id));
  const first = markets[0];
  if (first && market) return { market, written: first.currency };
  const known = body.markets.map((one) => one.id);
  if (problems.length === 0) note(['markets'], unknown('market', id ?? '', known));
  return null;
}

function readBoxes(body: Book, problems: Problem[]): ReadonlyMap<string, Box> {
  const boxes = new Map<string, Box>();
  for (const box of body.boxes) {
    const read = readBox(box);
    if (read.ok) boxes.set(box.id, read.value);
    else problems.push(...under(['boxes', box.id], read.problems));
  }
  return boxes;
}

function readSelections(body: Book, written: Currency, problems: Problem[]): ReadonlyMap<string, Selection> {
  const selections = new Map<string, Selection>();
  for (const selection of body.selections) {
    const read = readSelection(selection, written);
    if (read.ok) selections.set(selection.id, read.value);
    else problems.push(...under(['selections', selection.id], read.problems));
  }
  return selections;
}

/** What carriers' currencies are in another, worked out once a currency. */
function quotingsOf(body: Book): (currency: Currency) => Quoting {
  const quotings = new Map<string, Quoting>();
  return (currency) => {
    const known = quotings.get(currency) ?? quotingOf(body, currency);
    quotings.set(currency, known);
    return known;
  };
}

/** How charges of several groups become one. */
function readMixings(
  body: Book,
  written: Currency,
  own: (amount: Minor) => Minor,
  problems: Problem[],
  note: Noting,
): Pick<CompiledBook, 'mixedBy' | 'mixing' | 'kindBits'> {
  const services = new Map(body.services.map((service, i) => [service.id, 1 << i]));
  const mixedBy = readMixing(body.mixedBy, written, own, ['mixedBy'], problems);
  const bits = kindBits(body.mixing, problems);
  const mixing = body.mixing.map((rule) => readMixingRule(rule, bits, services, written, own, problems));
  for (const rule of body.mixing)
    for (const service of rule.services)
      if (!services.has(service)) note(['mixing', rule.id, 'services'], unknown('service', service, services.keys()));
  return { mixedBy, mixing, kindBits: bits };
}

/** What holds for all lanes of a book at all times. */
function traitsOf(
  templates: readonly Template[],
  priceLists: ReadonlyMap<string, PriceList>,
): Pick<CompiledBook, 'turns' | 'splits' | 'dependsOnDiscounts' | 'steady' | 'monotonic'> {
  const eras = templates.flatMap((template) => [...template.eras.values()].flatMap((row) => [...row.values()].flat()));
  const all = eras.map((era) => era.lane);
  return {
    turns: [
      ...new Set([...eras.flatMap((era) => era.from ?? []), ...[...priceLists.values()].flatMap(turnsOfList)]),
    ].sort((a, b) => a - b),
    splits: all.some((lane) => lane.after || (lane.freeFrom?.of === 'group' && lane.freeFrom.test === 'after')),
    dependsOnDiscounts: all.some((lane) => lane.after || lane.freeFrom?.test === 'after'),
    steady: !all.some((lane) => lane.after),
    monotonic: all.every(isMonotonic),
  };
}

/** Whether more mass or size never makes a lane cheaper, nor has it offered where it was not. */
function isMonotonic(lane: Lane): boolean {
  const rates = [lane.price.rate, ...[...(lane.kinds?.values() ?? [])].map((one) => one.rate)];
  return (
    lane.bounds.every((bound) => bound.from === null || bound.over === 'value' || bound.over === 'units') &&
    rates.every(isRising)
  );
}
