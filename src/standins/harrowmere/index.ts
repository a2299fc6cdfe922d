import { begins } from '../common/address.ts';
import { cents, isCode, isMoney, isPercent, pico, share, startedLots, twoDecimals } from '../common/money.ts';
import { heldAt, inForceAt, type Reviewed, submitted } from '../common/review.ts';
import { standInApp } from '../common/server.ts';
import type { CheckoutAnswer, CheckoutBasket, OpenStandIn, Remark, StandIn } from '../common/standin.ts';

/** Harrowmere, from docs/formats/harrowmere.md alone. */
const countriesOf: Readonly<Record<string, string>> = {
  IRELAND: 'IE',
  BRITAIN: 'GB',
  EURO: 'AT BE BG CY DE EE ES FI FR GR HR IT LT LU LV MT NL PT SI SK',
  STATES: 'US',
  JAPAN: 'JP',
  ELSEWHERE: '',
};
const speeds = ['ECONOMY', 'STANDARD', 'EXPRESS'];
/** Of 16 to 40 hours a review takes the longest. */
const reviewHours = 40;

/** A line's cells after its kind, by the page's column names. */
const columns = {
  SITE: ['currency'],
  LISTING: ['listing', 'price', 'grams'],
  PLAN: ['key', 'name'],
  CUT: ['key', 'region', 'prefixes'],
  RATE: ['plan', 'region', 'speed', 'once', 'unit', 'per'],
  DELIVERY: ['key', 'title', 'terms', 'speeds', 'places', 'listings', 'least spend', 'code', 'from', 'until'],
  GOODS: ['key', 'title', 'terms', 'percent', 'listings', 'code', 'from', 'until'],
} as const;
type Kind = keyof typeof columns;
type Cells = Readonly<Record<string, string>>;

interface State {
  /** Lines in force at once, by kind, as sent. */
  readonly lines: readonly { readonly kind: Kind; readonly cells: Cells }[];
  readonly offers: readonly Reviewed<{ readonly kind: Kind; readonly cells: Cells }>[];
}

const words = (cell: string | undefined) => (cell ?? '').split(' ').filter(Boolean);
const isKey = (text: string) => /^[A-Z0-9-]{1,20}$/.test(text);
const isTime = (text: string) =>
  text === '' || (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}Z$/.test(text) && !Number.isNaN(Date.parse(text)));

/** What is wrong with a cell, or null. `known` holds the names defined so far. */
function fault(kind: Kind, field: string, cell: string, known: ReadonlySet<string>): string | null {
  const say = (right: boolean, reason: string) => (right ? null : reason);
  switch (field) {
    case 'currency':
      return say(cell === 'EUR', 'only EUR');
    case 'price':
    case 'once':
    case 'per':
      return say(isMoney(cell), 'money such as 4.90');
    case 'least spend':
      return say(cell === '' || isMoney(cell), 'money such as 60.00, or empty');
    case 'grams':
      return say(cell === '' || pico(cell) !== null, 'grams, or empty');
    case 'listing':
      return say(
        /^[A-Za-z0-9][A-Za-z0-9._-]{0,39}$/.test(cell) && !known.has(`listing ${cell}`),
        'a listing of its own',
      );
    case 'key':
      return say(
        isKey(cell) && !known.has(`${kind} ${cell}`),
        'a key of its own, at most 20 capital letters, digits and hyphens',
      );
    case 'name':
    case 'title':
      return say(cell.length >= 1 && cell.length <= 36, '1 to 36 letters');
    case 'terms':
      return say(cell.length >= 1 && cell.length <= 300, '1 to 300 letters');
    case 'plan':
      return say(known.has(`PLAN ${cell}`), 'a plan defined above');
    case 'region':
      return say(
        cell in countriesOf || (kind === 'RATE' && known.has(`CUT ${cell}`)),
        'a region of the page, or a cut defined above',
      );
    case 'places':
      return say(
        cell === 'ALL' || (cell !== '' && words(cell).every((one) => one in countriesOf || known.has(`CUT ${one}`))),
        'ALL, or regions and cuts defined above',
      );
    case 'speed':
      return say(speeds.includes(cell), 'ECONOMY, STANDARD or EXPRESS');
    case 'speeds':
      return say(cell !== '' && words(cell).every((one) => speeds.includes(one)), 'ECONOMY, STANDARD or EXPRESS');
    case 'unit':
      return say(cell === 'ITEM' || cell === '250G', 'ITEM or 250G');
    case 'prefixes':
      return say(
        words(cell).length >= 1 &&
          words(cell).length <= 40 &&
          words(cell).every((one) => /^[A-Z0-9]{1,9}$/.test(one) && !known.has(`prefix ${one}`)),
        '1 to 40 prefixes, each in one cut only',
      );
    case 'listings':
      return say(
        words(cell).length >= 1 && words(cell).length <= 400 && words(cell).every((one) => known.has(`listing ${one}`)),
        '1 to 400 listings defined above',
      );
    case 'percent':
      return say(isPercent(cell), 'above 0 up to 100');
    case 'code':
      return say(cell === '' || isCode(cell), '3 to 20 capital letters and digits, or empty');
    case 'from':
    case 'until':
      return say(isTime(cell), 'UTC such as 2026-11-23T00:00Z, or empty');
    default:
      return 'an unknown column';
  }
}

