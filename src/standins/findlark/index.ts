import { XMLParser, XMLValidator } from 'fast-xml-parser';
import { begins, countryPart } from '../common/address.ts';
import { cents, isCode, isMoney, isPercent, pico, share, twoDecimals } from '../common/money.ts';
import { heldAt, inForceAt, type Reviewed, submitted } from '../common/review.ts';
import { standInApp } from '../common/server.ts';
import type { ChannelFile, CheckoutAnswer, CheckoutBasket, OpenStandIn, Remark, StandIn } from '../common/standin.ts';

/** Findlark, from docs/formats/findlark.md alone. */
interface Entry {
  readonly country: string;
  readonly part: string | null;
  readonly postcode: string | null;
  readonly speed: string;
  readonly price: string;
}
interface Item {
  readonly id: string;
  readonly price: string;
  readonly grams: string | null;
  readonly entries: readonly Entry[];
}
const fields = [
  'id',
  'title',
  'kind',
  'percent',
  'speeds',
  'least_value',
  'code',
  'countries',
  'from',
  'until',
] as const;
type Promotion = Readonly<Record<(typeof fields)[number], string>>;

interface State {
  readonly itemsText: string;
  readonly target: string;
  readonly items: readonly Item[];
  readonly promotions: readonly Reviewed<Promotion>[];
  /** When each country is open. */
  readonly opened: Readonly<Record<string, number>>;
}

const speeds = ['economy', 'standard', 'swift'];
const hour = 3_600_000;
const [openingHours, reviewHours] = [10, 30];
const words = (cell: string) => cell.split(' ').filter(Boolean);
const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '@',
  parseTagValue: false,
  parseAttributeValue: false,
  isArray: (name) => name === 'item' || name === 'delivery',
});

type Node = Record<string, unknown>;
const textOf = (node: Node, name: string): string => (typeof node[name] === 'string' ? (node[name] as string) : '');

function readItems(text: string): { target: string; items: Item[]; remarks: Remark[] } {
  const remarks: Remark[] = [];
  const note = (field: string, reason: string) => remarks.push({ file: 'items.xml', line: null, field, reason });
  const valid = XMLValidator.validate(text);
  if (valid !== true)
    return {
      target: '',
      items: [],
      remarks: [{ file: 'items.xml', line: valid.err.line, field: '', reason: valid.err.msg }],
    };
  const root = (parser.parse(text) as Node).items as Node | undefined;
  const target = root ? textOf(root, '@target') : '';
  if (root?.['@xmlns'] !== 'urn:findlark:items:1') note('items', 'the root is <items xmlns="urn:findlark:items:1">');
  if (!/^(all|[A-Z]{2})$/.test(target)) note('items target', 'a country, or all');
  if (root && root['@currency'] !== 'EUR') note('items currency', 'only EUR');
  const seen = new Set<string>();
  const items = ((root?.item ?? []) as Node[]).map((node): Item => {
    const id = textOf(node, '@id');
    const at = `item ${id}`;
    if (!/^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/.test(id) || seen.has(id))
      note(at, 'an id of its own, 1 to 40 letters and digits');
    seen.add(id);
    if (textOf(node, 'title').length < 1 || textOf(node, 'title').length > 120) note(`${at} title`, '1 to 120 letters');
    if (!isMoney(textOf(node, 'price'))) note(`${at} price`, 'money such as 4.90');
    const grams = 'grams' in node ? textOf(node, 'grams') : null;
    if (grams !== null && pico(grams) === null) note(`${at} grams`, 'grams such as 520');
    const list = (node.delivery ?? []) as Node[];
    if (list.length > 64) note(at, `${list.length} delivery entries; at most 64 are taken`);
    const places = new Set<string>();
    const entries = list.map((one, i): Entry => {
      const entry = {
        country: textOf(one, '@country'),
        part: textOf(one, '@part') || null,
        postcode: textOf(one, '@postcode') || null,
        speed: textOf(one, '@speed'),
        price: textOf(one, '@price'),
      };
      const where = `${at} delivery ${i + 1}`;
      if (!/^[A-Z]{2}$/.test(entry.country)) note(where, 'a country of two letters');
      if (target !== 'all' && entry.country !== target) note(where, `the feed targets ${target}, not ${entry.country}`);
      if (entry.part && entry.postcode) note(where, 'a part or a postcode, not both');
      if (entry.postcode && !/^[A-Z0-9]{1,9}$/.test(entry.postcode))
        note(where, 'a postcode prefix of 1 to 9 letters and digits');
      if (entry.part && !entry.part.startsWith(`${entry.country}-`)) note(where, 'a part of its country');
      if (!speeds.includes(entry.speed)) note(where, 'economy, standard or swift');
      if (!isMoney(entry.price)) note(where, 'money such as 4.90');
      const key = [entry.country, entry.part, entry.postcode, entry.speed].join('|');
      if (places.has(key)) note(where, 'the same place and speed stand above');
      places.add(key);
      return entry;
    });
    return { id, price: textOf(node, 'price'), grams, entries };
  });
  return { target, items, remarks };
}

