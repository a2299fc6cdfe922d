import {
  asOf,
  type Basket,
  type Book,
  bookProblems,
  type CompiledBook,
  channelIds,
  type Market,
} from '../../core/book/index.ts';
import {
  type ChannelFile,
  countedAt,
  type Dialect,
  dialectOf,
  inBookTerms,
  marketTold,
  type Rendition,
  type SideStep,
  settingsOf,
  siteFor,
} from '../../core/channels/index.ts';
import { meantSteps } from '../../core/check/index.ts';
import { type Mass, type Minor, minor, type Problem } from '../../core/exact/index.ts';
import type { Item } from '../../core/goods/index.ts';
import { matches, type Place, parsePlace, partsOfMap, patternText, type ZoneMatch } from '../../core/places/index.ts';
import { carrierCost, type Margin, marginOf, parcelCost } from '../../core/plan/index.ts';
import {
  type Answer,
  type Choice,
  explain,
  inChannel,
  type Question,
  quote,
  type Step,
  soldIn,
} from '../../core/quote/index.ts';
import { type Curve, curveOf, stocked } from '../../core/rates/index.ts';
import { asked, carrierOf, compiledFor, draftOf, type Told } from './state.ts';

/** A pinned basket, as saved and as drafted. */
export interface Pinned {
  readonly id: string;
  readonly goods: Minor;
  readonly mass: Mass | null;
  readonly saved: Answer | null;
  readonly draft: Answer | null;
  readonly market: Market;
  readonly problems: readonly Problem[];
  /**
   * What is meant at each channel, where that is not the same at all of them: an offer holds in some alone. Null where
   * goods of the basket are not listed.
   */
  readonly at: Readonly<Record<string, Answer | null>> | null;
}

/** What is left of a basket by a service, and what the carrier asks for it; null where that is not known. */
export interface SidedMargin {
  readonly carrier: Minor | null;
  readonly margin: Margin;
}

export interface Sided {
  readonly answer: Answer;
  /** What each item of the basket costs in its market. */
  readonly prices: Readonly<Record<string, Minor>>;
  readonly goods: Minor;
  readonly market: Market;
  readonly services: readonly {
    readonly service: string;
    readonly meant: readonly SideStep[];
    readonly margin: SidedMargin | null;
    readonly steps: readonly Step[];
    readonly channels: Readonly<
      Record<
        string,
        {
          readonly speed: string | null;
          readonly meant: Choice | null;
          readonly charge: Minor | null;
          readonly discount: Minor | null;
          readonly steps: readonly SideStep[];
        }
      >
    >;
  }[];
}

export interface PlaceFound {
  readonly place: Place;
  readonly zone: string | null;
  readonly pattern: string | null;
  readonly others: readonly { readonly zone: string; readonly pattern: string; readonly left: string | null }[];
}

/** Why a question could not be answered. */
export interface Unanswered {
  readonly problems: readonly Problem[];
}

export interface CostedCurve extends Curve {
  /** What the carrier asks at each point; null where there is nothing to tell. */
  readonly cost: readonly (Minor | null)[] | null;
}

/** What is answered as one types: every pinned basket, as saved and as drafted. */
export function pinned(basis: Told, moment: number): readonly Pinned[] {
  const now = draftOf(basis);
  const saved = basis.saved;
  const answer = (book: Book, goods: readonly Item[], basket: Basket) => {
    const made = asked(basis, book, goods, basket, moment);
    return made?.question.ok ? quote(made.compiled, made.question.value) : null;
  };
  return now.book.pinned.map((basket): Pinned => {
    const made =
      asked(basis, now.book, now.goods, basket, moment) ?? asked(basis, saved.book, now.goods, basket, moment);
    const after = made?.question.ok ? quote(made.compiled, made.question.value) : null;
    return {
      id: basket.id,
      goods: after?.goods ?? minor(0),
      mass: after?.mass ?? null,
      saved: answer(saved.book, saved.goods, basket),
      draft: after,
      market: made?.compiled.market.body ?? (now.book.markets[0] as Market),
      problems: made && !made.question.ok ? made.question.problems : [],
      at: made?.question.ok ? answersAt(made.compiled, made.question.value) : null,
    };
  });
}

/** What keeps the draft from being a sound book, in any of its markets. */
export function problems(basis: Told): readonly Problem[] {
  const { book } = draftOf(basis);
  return bookProblems(book, (market) => compiledFor(book, market).problems);
}

/** The answer at each channel, null where something is not listed; null where nothing tells channels apart. */
function answersAt(compiled: CompiledBook, question: Question): Record<string, Answer | null> | null {
  const offersDo = compiled.offers.some((offer) => offer.channels !== null || offer.limits.budget?.split);
  const goodsDo = question.lines.some(
    ({ item }) => item.varies !== null || item.stockedBy.length > 0 || item.notListed.length > 0,
  );
  if (!offersDo && !goodsDo) return null;
  return Object.fromEntries(
    channelIds.map((channel) => [
      channel,
      question.lines.some(({ item }) => item.notListed.includes(channel))
        ? null
        : quote(compiled, inChannel(question, channel)),
    ]),
  );
}

/** What is meant of a service in an answer, seen or not. */
const meantIn = (answer: Answer | null, service: string): Choice | null =>
  answer === null
    ? null
    : ([...answer.choices, ...answer.hidden.map((one) => one.choice)].find((one) => one.service === service) ?? null);

