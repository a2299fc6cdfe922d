import type { Book } from '../../core/book/index.ts';
import type { ApartBy, Fidelity, Loss, LostLimit, Manner, Remedy } from '../../core/channels/index.ts';
import { wordsOfChannel } from './channels/index.ts';
import { counts, money, type Tender } from './figures.ts';
import { inARow, upToSome } from './list.ts';
import { overWords } from './measures.ts';
import { channelName, marketName, offerTitle, serviceName } from './names.ts';

/** What is lost of a clause in a channel, as sentences; empty where nothing is. */
export const lostWords = (book: Book, fidelity: Fidelity, tender: Tender): string =>
  fidelity.is === 'exact' ? '' : fidelity.losses.map((loss) => lossWords(book, loss, tender)).join(' ');

/** What may be done about it, a few words each. */
export const remedyWords = (fidelity: Fidelity, tender: Tender): string[] =>
  fidelity.is === 'exact' ? [] : fidelity.remedies.map((one) => remedyText(one, tender));

/** What a button that does it says. */
export const remedyAct = (remedy: Remedy, tender: Tender): string =>
  remedyText(remedy, tender)
    .replace(/ in the book$/, '')
    .replace(/^./, (letter) => letter.toUpperCase());

export function lossWords(book: Book, loss: Loss, tender: Tender): string {
  const say = (amount: number) => money(amount, tender);
  const titles = (ids: readonly string[]) => inARow(ids.map((id) => `“${offerTitle(book, id)}”`));
  switch (loss.is) {
    case 'no speed':
      return `${serviceName(book, loss.service)} has no speed there, in the channel’s settings.`;
    case 'speed taken':
      return `${serviceName(book, loss.service)}: ${loss.speed} is another service there already.`;
    case 'rate':
      return `A rate ${mannerWords(loss.manner)} cannot be said there: the service is not offered.`;
    case 'no region':
      return 'No region there stands for this zone.';
    case 'no stop':
      return 'It cannot stop at a mass there: what the table does not reach is sold all the same.';
    case 'no beginning':
      return 'It cannot begin at a mass there: lighter orders are sold all the same.';
    case 'rates of kinds':
      return `The rates of their own of ${inARow(loss.kinds)} cannot be said there: they pay the lane’s.`;
    case 'fee of each item':
      return `A lane fee of each item cannot be said there: ${say(loss.each)} too little for each.`;
    case 'bounds':
      return cannot(`Bounds on ${inARow(loss.over.map((over) => overWords[over]))}`, 'it is offered outside them too');
    case 'no fallback':
      return 'While the carrier is silent the shop has no fallback: it is not offered then.';
    case 'packed in another order':
      return `${counts(loss.goods, 'item', 'goods')} as large as others are packed there by listing id, here by SKU.`;
    case 'as the carrier asks':
      return `${endlessWords[loss.of] ?? 'It is charged otherwise there'}: by how much goes by what the carrier asks.`;
    case 'nearest parcels':
      return loss.holds === null
        ? `One amount for each order there: the nearest is up to ${say(loss.off)} off.`
        : `An amount for each parcel there, of ${loss.holds} g: the nearest is up to ${say(loss.off)} off.`;
    case 'whole grams':
      return `Masses are rounded up to whole grams there: within a gram of a break up to ${say(loss.off)} differs.`;
    case 'ends within a gram':
      return 'The table ends within a gram there, and masses are rounded up: the last part of a gram is not offered.';
    case 'begins within a gram':
      return 'Masses are rounded up to whole grams there: the last gram below the least mass is offered already.';
    case 'dearest item only':
      return `A basket pays its dearest item’s entry, once: several items may pay up to ${say(loss.off)} too little.`;
    case 'dearest size':
      return `It goes by size in the book; there all pay what the largest does: up to ${say(loss.off)} too much.`;
    case 'nearest step':
      return `It has more steps than fit there; the nearest are up to ${say(loss.off)} off.`;
    case 'each alone':
      return `An amount for each unit, rounded alone there: up to ${say(loss.off)} off.`;
    case 'steps before discounts':
      return `Steps go by the value before discounts there: up to ${say(loss.off)} off.`;
    case 'tested after goods offers':
      return [
        loss.offers.length === 1
          ? `Tested there after ${titles(loss.offers)}, which acts even where it costs the free delivery:`
          : `Tested there after ${titles(loss.offers)}, which act even where they cost the free delivery:`,
        `up to ${say(loss.most)} differs.`,
      ].join(' ');
    case 'threshold of the basket':
      return `The value of the whole basket is tested there, not of its own group: up to ${say(loss.off)} too little.`;
    case 'not freed with its group':
      return `It is not freed there with the group it belongs to: up to ${say(loss.off)} too much.`;
    case 'spend on what is freed':
      return `The spend there is on the goods that it frees, not on the whole basket: up to ${say(loss.off)} too much.`;
    case 'one offer a speed':
      return `One free-delivery offer acts on a speed there, here several may: up to ${say(loss.off)} too much.`;
    case 'frees its goods alone':
      return `It frees the delivery of its own goods alone there: up to ${say(loss.off)} too much for others.`;
    case 'fee once':
      return `A handling fee is in the item’s entry, of which a basket pays one: up to ${say(loss.off)} too little.`;
    case 'freed together':
      return [
        'Goods of a basket are freed together there, by one threshold and with all their fees:',
        `up to ${say(loss.off)} off.`,
      ].join(' ');
    case 'threshold':
      return cannot(
        `Free from ${loss.over === 'own group' ? 'the value of its own group' : overWords[loss.over]}`,
        'it is never free',
      );
    case 'tested before discounts': {
      const ranges = loss.ranges.map(
        ({ from, to, offer }) =>
          `${say(from)} ${to === null ? 'and more' : `to ${say(to)}`} with “${offerTitle(book, offer)}”`,
      );
      const short = `are charged up to ${say(loss.most)} too little`;
      return `Tested before discounts there: baskets of ${ranges.join(', ')} ${short}.`;
    }
    case 'apart':
      return apartWords[loss.by];
    case 'stock places':
      return `Goods from ${inARow(loss.origins)} pay one rate together there, not one for each stock place.`;
    case 'dearest group only':
      return `Of several groups the dearest pays there: up to ${say(loss.off)} off.`;
    case 'all groups pay':
      return `Every group pays there, and they add: up to ${say(loss.off)} off.`;
    case 'parts pay':
      return [
        'Goods that go by other services, have no mass or are of a kind of their own are plans of their own there,',
        `and plans add: up to ${say(loss.off)} off.`,
      ].join(' ');
    case 'parcels of each':
      return `Of goods of several plans each is off by what its parcels are: up to ${say(loss.off)} more.`;
    case 'own rates once':
      return `Of goods with one rate of their own a basket pays it once there: up to ${say(loss.off)} too little.`;
    case 'kinds parted':
      return [
        `Goods of ${inARow(loss.kinds)} are sets of their own there, in every lane:`,
        `where they share a rate with others the dearest pays, up to ${say(loss.off)} off.`,
      ].join(' ');
    case 'own rates not added':
      return `Rates of single items are not added there, the dearest pays: up to ${say(loss.off)} too little.`;
    case 'shown':
      return 'Which choices are shown cannot be said there: all that fit are.';
    case 'currency':
      return `It counts in ${loss.there}, the book in ${loss.here}: nothing is told there.`;
    case 'market':
      return loss.as === null
        ? `It sells in ${inARow(loss.there)} alone.`
        : `It is told one market in a currency: these are charged as those of ${marketName(book, loss.as)}.`;
    case 'converted there':
      return `It converts its figures by itself, each alone: up to ${say(loss.off)} off.`;
    case 'prices converted there':
      return [
        'It converts prices by itself:',
        `${counts(loss.goods, 'item', 'goods')} cost up to ${say(loss.off)} more or less.`,
      ].join(' ');
    case 'not in this currency':
      return 'It has one list of campaigns for all currencies, and is not told this one in the others.';
    case 'not for this currency alone':
      return 'It has one list of campaigns for all currencies: this one acts here too.';
    case 'told as they are':
      return loss.there === 'inside'
        ? 'Amounts have the tax inside there and not here: they are told as they are, without it.'
        : 'Tax is added to amounts there and inside them here: they are told as they are, with it.';
    case 'turned alone':
      return loss.tax === 'inside'
        ? `Prices, rates and thresholds are told with tax, each rounded alone: up to ${say(loss.off)} off.`
        : `Prices, rates and thresholds are told without tax, each rounded alone: up to ${say(loss.off)} off.`;
    case 'other tax rates':
      return `Another tax rate holds in ${upToSome(loss.places)}: up to ${say(loss.off)} off there.`;
    case 'edges with tax':
      return `What is told with tax is met a few cents sooner or later: up to ${say(loss.off)} off just there.`;
    case 'sets full':
      return [
        `Only ${loss.fit} goods sets fit there;`,
        `${counts(loss.goods, 'item', 'goods')} of others are not sold there.`,
      ].join(' ');
    case 'plans full':
      return [
        `Only ${loss.fit} plans fit there;`,
        `${counts(loss.goods, 'item', 'goods')} of others are not sold there.`,
      ].join(' ');
    case 'labels full':
      return `Goods carry at most ${loss.fit} labels there: it is not told.`;
    case 'entries full':
      return `Only ${loss.fit} entries fit an item; left out: ${upToSome(loss.left)}.`;
    case 'whole countries':
      return [
        loss.reached.length > 0 && `Only whole countries can be named there: it reaches ${upToSome(loss.reached)} too.`,
        loss.missed.length > 0 && `It misses ${upToSome(loss.missed)}.`,
      ]
        .filter(Boolean)
        .join(' ');
    case 'region takes in':
      return `${loss.region} there takes in ${loss.place}, which the book puts elsewhere.`;
    case 'not cut out':
      return `${loss.place} cannot be cut out of ${loss.region} there.`;
    case 'no whole country':
      return 'Promotions hold in whole countries there, and this zone has none.';
    case 'outside the target':
      return 'Not in the countries that feeds are for, or not a place that an entry can name.';
    case 'promised where closed':
      return [
        `${upToSome(loss.places)}: left out of the book, but under the country’s entry there;`,
        `up to ${say(loss.most)} is promised where the shop does not deliver.`,
      ].join(' ');
    case 'not named there':
      return `${upToSome(loss.places)}: no entry can name it; it falls under a wider one.`;
    case 'services fall':
      return `Services that ${upToSome(loss.places)} do not have fall under the country’s entry there.`;
    case 'benefit':
      return `What it does (${loss.kind}) cannot be said there as it is here: it does not act.`;
    case 'ask':
      return 'Units, or some goods alone, cannot be asked for there: it does not act.';
    case 'needs':
      return 'Some goods alone cannot be asked for there: it does not act.';
    case 'single-use codes':
      return 'Single-use codes cannot be told there: it does not act.';
    case 'segments':
      return 'Segments of customers are not known there: it does not act.';
    case 'limits':
      return `Not kept there, and it goes on: ${inARow(loss.limits.map((one) => limitWords[one]))}.`;
    case 'cheapest by basket':
      return 'Which choice is the cheapest goes by the basket; there one speed is named for each zone.';
    case 'best percentage only':
      return `Only the best percentage counts there: it does not add to ${titles(loss.offers)}.`;
    case 'best one only':
      return `Of offers on goods only the one that takes most acts there: it does not add to ${titles(loss.offers)}.`;
    case 'adds there':
      return `It adds to ${titles(loss.offers)} there.`;
    case 'letters':
      return `Letters there cannot let it act beside ${titles(loss.offers)} and still keep others out.`;
    case 'cap':
      return [
        `Services cannot be named there; ${loss.cap === null ? 'paying all' : `a cap of ${say(loss.cap)}`} frees`,
        `${inARow(loss.services.map((id) => serviceName(book, id)))} too, up to ${say(loss.most)}.`,
      ].join(' ');
    case 'cap of each set':
      return [
        `There it pays ${loss.cap === null ? 'all' : `up to ${say(loss.cap)}`} of what each set is charged, rates of`,
        `their own among them, and waives fees only where that is all: off by up to ${say(loss.most)}.`,
      ].join(' ');
    case 'title cut':
      return `The title is cut to ${loss.letters} letters.`;
    case 'terms too long':
      return `Its terms have ${loss.letters} letters, ${loss.fit} fit there: it is not told.`;
    case 'good in each':
      return `Each of its codes is good once there, and once at ${inARow(loss.channels.map(channelName))} too.`;
    case 'code unknown at':
      return `Its review asks ${channelName(loss.channel)} for the code, which is not to know it: it is refused.`;
    case 'refused for items below':
      return [
        'Its review tries the code on one of each item, and',
        loss.least === null
          ? 'several units are asked: it'
          : `${counts(loss.goods, 'item', 'goods')} cost less than ${say(loss.least)}: it`,
        'is refused.',
      ].join(' ');
    case 'refused beside':
      return [
        `Its review tries the code at ${channelName('lerrin-shop')}, where`,
        `${titles(loss.offers)} ${loss.offers.length === 1 ? 'acts' : 'act'} too,`,
        'and the percentage comes to another: it is refused.',
      ].join(' ');
    case 'after sale prices':
      return [
        `${titles(loss.offers)} ${loss.offers.length === 1 ? 'is a sale price' : 'are sale prices'} there,`,
        `off which it takes its share: up to ${say(loss.off)} too little off.`,
      ].join(' ');
    case 'gift sent for nothing':
      return `A gift is sent for nothing there, here it weighs with the rest: up to ${say(loss.off)} off.`;
    case 'gift keeps off': {
      const names = inARow(loss.services.map((id) => serviceName(book, id)));
      return `By ${names} the gift does not go: here it is not given then, there it is shown all the same.`;
    }
    case 'in no one feed':
      return [
        `In ${upToSome(loss.countries.map((one) => (one === 'all' ? 'other countries' : one)))} no feed has all goods:`,
        `${counts(loss.goods, 'item', 'goods')} are not shown there, or not with others.`,
      ].join(' ');
    case 'no counterpart':
      return 'None of the lanes it frees has a counterpart there.';
    case 'gift not listed':
      return 'Its gift is not listed there: nobody is given it.';
    case 'reaches nothing':
      return 'It reaches no whole country that the feed shows, or no speed named there.';
    case 'rounded by line':
      return 'Rounded line by line there, on the total here: half a cent a line.';
    case 'rounded by unit':
      return 'A sale price is rounded unit by unit there, line by line here: half a cent a unit.';
    case 'holds everywhere':
      return 'Goods offers hold everywhere there.';
    case 'asks no least value':
      return 'Goods offers there ask no least value.';
    case 'chosen at list prices':
      return [
        `Of it and ${titles(loss.offers)} the one that saves more at list prices is used there,`,
        `whatever acts beside them: up to ${say(loss.off)} too much.`,
      ].join(' ');
    case 'budget as uses':
      return [
        `A budget is not known there: it ends after ${counts(loss.uses, 'use')},`,
        'each counted as the most one can take.',
      ].join(' ');
    case 'budget below one use':
      return 'A budget is not known there, and in uses it would be less than one: it does not act.';
    case 'by template':
      return `${upToSome(loss.places)}: in its zones by one template and not by another; it holds there for all.`;
    case 'wrong pairs':
      return [
        `By letters it is treated otherwise than meant beside ${titles(loss.offers)};`,
        loss.proved ? 'no letters do better.' : 'better letters were not found.',
      ].join(' ');
    case 'either or by line':
      return `Either it or ${titles(loss.offers)} acts there on an order, even where they share no line.`;
  }
}

