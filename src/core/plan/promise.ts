import type { Book } from '../book/index.ts';
import { manifests } from '../channels/index.ts';
import { instantOf, localOf } from '../exact/index.ts';
import { benefitKindOf, conditionKindOf, type OfferBody, sharedCode } from '../offers/index.ts';

/** Something in an offer's words that is not what its rule does: in which text, which word, and what would be right. */
export interface BrokenPromise {
  readonly in: 'title' | 'terms' | { readonly locale: string };
  /** The word as written; empty where something is missing. */
  readonly word: string;
  readonly fault:
    | { readonly is: 'amount'; readonly right: readonly string[] }
    /** The amount itself qualifies, and the words leave it out. */
    | { readonly is: 'over'; readonly amount: string }
    | { readonly is: 'percent'; readonly right: readonly string[] }
    | { readonly is: 'date'; readonly right: readonly string[] }
    | { readonly is: 'service'; readonly right: readonly string[] }
    | { readonly is: 'place'; readonly right: readonly string[] }
    | { readonly is: 'code'; readonly right: string | null }
    | { readonly is: 'not free' }
    | { readonly is: 'long'; readonly most: number; readonly where: string }
    /** What terms have to say and do not. */
    | {
        readonly is: 'missing';
        readonly what: 'code' | 'amount' | 'place' | 'end' | 'service';
        readonly right: string;
      };
}

const months = [
  'January',
  'February',
  'March',
  'April',
  'May',
  'June',
  'July',
  'August',
  'September',
  'October',
  'November',
  'December',
];
const monthWord = `(?:${months.map((month) => `${month.slice(0, 3)}(?:${month.slice(3)})?`).join('|')})`;
const amountWord = String.raw`(?:[€£$¥]\s?)?(\d{1,6}(?:[.,]\d{1,2})?)`;
const ordinal = '(?:st|nd|rd|th)?';
const dayWord = String.raw`\d{1,2}${ordinal}`;
const toWord = '(?:to|–|-|until)';
/** What stands before a figure that is an amount though it has no sign. */
const limitWords = [
  'over|above|more than|exceeding|from|at least|of|up to|under|below',
  'spend|take|save|at most|for only',
].join('|');

/** The longest title each channel takes whole. */
const titleLengths = manifests.all.map(({ titleLetters, name }) => ({ most: titleLetters, where: name }));

/**
 * Holds title and terms against the rule, word by word. Texts of other locales are read for amounts, shares and codes
 * alone.
 */
export function brokenPromises(book: Book, offer: OfferBody): BrokenPromise[] {
  const rule = ruleOf(book, offer);
  const found: BrokenPromise[] = [];
  const texts: { in: BrokenPromise['in']; text: string; english: boolean }[] = [
    { in: 'title', text: offer.title, english: true },
    { in: 'terms', text: offer.terms, english: true },
    ...Object.entries(offer.titles).map(([locale, text]) => ({
      in: { locale },
      text,
      english: locale.startsWith('en'),
    })),
  ];
  for (const { in: where, text, english } of texts) {
    const add = (word: string, fault: BrokenPromise['fault']) => found.push({ in: where, word, fault });
    amounts(text, rule, add);
    for (const [word, figure = ''] of text.matchAll(/(\d{1,3}(?:[.,]\d{1,3})?)\s?(?:%|per ?cent)/g))
      if (!rule.percents.some((one) => Number(one) === number(figure)))
        add(word, { is: 'percent', right: rule.percents });
    codes(book, offer, text, add);
    if (!english) continue;
    dates(text, rule, add);
    services(book, text, rule, add);
    places(book, offer, text, add);
    if (/\bfree\b/i.test(text) && !rule.free) add('free', { is: 'not free' });
  }
  for (const { most, where } of titleLengths)
    if (offer.title.length > most)
      found.push({ in: 'title', word: offer.title.slice(most), fault: { is: 'long', most, where } });
  missing(book, offer, rule, found);
  return found;
}

type Add = (word: string, fault: BrokenPromise['fault']) => void;

/** What the rule has that words can be held against. */
interface Rule {
  /** Amounts it asks for: they themselves qualify. */
  readonly least: readonly string[];
  readonly amounts: readonly string[];
  readonly units: readonly number[];
  readonly percents: readonly string[];
  readonly free: boolean;
  /** Services it acts on; null where it is not about delivery, or on the cheapest choice. */
  readonly services: readonly string[] | null;
  /** The day it starts and the last day it holds, as ISO days; null for open. */
  readonly starts: string | null;
  readonly ends: string | null;
}