function readPlans(text: string): { lines: State['lines']; remarks: Remark[] } {
  const remarks: Remark[] = [];
  const known = new Set<string>();
  const rows = text.endsWith('\n') ? text.slice(0, -1).split('\n') : text.split('\n');
  const lines = rows.flatMap((row, i) => {
    const [kind = '', ...cells] = row.split('\t');
    const note = (field: string, reason: string) => remarks.push({ file: 'plans.tsv', line: i + 1, field, reason });
    if (!Object.hasOwn(columns, kind)) {
      note('kind', row === '' ? 'empty line' : `unknown kind ${kind}`);
      return [];
    }
    const names = columns[kind as Kind];
    if ((kind === 'SITE') !== (i === 0)) note('kind', 'SITE stands first, and once');
    if (cells.length !== names.length) {
      note('kind', `${cells.length} cells after ${kind}; ${names.length} are needed`);
      return [];
    }
    const named: Record<string, string> = {};
    names.forEach((field, at) => {
      const cell = cells[at] ?? '';
      const reason = fault(kind as Kind, field, cell, known);
      if (reason) note(field, reason);
      named[field] = cell;
    });
    if (kind === 'RATE' && known.has(`RATE ${named.plan} ${named.region} ${named.speed}`))
      note('speed', 'this rate stands above already');
    if (kind === 'RATE') known.add(`RATE ${named.plan} ${named.region} ${named.speed}`);
    if (named.key)
      known
        .add(`${kind} ${named.key}`)
        .add(kind === 'DELIVERY' ? `GOODS ${named.key}` : kind === 'GOODS' ? `DELIVERY ${named.key}` : '');
    if (named.listing) known.add(`listing ${named.listing}`);
    for (const prefix of words(named.prefixes)) known.add(`prefix ${prefix}`);
    return [{ kind: kind as Kind, cells: named }];
  });
  return { lines, remarks };
}

const isOffer = (line: { kind: Kind }) => line.kind === 'DELIVERY' || line.kind === 'GOODS';
const begun = (cells: Cells, moment: number) => !cells.from || Date.parse(cells.from) <= moment;
const ended = (cells: Cells, moment: number) => Boolean(cells.until) && Date.parse(cells.until ?? '') <= moment;