function readPromotions(text: string): { promotions: Promotion[]; remarks: Remark[] } {
  const remarks: Remark[] = [];
  const rows = text.replace(/\n$/, '').split('\n');
  const seen = new Set<string>();
  if (rows[0] !== fields.join('\t'))
    return {
      promotions: [],
      remarks: [{ file: 'promotions.tsv', line: 1, field: 'head', reason: `the head line is ${fields.join(' ')}` }],
    };
  const promotions = rows.slice(1).map((row, i): Promotion => {
    const cells = row.split('\t');
    const one = Object.fromEntries(fields.map((name, at) => [name, cells[at] ?? ''])) as Promotion;
    const need = (field: string, right: boolean, reason: string) =>
      right || remarks.push({ file: 'promotions.tsv', line: i + 2, field, reason });
    const isTime = (cell: string) =>
      cell === '' || (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}[+-]\d{2}:\d{2}$/.test(cell) && !Number.isNaN(Date.parse(cell)));
    need('line', cells.length === fields.length, `${cells.length} cells; ${fields.length} are needed`);
    need('id', /^\S{1,32}$/.test(one.id) && !seen.has(one.id), 'an id of its own, 1 to 32 letters without spaces');
    need('title', one.title.length >= 1 && one.title.length <= 48, '1 to 48 letters');
    need('kind', one.kind === 'percent' || one.kind === 'delivery', 'percent or delivery');
    need(
      'percent',
      one.kind === 'percent' ? isPercent(one.percent) : one.percent === '',
      'above 0 up to 100 for a percentage, else empty',
    );
    need(
      'speeds',
      one.kind === 'delivery'
        ? one.speeds !== '' && words(one.speeds).every((speed) => speeds.includes(speed))
        : one.speeds === '',
      'economy, standard, swift for a delivery promotion, else empty',
    );
    need('least_value', one.least_value === '' || isMoney(one.least_value), 'money such as 60.00, or empty');
    need('code', one.code === '' || isCode(one.code), '3 to 20 capital letters and digits, or empty');
    need(
      'countries',
      words(one.countries).length > 0 && words(one.countries).every((country) => /^[A-Z]{2}$/.test(country)),
      'at least one country',
    );
    need('from', isTime(one.from), 'a time with offset, or empty');
    need('until', isTime(one.until), 'a time with offset, or empty');
    seen.add(one.id);
    return one;
  });
  return { promotions, remarks };
}

/** The price of the most specific entry of an item for a place and a speed, in cents; null where it has none. */
function entryFor(item: Item, place: CheckoutBasket['place'], speed: string): number | null {
  let best: { rank: number; price: string } | null = null;
  for (const entry of item.entries) {
    if (entry.speed !== speed || entry.country !== place.country) continue;
    const rank = entry.postcode
      ? begins(place, entry.postcode)
        ? 10 + entry.postcode.length
        : 0
      : entry.part
        ? entry.part === countryPart(place)
          ? 2
          : 0
        : 1;
    if (rank > (best?.rank ?? 0)) best = { rank, price: entry.price };
  }
  return best ? cents(best.price) : null;
}

