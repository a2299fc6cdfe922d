import { type Book, type Change, defaultTemplateOf, narrowed } from '../../core/book/index.ts';
import type { Column } from '../../core/goods/index.ts';
import type { RateBody } from '../../core/rates/index.ts';
import { goodsFieldWords } from './goods-fields.ts';
import { channelName, offerTitle, serviceInText, serviceName, templateName, zoneName } from './names.ts';
import { isRate } from './rate-kinds/index.ts';
import { rateText } from './rates.ts';

/** What a path of the book leads to, for the list of changes. */
export function pathWords(book: Book, path: readonly string[]): string {
  const [kind = '', id = '', ...rest] = path;
  if (path.length === 1 && kind !== 'mixedBy' && kind !== 'numbered') return fieldWords(path);
  const within = (name: string) => [name, fieldWords(rest)].filter(Boolean).join(', ');
  const named = (list: readonly { readonly id: string; readonly name: string }[]) =>
    list.find((one) => one.id === id)?.name ?? id;
  switch (kind) {
    case 'goods': {
      const [column, ...deep] = rest;
      const label = column === undefined ? '' : (goodsFieldWords[column as Column]?.label ?? column).toLowerCase();
      return [id, [label, fieldWords(deep)].filter(Boolean).join(' ')].filter(Boolean).join(', ');
    }
    case 'zones':
      return within(`Zone ${zoneName(book, id)}`);
    case 'templates':
      return templatePathWords(book, id, rest);
    case 'offers':
      return within(offerTitle(book, id));
    case 'channels': {
      const [setting = '', service] = rest;
      return setting === 'speeds' && service
        ? `${channelName(id)}, what ${serviceInText(book, service)} is called`
        : within(channelName(id));
    }
    case 'pinned':
      return within(`Pinned basket ${named(book.pinned)}`);
    case 'mixing':
      return within(`Mixing rule ${id}`);
    case 'mixedBy':
      return 'Mixing';
    case 'eitherOr':
      return within(`Either/or “${named(book.eitherOr)}”`);
    case 'numbered':
      return 'The highest number of an offer';
    case 'services':
      return within(serviceName(book, id));
    case 'selections':
      return within(`Selection ${named(book.selections)}`);
    case 'segments':
      return within(`Segment ${named(book.segments)}`);
    case 'markets':
      return within(`Market ${named(book.markets)}`);
    case 'priceLists':
      return within(`Price list ${named(book.priceLists)}`);
    case 'stockPlaces':
      return within(`Stock place ${named(book.stockPlaces)}`);
    case 'boxes':
      return within(`Box ${named(book.boxes)}`);
    case 'events':
      return within(`Event ${named(book.events)}`);
    case 'taxes':
      return within(`Tax ${id}`);
    case 'exchange':
      return within(`Exchange rate ${id}`);
    default:
      return fieldWords(path);
  }
}

/** A template's lane by its zone and service; the default template goes without saying. */
function templatePathWords(book: Book, id: string, [what, zone, service, ...deep]: readonly string[]): string {
  const name = templateName(book, id);
  if (what !== 'lanes' || !zone)
    return [`Template ${name}`, what && fieldWords([what, zone ?? ''])].filter(Boolean).join(', ');
  const template = id === defaultTemplateOf(book).id ? '' : `${name}: `;
  const lane = [zoneName(book, zone), service && serviceInText(book, service)].filter(Boolean).join(', ');
  return `${template}${[lane, fieldWords(deep)].filter(Boolean).join(', ')}`;
}

/** Fields that go without saying: what a lane charges is its rate's amount. */
const silent = new Set(['rate', 'amount', 'value', 'is', 'sets', '']);
const fields: Readonly<Record<string, string>> = {
  format: 'format of the book',
  seller: 'seller’s name',
  freeFrom: 'free from',
  timeZone: 'time zone',
  broughtBy: 'brought by',
  oneOfAName: 'one of a name',
  eitherOr: 'either/or',
};

/** The fields that a path leads through, in words. */
const fieldWords = (steps: readonly string[]): string =>
  steps
    .flatMap((step, i) => {
      if (silent.has(step)) return [];
      const edge = steps[i - 1];
      if (edge === 'breaks') return [step === 'open' ? 'beyond the last edge' : `up to ${step}`];
      if (edge === 'steps') return [`from ${step}`];
      return [fields[step] ?? step.replace(/([A-Z])/g, ' $1').toLowerCase()];
    })
    .join(' ');

/** A change in a line: what it is of, what stood there, and what stands now. */
export function changeText(book: Book, made: Change): string {
  const change = narrowed(made);
  const what = pathWords(book, change.path);
  // A long change comes without its values.
  if (!('before' in change) && !('after' in change)) return what;
  // A thing that is whole has said its name already.
  if (!('before' in change))
    return change.path.length === 2 ? `${what}, new` : `${what}: ${valueWords(change.after)}, new`;
  if (!('after' in change)) return `${what}: taken away`;
  return `${what}: ${valueWords(change.before)} → ${valueWords(change.after)}`;
}

/** That nothing stands where an edit leads. */
/** An element that is to stand under another key than its own. */
export const otherKeyText = (path: readonly string[], key: unknown): string =>
  `What is to stand at ${path.join(' › ')} calls itself ${key === undefined ? 'nothing' : `“${String(key)}”`}`;
export const nothingText = (path: readonly string[]): string => `Nothing stands at ${path.join(' › ')}`;

/** Fields that only tell which sort of thing it is: their value stands alone. */
const kindKeys = new Set(['is', 'by', 'over']);
const saysNothing = (value: unknown): boolean =>
  value === null || (typeof value === 'object' && Object.keys(value ?? {}).length === 0);

/** A value of the book in a few words. */
export function valueWords(value: unknown): string {
  if (value === undefined) return '—';
  if (value === null) return 'none';
  if (typeof value === 'string') return value;
  if (Array.isArray(value) && value.every((one) => typeof one === 'string')) return value.join(' ') || 'none';
  if (typeof value === 'object') {
    const { title, name, rate } = value as { title?: string; name?: string; rate?: RateBody };
    if (rate && typeof rate === 'object') return rateText(rate);
    if (isRate(value)) return rateText(value);
    if (title ?? name) return (title ?? name) as string;
    const { value: figure, unit, test } = value as { value?: unknown; unit?: unknown; test?: unknown };
    // A threshold by value says how it is tested; any other what it counts in.
    if (figure !== undefined && test !== undefined && (unit === undefined || unit === 'value'))
      return `${figure} ${test} discounts`;
    if (figure !== undefined && unit !== undefined) return `${figure} ${unit}`;
  }
  if (Array.isArray(value)) return value.map(valueWords).join('; ') || 'none';
  if (typeof value === 'object')
    return (
      Object.entries(value)
        .flatMap(([key, one]) =>
          saysNothing(one) ? [] : [kindKeys.has(key) ? valueWords(one) : `${key} ${valueWords(one)}`],
        )
        .join(', ') || 'none'
    );
  return String(value);
}
