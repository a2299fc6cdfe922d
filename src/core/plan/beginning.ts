import { manifests } from '#manifests';
import { type Book, bookSchema } from '../book/index.ts';
import { type Card, parcelCharge } from '../carrier/index.ts';
import {
  amountText,
  type Currency,
  gram,
  type Mass,
  type Minor,
  parseDecimal,
  percentOf,
  unwrap,
  type Volume,
} from '../exact/index.ts';

/** A service to begin with; `carrier`: the carrier's own, by which its prices are found, null for none. */
export interface BeginningService {
  readonly id: string;
  readonly name: string;
  readonly days: readonly [number, number];
  readonly carrier: string | null;
}

/** What a seller answers to begin with. Amounts are written, in the currency answered. */
export interface Beginning {
  readonly seller: string;
  readonly country: string;
  readonly currency: string;
  readonly locale: string;
  readonly timeZone: string;
  readonly tax: 'inside' | 'added';
  /** The stock places, and where they lie; parcels are sent from the first. */
  readonly stockPlaces: readonly { readonly name: string; readonly place: string | null }[];
  /** Countries delivered to beside the seller's own. */
  readonly countries: readonly string[];
  readonly services: readonly BeginningService[];
  /** On top of what the carrier asks, in percent. */
  readonly margin: string;
  /** From where the slowest service is free; null: nowhere. */
  readonly freeFrom: string | null;
  /** What each lane is a flat rate of where no card of the carrier's says its price. */
  readonly flat: string;
}

/**
 * Weights up to which lanes have a step of their own, in grams: those of the carrier's lots that most parcels fall in.
 */
const steps = [500, 1000, 2000, 3000, 5000, 10_000, 15_000, 20_000, 30_000];
/** Amounts go up to a multiple of this, in smallest units. */
const rounded = 5;

/**
 * A book to begin with, made of a few answers: a zone for the seller's own country and one for each zone of the carrier
 * that countries lie in; a lane for each service that serves it, its steps what the carrier asks for a home, plus the
 * margin, rounded up; and each service by a name at each channel. Whatever else the book has stays.
 * `nameOf`: what a zone of some countries is called.
 */
export function beginningBook(
  book: Book,
  answers: Beginning,
  card: Card | null,
  on: string,
  nameOf: (countries: readonly string[]) => string,
): Book {
  const priced = card?.currency === answers.currency ? card : null;
  const zones = zonesOf(answers, priced, nameOf);
  const [market, ...markets] = book.markets;
  const [template, ...templates] = book.templates;
  const slowest = [...answers.services].sort((a, b) => b.days[1] - a.days[1])[0];
  return bookSchema.parse({
    ...book,
    seller: answers.seller,
    markets: [
      {
        ...market,
        currency: answers.currency,
        locale: answers.locale,
        timeZone: answers.timeZone,
        tax: answers.tax,
        assumed: answers.country,
      },
      ...markets,
    ],
    stockPlaces: answers.stockPlaces.map(({ name, place }, i) => ({ id: `stock-${i + 1}`, name, place })),
    services: answers.services.map(({ id, name, days, carrier }) => ({ id, name, days, carrier })),
    zones: zones.map(({ id, name, countries }) => ({ id, name, takes: countries, leaves: [] })),
    templates: [
      {
        ...template,
        origin: answers.stockPlaces[0]?.name ?? template?.origin,
        zones: zones.map(({ id }) => id),
        lanes: Object.fromEntries(
          zones.map(({ id, countries }) => [
            id,
            Object.fromEntries(
              answers.services.flatMap((service) => {
                const rate = rateOf(answers, priced, service, countries[0] ?? answers.country, on);
                const freeFrom =
                  service === slowest && answers.freeFrom !== null ? { value: answers.freeFrom, test: 'after' } : null;
                return rate ? [[service.id, { rate, freeFrom }]] : [];
              }),
            ),
          ]),
        ),
      },
      ...templates,
    ],
    channels: { ...book.channels, ...speedsAt(book, answers.services) },
  });
}

/**
 * What the services are called at each channel: by their own names where it takes those; else by its words, which stand
 * from slow to fast, the middle one for one service alone. Services beyond its words are not said there.
 */
function speedsAt(book: Book, services: readonly BeginningService[]): Book['channels'] {
  const slowFirst = [...services].sort((a, b) => b.days[1] - a.days[1] || b.days[0] - a.days[0]);
  return Object.fromEntries(
    manifests.all.map(({ id, speedNames }) => {
      const words: readonly string[] | null = speedNames === 'own' ? null : speedNames;
      const skipped = words ? Math.min(1, Math.max(0, words.length - services.length)) : 0;
      const speeds = Object.fromEntries(
        slowFirst.map((one, i) => [one.id, words ? (words[i + skipped] ?? null) : one.id]),
      );
      return [id, { ...book.channels[id as keyof Book['channels']], speeds }];
    }),
  );
}

interface BeginningZone {
  readonly id: string;
  readonly name: string;
  readonly countries: readonly string[];
}

/** The seller's own country, and others by the carrier's zone they lie in. */
function zonesOf(
  { country, countries }: Beginning,
  card: Card | null,
  nameOf: (countries: readonly string[]) => string,
): BeginningZone[] {
  const abroad = new Map<string, string[]>();
  for (const one of countries) {
    if (one === country) continue;
    const zone = card?.body.zones.find((each) => each.countries.includes(one))?.zone ?? 'abroad';
    abroad.set(zone, [...(abroad.get(zone) ?? []), one]);
  }
  return [
    { id: 'home', name: nameOf([country]), countries: [country] },
    ...[...abroad.values()].map((some, i) => ({ id: `abroad-${i + 1}`, name: nameOf(some), countries: some })),
  ];
}

/**
 * A lane's rate: by weight what the carrier asks, plus the margin; flat without a price; null where it is not served.
 */
function rateOf(answers: Beginning, card: Card | null, service: BeginningService, country: string, on: string) {
  if (!card || service.carrier === null) return { is: 'flat', amount: answers.flat };
  const percent = unwrap(parseDecimal(answers.margin, 3));
  const breaks: { to: string; amount: string }[] = [];
  for (const grams of steps) {
    const place = { country, part: null, postcode: null };
    const parcel = { mass: (grams * gram) as Mass, volume: 1n as Volume };
    const cost = parcelCharge(card, service.carrier, place, parcel, on, true);
    if (!cost) continue;
    const amount = Math.ceil((cost.charge + percentOf(cost.charge, percent)) / rounded) * rounded;
    const text = amountText(amount as Minor, answers.currency as Currency);
    if (breaks.at(-1)?.amount === text) breaks.pop();
    breaks.push({ to: String(grams / 1000), amount: text });
  }
  return breaks.length === 0 ? null : { is: 'table', unit: 'kg', breaks };
}