/** A basket at every channel: what is meant and what the core believes the given files make of it, step by step. */
export function everySide(
  basis: Told,
  basket: Basket,
  moment: number,
  live: Readonly<Record<string, readonly ChannelFile[] | null>>,
): Sided | Unanswered {
  const { goods, book, problems } = draftOf(basis);
  const made = asked(basis, book, goods, basket, moment);
  if (!made) return { problems };
  const { compiled, question: read } = made;
  if (!read.ok) return { problems: read.problems };
  const question: Question = read.value;
  const answer = quote(compiled, question);
  const at = answersAt(compiled, question);
  const sides = channelIds.map((id) => {
    // A channel is told one market in a currency: baskets of others are not asked there.
    const there = siteFor(book, compiled.market.body, id);
    const dialect = there ?? dialectOf(id);
    return {
      id,
      meant: meantAt(dialect),
      speeds: settingsOf(book, dialect).speeds,
      // Which keys there say thresholds does not go by the goods.
      rendition: renderedBare(dialect),
      choices: there
        ? (basis.rulesIn(dialect, live[dialect.id] ?? [])?.charges(soldIn(thereOf(dialect)), question.moment) ?? [])
        : [],
    };
  });
  const everyChoice = [...answer.choices, ...answer.hidden.map((one) => one.choice)];
  const theirs = everyChoice.some((one) => one.service === stocked) ? [stocked] : [];
  const services = [...theirs, ...book.services.map((one) => one.id)].map((id) => ({
    service: id,
    margin: marginFor(id),
    meant: meantSteps(compiled, question, id),
    steps: explain(compiled, question, id),
    channels: Object.fromEntries(
      sides.map((side) => {
        const speed = side.speeds[id] ?? null;
        const choice = side.choices.find((one) => one.speed === speed);
        return [
          side.id,
          {
            speed,
            meant: meantIn(side.meant, id),
            charge: choice?.charge ?? null,
            discount: choice?.discount ?? null,
            steps: inBookTerms(choice?.steps ?? [], side.rendition),
          },
        ];
      }),
    ),
  }));
  const prices = Object.fromEntries(question.lines.map(({ item }) => [item.sku, item.price]));
  return { answer, prices, goods: answer.goods, market: compiled.market.body, services };

  /** What a channel is told, goods aside. */
  function renderedBare(dialect: Dialect): Rendition {
    const home = compiledFor(book, marketTold(book, dialectOf(dialect.id))?.id ?? null).compiled;
    return dialect.render(compiled, [], home && { book: home, goods: [] });
  }
  /** The basket as a channel counts it. */
  function thereOf(dialect: Dialect): Question {
    return countedAt(compiled, dialect).question(inChannel(question, dialect.id));
  }
  function meantAt(dialect: Dialect): Answer | null {
    const counted = countedAt(compiled, dialect);
    if (counted.book === compiled) return at ? (at[dialect.id] ?? null) : answer;
    return at && at[dialect.id] === null ? null : quote(counted.book, thereOf(dialect));
  }

  function marginFor(id: string): SidedMargin | null {
    const choice = everyChoice.find((one) => one.service === id);
    if (!choice) return null;
    const carrier = carrierCost(compiled, question, id);
    return { carrier, margin: marginOf(compiled, question, choice, carrier) };
  }
}

/** Which zone a place falls in, and which others have it. */
export function find(basis: Told, text: string): PlaceFound | Unanswered {
  const { compiled, problems } = draftOf(basis);
  if (!compiled) return { problems };
  const place = parsePlace(text);
  if (!place.ok) return { problems: place.problems };
  const fall: ZoneMatch | null = compiled.defaultTemplate.zoneOf(place.value);
  const others = compiled.defaultTemplate.zones
    .filter((zone) => zone !== fall?.zone)
    .flatMap((zone) => {
      const taken = zone.takes.find((pattern) => matches(pattern, place.value));
      const left = zone.leaves.find((pattern) => matches(pattern, place.value));
      return taken ? [{ zone: zone.id, pattern: patternText(taken), left: left ? patternText(left) : null }] : [];
    });
  return { place: place.value, zone: fall?.zone.id ?? null, pattern: fall && patternText(fall.pattern), others };
}

/** A lane's charge along what it charges by. */
export function curve(
  basis: Told,
  template: string,
  zone: string,
  service: string,
  moment: number,
): CostedCurve | null {
  const { compiled: whole } = draftOf(basis);
  const compiled = whole && asOf(whole, moment);
  const served = compiled?.templates.find((one) => one.id === template);
  const lane = served?.lanes.get(zone)?.get(service);
  if (!compiled || !lane) return null;
  const spot = partsOfMap(served?.zones.flatMap((one) => [...one.takes, ...one.leaves]) ?? []).find(
    (one) => served?.zoneOf(one.place)?.zone.id === zone,
  )?.place;
  const place = spot ?? { country: '', part: null, postcode: null };
  const asked = { place, moment, carrier: carrierOf(basis, compiled, moment, true) };
  const made = curveOf(lane, asked);
  if (made.over !== 'mass') return { ...made, cost: null };
  // What is asked for one parcel by its weight alone: what is large for its weight costs more.
  const from = served?.origin ?? '';
  const cost = made.points.map(({ at }) =>
    parcelCost(compiled, { service, lane, from }, asked, Math.max(1, at) as Mass),
  );
  return { ...made, cost: cost.some((one) => one !== null) ? cost : null };
}