const begun = (one: Promotion, moment: number) => one.from === '' || Date.parse(one.from) <= moment;
const ended = (one: Promotion, moment: number) => one.until !== '' && Date.parse(one.until) <= moment;

function checkoutAt(state: State, moment: number): (basket: CheckoutBasket) => CheckoutAnswer {
  const items = new Map(state.items.map((item) => [item.id, item]));
  const inForce = state.promotions.flatMap((one) => inForceAt(one, moment) ?? []);
  return (basket) => {
    const { place } = basket;
    const value = basket.lines.reduce((sum, line) => sum + line.units * cents(line.price), 0);
    const used = new Set<string>();
    const fitting = inForce.filter(
      (one) =>
        begun(one, moment) &&
        !ended(one, moment) &&
        (one.code === '' || basket.codes.includes(one.code)) &&
        words(one.countries).includes(place.country) &&
        (one.least_value === '' || value >= cents(one.least_value)),
    );
    let discount = 0;
    for (const one of fitting) {
      if (one.kind !== 'percent' || share(value, one.percent) <= discount) continue;
      discount = share(value, one.percent);
      used.add(one.code);
    }
    const shown = state.target === 'all' || state.target === place.country;
    const choices = (shown ? speeds : []).flatMap((speed) => {
      let charge = 0;
      for (const line of basket.lines) {
        const item = items.get(line.listing);
        const entry = item ? entryFor(item, place, speed) : null;
        if (entry === null) return [];
        charge = Math.max(charge, entry);
      }
      const freeing = fitting.find((one) => one.kind === 'delivery' && words(one.speeds).includes(speed));
      if (freeing && charge > 0) {
        charge = 0;
        used.add(freeing.code);
      }
      return [
        {
          speed,
          name: speed.charAt(0).toUpperCase() + speed.slice(1),
          charge: twoDecimals(charge),
          discount: twoDecimals(discount),
        },
      ];
    });
    const codes = basket.codes.map((code) => {
      if (used.has(code) && choices.length > 0) return { code, used: true, why: null };
      const known = inForce.filter((one) => one.code === code);
      const held = heldAt(
        state.promotions.filter((one) => one.waiting?.value.code === code),
        moment,
      )[0];
      const why =
        known.length === 0
          ? held
            ? held.state === 'refused'
              ? 'refused'
              : 'in review'
            : 'unknown'
          : known.every((one) => !begun(one, moment))
            ? 'not begun'
            : known.every((one) => ended(one, moment))
              ? 'ended'
              : 'conditions';
      return { code, used: false, why };
    });
    return { choices, codes };
  };
}

/** Looks into the shop's checkout at the end of a review; null where the shop does not answer. */
async function lookAt(
  shop: string,
  promotion: Promotion,
  items: readonly Item[],
  moment: number,
): Promise<'passed' | { refused: string } | null> {
  if (promotion.kind !== 'percent' || promotion.code === '') return 'passed';
  const country = words(promotion.countries)[0] ?? '';
  for (let from = 0; from < items.length; from += 250) {
    const some = items.slice(from, from + 250);
    const baskets = some.flatMap((item) =>
      [[], [promotion.code]].map((codes) => ({
        lines: [{ listing: item.id, units: 1, price: item.price, grams: item.grams }],
        place: { country, part: null, postcode: null },
        codes,
      })),
    );
    const answer = await fetch(`${shop}/checkout`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ moment: new Date(moment).toISOString(), baskets }),
      signal: AbortSignal.timeout(5000),
    })
      .then((response) => (response.ok ? (response.json() as Promise<{ answers: CheckoutAnswer[] }>) : null))
      .catch(() => null);
    if (!answer) return null;
    for (const [i, item] of some.entries()) {
      const [without, within] = [answer.answers[2 * i], answer.answers[2 * i + 1]];
      const why = within?.codes[0]?.why;
      if (why === 'unknown' || why === 'ended')
        return { refused: `Lerrin Shop does not take ${promotion.code}: ${why}` };
      const there = cents(within?.choices[0]?.discount ?? '0.00') - cents(without?.choices[0]?.discount ?? '0.00');
      const due = share(cents(item.price), promotion.percent);
      if (within && within.choices.length > 0 && there !== due) {
        const taken = twoDecimals(Math.max(0, there));
        const of = `${item.id} with ${promotion.code}`;
        return { refused: `${of}: ${twoDecimals(due)} off promised, ${taken} off in Lerrin Shop` };
      }
    }
  }
  return 'passed';
}