function ruleOf(book: Book, { benefit, asks, limits, window }: OfferBody): Rule {
  const own = benefitKindOf(benefit).figures(benefit);
  const asked = asks.map((ask) => conditionKindOf(ask).figures(ask));
  const least = asked.flatMap((one) => one.least ?? []);
  return {
    least: [...least, ...(own.least ?? [])],
    amounts: [
      ...least,
      ...(own.amounts ?? []),
      ...(limits.most ? [limits.most.amount] : []),
      ...(limits.budget ? [limits.budget.amount] : []),
    ],
    units: [...asked.flatMap((one) => one.units ?? []), ...(own.units ?? [])],
    percents: own.percents ?? [],
    free: own.free ?? false,
    services: own.services?.map((id) => serviceWord(book, id)) ?? null,
    ...windowDays(window),
  };
}

/** The day a window starts and the last day it holds, as ISO days; null for open. */
export function windowDays({ from, until, zone }: OfferBody['window']): Pick<Rule, 'starts' | 'ends'> {
  const end = until === null ? null : instantOf(until, zone);
  return {
    starts: from?.slice(0, 10) ?? null,
    // The end does not count: a window that ends at midnight ends with the day before.
    ends: end?.ok ? localOf(end.value - 60_000, zone).slice(0, 10) : null,
  };
}

const number = (text: string): number => Number(text.replace(',', '.'));
const serviceWord = (book: Book, id: string): string =>
  (book.services.find((one) => one.id === id)?.name ?? id).replace(/ delivery$/i, '').toLowerCase();

/** Figures that are money: with a sign or two decimals, or behind a word that asks for one. */
function amounts(text: string, rule: Rule, add: Add): void {
  const bare = text
    .replace(new RegExp(String.raw`\b${dayWord}\s*(?:${toWord}\s*${dayWord}\s*)?${monthWord}(?:\s+\d{4})?`, 'gi'), ' ')
    .replace(/\b20\d\d(?:-\d\d-\d\d)?\b/g, ' ');
  const asked = new RegExp(String.raw`\b(${limitWords})\s+${amountWord}(?!\s?(?:%|per ?cent|\d))`, 'gi');
  const known = new Set(rule.amounts.map(Number));
  const told = new Set<number>();
  for (const [word, lead = '', figure = ''] of bare.matchAll(asked)) {
    const value = number(figure);
    told.add(value);
    if (rule.units.includes(value) && Number.isInteger(value)) continue;
    if (!known.has(value)) add(word, { is: 'amount', right: rule.amounts });
    else if (/over|above|more than|exceeding/i.test(lead) && rule.least.some((one) => Number(one) === value))
      add(word, { is: 'over', amount: rule.least.find((one) => Number(one) === value) ?? figure });
  }
  for (const [word, , decimals, plain] of bare.matchAll(
    /([€£$¥]\s?(\d{1,6}(?:[.,]\d{1,2})?))|\b(\d{1,6}[.,]\d{2})\b(?!\s?%)/g,
  )) {
    const value = number(decimals ?? plain ?? '');
    if (!told.has(value) && !known.has(value)) add(word, { is: 'amount', right: rule.amounts });
  }
}

/** Words that look like a code: another offer's, or capitals with figures that are not this one's. */
function codes(book: Book, offer: OfferBody, text: string, add: Add): void {
  const own = sharedCode(offer);
  const others = new Set(book.offers.flatMap((one) => (one.id === offer.id ? [] : (sharedCode(one) ?? []))));
  for (const [word] of text.matchAll(/\b[A-Z0-9]{3,20}\b/g))
    if (word !== own && (others.has(word) || (/[A-Z]{2}/.test(word) && /\d/.test(word))))
      add(word, { is: 'code', right: own });
}