function checkoutAt(state: State, moment: number): (basket: CheckoutBasket) => CheckoutAnswer {
  const cuts = state.lines.filter((line) => line.kind === 'CUT').map((line) => line.cells);
  const rates = new Map(
    state.lines
      .filter((line) => line.kind === 'RATE')
      .map((line) => [`${line.cells.region} ${line.cells.speed}`, line.cells]),
  );
  const inForce = state.offers.flatMap((one) => inForceAt(one, moment) ?? []);
  const listed = new Map(inForce.map((line) => [line, new Set(words(line.cells.listings))]));
  const sold = new Set(state.lines.filter((line) => line.kind === 'LISTING').map((line) => line.cells.listing));

  return (basket) => {
    const used = new Set<string>();
    const { place } = basket;
    const region =
      Object.keys(countriesOf).find((one) => words(countriesOf[one]).includes(place.country)) ?? 'ELSEWHERE';
    const cut = cuts
      .filter((one) => one.region === region)
      .flatMap((one) =>
        words(one.prefixes)
          .filter((prefix) => begins(place, prefix))
          .map((prefix) => ({ key: one.key ?? '', prefix })),
      )
      .sort((a, b) => b.prefix.length - a.prefix.length)[0];
    const where = cut?.key ?? region;
    const units = basket.lines.reduce((sum, line) => sum + line.units, 0);
    const masses = basket.lines.map((line) =>
      line.grams === null ? null : (pico(line.grams) ?? 0n) * BigInt(line.units),
    );
    const mass = masses.includes(null) ? null : (masses as bigint[]).reduce((a, b) => a + b, 0n);
    const running = inForce.filter(
      (line) =>
        begun(line.cells, moment) &&
        !ended(line.cells, moment) &&
        (!line.cells.code || basket.codes.includes(line.cells.code)),
    );
    const linesOf = (line: { kind: Kind; cells: Cells }) =>
      basket.lines.filter((one) => listed.get(line)?.has(one.listing));

    let discount = 0;
    let discounting: Cells | null = null;
    for (const line of running.filter((one) => one.kind === 'GOODS')) {
      const takes = linesOf(line).reduce(
        (sum, one) => sum + share(one.units * cents(one.price), line.cells.percent ?? '0'),
        0,
      );
      if (takes > discount) [discount, discounting] = [takes, line.cells];
    }
    if (discounting?.code) used.add(discounting.code);

    const choices = (basket.lines.every((line) => sold.has(line.listing)) ? speeds : []).flatMap((speed) => {
      const rate = rates.get(`${where} ${speed}`);
      if (!rate || (rate.unit === '250G' && mass === null)) return [];
      const count = rate.unit === 'ITEM' ? units : startedLots(mass ?? 0n, 250);
      let charge = cents(rate.once ?? '') + count * cents(rate.per ?? '');
      if (charge > 0) {
        const freeing = running.find(
          (line) =>
            line.kind === 'DELIVERY' &&
            words(line.cells.speeds).includes(speed) &&
            (line.cells.places === 'ALL' || words(line.cells.places).includes(where)) &&
            linesOf(line).reduce((sum, one) => sum + one.units * cents(one.price), 0) >=
              cents(line.cells['least spend'] || '0.00') &&
            linesOf(line).length > 0,
        );
        if (freeing) {
          charge = 0;
          if (freeing.cells.code) used.add(freeing.cells.code);
        }
      }
      return [
        {
          speed,
          name: speed.charAt(0) + speed.slice(1).toLowerCase(),
          charge: twoDecimals(charge),
          discount: twoDecimals(discount),
        },
      ];
    });
    const codes = basket.codes.map((code) => {
      if (used.has(code)) return { code, used: true, why: null };
      const known = inForce.filter((line) => line.cells.code === code);
      const waiting = state.offers.some((one) => one.waiting?.value.cells.code === code && one.waiting.until > moment);
      const why =
        known.length === 0
          ? waiting
            ? 'in review'
            : 'unknown'
          : known.every((line) => !begun(line.cells, moment))
            ? 'not begun'
            : known.every((line) => ended(line.cells, moment))
              ? 'ended'
              : 'conditions';
      return { code, used: false, why };
    });
    return { choices, codes };
  };
}

const written = (line: { kind: Kind; cells: Cells }) =>
  [line.kind, ...columns[line.kind].map((name) => line.cells[name] ?? '')].join('\t');

export const harrowmere: StandIn<State> = {
  name: 'harrowmere',
  empty: { lines: [], offers: [] },
  submit(state, files, now) {
    const file = files.find((one) => one.name === 'plans.tsv');
    if (!file || files.length > 1)
      return { refused: [{ file: '', line: null, field: 'files', reason: 'exactly one file, plans.tsv, is taken' }] };
    const { lines, remarks } = readPlans(file.text);
    if (remarks.length > 0) return { refused: remarks };
    const until = now + reviewHours * 3_600_000;
    const sent = lines.filter(isOffer).map((line) => ({ key: line.cells.key ?? '', value: line }));
    return {
      state: {
        lines: lines.filter((line) => !isOffer(line)),
        offers: submitted(state.offers, sent, now, () => until, 'passed'),
      },
    };
  },
  settle: async (state) => state,
  live: (state, moment) => ({
    files:
      state.lines.length === 0
        ? []
        : [
            {
              name: 'plans.tsv',
              text: [...state.lines, ...state.offers.flatMap((one) => inForceAt(one, moment) ?? [])]
                .map((line) => `${written(line)}\n`)
                .join(''),
            },
          ],
    held: heldAt(state.offers, moment),
  }),
  listings: (state) =>
    state.lines
      .filter((line) => line.kind === 'LISTING')
      .map(({ cells }) => ({ listing: cells.listing ?? '', price: cells.price ?? '', grams: cells.grams || null })),
  checkout: checkoutAt,
};

export const app: OpenStandIn = (folder) => standInApp(harrowmere, folder);
