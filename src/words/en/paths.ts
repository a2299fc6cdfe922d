import { type Book, defaultTemplateOf } from '../../core/book/index.ts';
import type { RateBody } from '../../core/rates/index.ts';
import { channelName, offerTitle, serviceName, templateName, zoneName } from './names.ts';
import { rateText } from './rates.ts';

/** What a path of the book leads to, for the list of changes. */
export function pathWords(book: Book, path: readonly string[]): string {
  const [kind, id = '', ...rest] = path;
  const field = (rest.at(-1) ?? '').replace(/([A-Z])/g, ' $1').toLowerCase();
  switch (kind) {
    case 'goods':
      return `${id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'zones':
      return `Zone ${zoneName(book, id)}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'templates': {
      const [what, zone, service, ...deep] = rest;
      if (what !== 'lanes' || !zone) return `Template ${templateName(book, id)}${field ? `, ${field}` : ''}`;
      return `${id === defaultTemplateOf(book).id ? '' : `${templateName(book, id)}, `}${zoneName(book, zone)}${service ? `, ${serviceName(book, service).toLowerCase()}` : ''}${deep.length > 0 ? `: ${deep.join(' ').replace('freeFrom', 'free from')}` : ''}`;
    }
    case 'offers':
      return `${offerTitle(book, id)}${rest.length > 0 ? `: ${rest.join(' ')}` : ''}`;
    case 'channels':
      return `${channelName(id)}, ${rest.join(' ')}`;
    case 'pinned':
      return `Pinned basket ${id}`;
    case 'mixing':
      return `Mixing rule ${id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'mixedBy':
      return 'Mixing';
    case 'eitherOr':
      return `Either/or “${book.eitherOr.find((one) => one.id === id)?.name ?? id}”${rest.length > 0 ? `, ${field}` : ''}`;
    case 'numbered':
      return 'The highest number of an offer';
    case 'services':
      return `${serviceName(book, id)}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'selections':
      return `Selection ${book.selections.find((one) => one.id === id)?.name ?? id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'markets':
      return `Market ${book.markets.find((one) => one.id === id)?.name ?? id}${rest.length > 0 ? `, ${field}` : ''}`;
    case 'boxes':
      return `Box ${book.boxes.find((one) => one.id === id)?.name ?? id}${rest.length > 0 ? `, ${field}` : ''}`;
    default:
      return path.join(', ');
  }
}

/** That nothing stands where an edit leads. */
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
    if (title ?? name) return (title ?? name) as string;
    if ('value' in value && 'unit' in value)
      return `${(value as { value: string }).value} ${(value as { unit: string }).unit}`;
    if ('value' in value && 'test' in value)
      return `${(value as { value: string }).value} ${(value as { test: string }).test} discounts`;
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