/** That something cannot be said, and what comes of it. */
const cannot = (what: string, then: string): string => `${what} cannot be said there: ${then}.`;

function mannerWords(manner: Manner): string {
  switch (manner.is) {
    case 'kind':
      return `of the kind “${manner.kind}”`;
    case 'measure':
      return `by ${overWords[manner.over]}`;
    case 'value after discounts':
      return 'by value after discounts';
    case 'steps within a break':
      return 'with steps within a break';
  }
}

const apartWords: Readonly<Record<ApartBy, string>> = {
  template: 'Only the default template is said there: they are charged by it.',
  dated: 'What is dated of single items cannot be said there: they are told as they are now.',
  'own rate': 'Items with rates of their own are charged like all others there.',
  services: 'Services that do not take an item cannot be barred there: all are offered.',
  fee: 'Handling fees cannot be said there: they are not charged.',
  kind: 'Rates of a kind cannot be said there: they pay the lane’s own.',
  feed: 'Not every feed has them.',
};

/** What may be off by whatever a carrier asks. */
const endlessWords: Readonly<Partial<Record<Loss['is'], string>>> = {
  'dearest group only': 'Of several groups the dearest pays there',
  'own rates not added': 'Rates of single items are not added there, the dearest pays',
  'kinds parted': 'Goods of a kind are a set of their own there, in every lane',
  'threshold of the basket': 'What is free from the value of its own group is free from that of the basket there',
  'not freed with its group': 'It is not freed there with its group',
  'tested after goods offers': 'A threshold is tested there after goods offers',
  'tested before discounts': 'It is tested before discounts there',
  'chosen at list prices': 'Which of several offers acts is chosen there at list prices',
  cap: 'It acts on other services there too',
  'budget as uses': 'A budget is told there as so many uses, each of the largest saving',
};