function dates(text: string, rule: Rule, add: Add): void {
  const right = [rule.starts, rule.ends].flatMap((day) => (day === null ? [] : [day]));
  const check = (word: string, day: string, month: string, year: string | undefined) => {
    const at = months.findIndex((one) => one.toLowerCase().startsWith(month.toLowerCase().slice(0, 3)));
    const ending = `-${String(at + 1).padStart(2, '0')}-${day.padStart(2, '0')}`;
    if (!right.some((one) => (year ? one === `${year}${ending}` : one.endsWith(ending))))
      add(word, { is: 'date', right });
  };
  for (const [word, first, day = '', month = '', year] of text.matchAll(
    new RegExp(
      String.raw`(?:\b(\d{1,2})${ordinal}\s*${toWord}\s*)?\b(\d{1,2})${ordinal}\s+(${monthWord})\b(?:\s+(\d{4}))?`,
      'gi',
    ),
  )) {
    if (first !== undefined) check(word, first, month, year);
    check(word, day, month, year);
  }
  for (const [word] of text.matchAll(/\b20\d\d-\d\d-\d\d\b/g))
    if (!right.includes(word)) add(word, { is: 'date', right });
  for (const [word, year = ''] of text.matchAll(/end of (?:the year )?(20\d\d)/gi))
    if (rule.ends !== `${year}-12-31`) add(word, { is: 'date', right });
}

function services(book: Book, text: string, rule: Rule, add: Add): void {
  if (rule.services === null) return;
  for (const { id } of book.services) {
    const word = serviceWord(book, id);
    if (!rule.services.includes(word) && new RegExp(String.raw`\b${escaped(word)}\b`, 'i').test(text))
      add(word, { is: 'service', right: rule.services });
  }
  if (/\b(any|every|all) (service|deliver)/i.test(text) && rule.services.length < book.services.length)
    add('every service', { is: 'service', right: rule.services });
}

function places(book: Book, offer: OfferBody, text: string, add: Add): void {
  if (offer.zones === null) return;
  const right = offer.zones.map((id) => book.zones.find((zone) => zone.id === id)?.name ?? id);
  let rest = text;
  // Longer names first, so that Northern Ireland is not read as Ireland.
  for (const zone of [...book.zones].sort((a, b) => b.name.length - a.name.length)) {
    const word = new RegExp(String.raw`\b${escaped(zone.name)}\b`, 'i');
    if (!word.test(rest)) continue;
    if (!offer.zones.includes(zone.id)) add(zone.name, { is: 'place', right });
    rest = rest.replace(new RegExp(word, 'gi'), ' ');
  }
  const everywhere = /\b(everywhere|worldwide|anywhere|every place|all countries)\b/i.exec(text);
  if (everywhere) add(everywhere[0], { is: 'place', right });
}

const escaped = (word: string): string => word.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');

/** What terms leave unsaid of the code, the least value, the places and the end. */
function missing(book: Book, offer: OfferBody, rule: Rule, found: BrokenPromise[]): void {
  const text = `${offer.title} ${offer.terms}`;
  const figures = new Set([...text.matchAll(/\d+(?:[.,]\d+)?/g)].map(([one]) => number(one)));
  const lacks = (what: (BrokenPromise['fault'] & { is: 'missing' })['what'], right: string) =>
    found.push({ in: 'terms', word: '', fault: { is: 'missing', what, right } });
  if (offer.code?.is === 'shared' && !text.includes(offer.code.code)) lacks('code', offer.code.code);
  for (const least of rule.least) if (!figures.has(Number(least))) lacks('amount', least);
  if (offer.zones) {
    const names = offer.zones.map((id) => book.zones.find((zone) => zone.id === id)?.name ?? id);
    if (!names.some((name) => text.toLowerCase().includes(name.toLowerCase()))) lacks('place', names.join(', '));
  }
  if (rule.ends !== null) {
    const [year = '', month = '1', day = '1'] = rule.ends.split('-');
    const said =
      text.includes(rule.ends) ||
      new RegExp(String.raw`\b${Number(day)}(?:st|nd|rd|th)?\s+${months[Number(month) - 1]?.slice(0, 3)}`, 'i').test(
        text,
      ) ||
      (rule.ends.endsWith('-12-31') && text.includes(`end of ${year}`));
    if (!said) lacks('end', dayWords(rule.ends));
  }
  if (
    rule.services &&
    rule.services.length < book.services.length &&
    !rule.services.some((word) => text.toLowerCase().includes(word))
  )
    lacks('service', rule.services.join(', '));
}

const dayWords = (day: string): string =>
  `${Number(day.slice(8))} ${months[Number(day.slice(5, 7)) - 1]} ${day.slice(0, 4)}`;