const writtenPromotions = (list: readonly Promotion[]) =>
  [fields.join('\t'), ...list.map((one) => fields.map((name) => one[name]).join('\t')), ''].join('\n');

/** Findlark, which looks into the shop at the given address. */
export const findlark = (shop: () => string): StandIn<State> => ({
  name: 'findlark',
  empty: { itemsText: '', target: '', items: [], promotions: [], opened: {} },
  submit(state, files: readonly ChannelFile[], now) {
    const fileOf = (name: string) => files.find((one) => one.name === name)?.text;
    const [itemsText, promotionsText] = [fileOf('items.xml'), fileOf('promotions.tsv')];
    if (itemsText === undefined || promotionsText === undefined)
      return { refused: [{ file: '', line: null, field: 'files', reason: 'items.xml and promotions.tsv are needed' }] };
    const items = readItems(itemsText);
    const promotions = readPromotions(promotionsText);
    const remarks = [...items.remarks, ...promotions.remarks];
    if (remarks.length > 0) return { refused: remarks };
    const opened: Record<string, number> = { ...state.opened };
    for (const one of promotions.promotions)
      for (const country of words(one.countries)) opened[country] ??= now + openingHours * hour;
    const until = (one: Promotion) =>
      Math.max(now, ...words(one.countries).map((country) => opened[country] ?? now)) + reviewHours * hour;
    const sent = promotions.promotions.map((value) => ({ key: value.id, value }));
    return {
      state: {
        itemsText,
        target: items.target,
        items: items.items,
        promotions: submitted(state.promotions, sent, now, until, 'open'),
        opened,
      },
    };
  },
  async settle(state, moment) {
    if (!state.promotions.some((one) => one.waiting?.verdict === 'open' && one.waiting.until <= moment)) return state;
    const promotions = await Promise.all(
      state.promotions.map(async (one) => {
        if (one.waiting?.verdict !== 'open' || one.waiting.until > moment) return one;
        const verdict = await lookAt(shop(), one.waiting.value, state.items, one.waiting.until);
        return verdict === null ? one : { ...one, waiting: { ...one.waiting, verdict } };
      }),
    );
    return { ...state, promotions };
  },
  live: (state, moment) => ({
    files:
      state.items.length === 0
        ? []
        : [
            { name: 'items.xml', text: state.itemsText },
            {
              name: 'promotions.tsv',
              text: writtenPromotions(state.promotions.flatMap((one) => inForceAt(one, moment) ?? [])),
            },
          ],
    held: heldAt(state.promotions, moment),
  }),
  listings: (state) => state.items.map((item) => ({ listing: item.id, price: item.price, grams: item.grams })),
  relisted(state, { listing, price, grams }) {
    if (state.items.length === 0) return null;
    const there = state.items.find((item) => item.id === listing);
    const items = there
      ? state.items.map((item) => (item === there ? { ...item, price, grams } : item))
      : [...state.items, { id: listing, price, grams, entries: [] }];
    return { ...state, items };
  },
  delisted: (state, listing) =>
    state.items.some((item) => item.id === listing)
      ? { ...state, items: state.items.filter((item) => item.id !== listing) }
      : null,
  checkout: checkoutAt,
});

export const app: OpenStandIn = (folder, addressOf) =>
  standInApp(
    findlark(() => addressOf('lerrin-shop')),
    folder,
  );