const limitWords: Readonly<Record<LostLimit, string>> = {
  uses: 'uses in all',
  each: 'uses a customer',
  most: 'the largest discount',
  budget: 'the budget',
};

const plainRemedies: Readonly<Record<Extract<Remedy, string>, string>> = {
  'a flat rate or a table by mass': 'a flat rate or a table by mass in the book',
  'a flat rate': 'a flat rate in the book',
  'a charge per weight': 'a charge per weight in the book',
  'an open last break': 'an open last break',
  'breaks on whole grams': 'breaks on whole grams',
  'a last edge on whole grams': 'a last edge on whole grams',
  'a table that stops there': 'a table that stops there',
  'a template of their own': 'a template of their own',
  'a fee in the rate': 'put it into the rate',
  'a speed of its own': 'name another speed for it',
  'a speed': 'name a speed for it',
  'speeds for its services': 'name a speed for its services',
  'whole regions': 'a zone of whole regions or postcode prefixes',
  'free from the basket': 'free from the value of the basket',
  'the same threshold for all': 'the same threshold for all goods in the book',
  'tested before discounts': 'test it before discounts in the book',
  'delivered like all others': 'deliver them like all others in the book',
  'all shown': 'show all in the book',
  'prices as there': 'keep prices as the channel does',
  'the dearest group pays': 'let the dearest group pay in the book',
  'each group pays': 'let each group pay in the book',
  'steps before discounts': 'let its steps go by the value before discounts',
  'fewer steps': 'fewer steps in the book',
  'one zone for all templates': 'let all templates have the same zones',
  'a larger budget': 'a larger budget',
  'one country': 'a feed for one country',
  'all countries': 'a feed for all countries',
  'whole countries': 'hold it in whole countries',
  'every place': 'hold it in every place',
  'no fallback': 'do without the fallback',
  'delivered there too': 'deliver there',
  'the country left out': 'leave the country out of the feed',
  'services offered there too': 'offer them there too',
  'the value of the basket': 'ask for the value of the whole basket',
  'any goods': 'hold it for any goods',
  'one code': 'one code for all',
  everybody: 'hold it for everybody',
  'ended by hand': 'end it by hand',
  'services named': 'name services in the book',
  'the same services': 'name the same services in the book',
  compete: 'let them compete',
  add: 'let them add',
  'all together or none': 'let all of them act together, or none',
  'either or of the order': 'let the either/or be of the order in the book',
  'no least value': 'ask no least value',
  'a shorter title': 'a shorter title',
  'shorter terms': 'shorter terms',
  'the channel left out': 'leave the channel out of it',
  'every market': 'hold it in every market',
  'live with it': 'live with it',
};

function remedyText(remedy: Remedy, tender: Tender): string {
  if (typeof remedy === 'string') return plainRemedies[remedy];
  switch (remedy.is) {
    case 'raised':
      return `raise it to ${money(remedy.to, tender)}`;
    case 'meant at':
      return `hold it at ${channelName(remedy.channel)} too`;
    case 'set':
      return wordsOfChannel(remedy.channel).settings[remedy.field]?.acts?.[remedy.value] ?? remedy.value;
    case 'a book in':
      return `have a market in ${remedy.currency}`;
    case 'converted by':
      return `convert as it does, at ${remedy.rate} up to ${remedy.step}`;
  }
}
