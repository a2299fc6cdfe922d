import type { ReadLine, ReadPart } from '../../core/channels/index.ts';
import { counts } from './figures.ts';
import { upToSome } from './list.ts';
import { overWords } from './measures.ts';

/** What a channel will read, line by line; a dash where it reads nothing. */
export const readsText = (lines: readonly ReadLine[]): string =>
  lines.length === 0 ? '—' : readLines(lines).join('; ');

/** The same, each line by itself. */
export const readLines = (lines: readonly ReadLine[]): string[] => lines.map((line) => shortened(line).join(' · '));

/** Steps that are told before and after those that are counted alone, where a line has very many. */
const ends = { before: 4, after: 1, many: 12 };

/** The parts of a line as text; of very many steps the first and the last. */
function shortened(line: ReadLine): string[] {
  const isStep = (part: ReadPart | undefined) => typeof part === 'object' && part.is === 'step';
  const steps = line.filter(isStep).length;
  if (steps <= ends.many) return line.map(partText);
  const first = line.findIndex(isStep);
  return [
    ...line.slice(0, first + ends.before).map(partText),
    `${steps - ends.before - ends.after} more steps`,
    ...line.slice(first + steps - ends.after).map(partText),
  ];
}

function partText(part: ReadPart): string {
  if (typeof part === 'string') return part;
  switch (part.is) {
    case 'lines':
      return counts(part.count, 'line');
    case 'listings':
      return `on ${counts(part.count, 'listing')}`;
    case 'asks the carrier':
      return `what Ternline’s ${part.service} asks, ${part.percent} % and ${part.amount} on top`;
    case 'region':
      return `region ${part.region}`;
    case 'places':
      return `places ${part.places.join(' ')}`;
    case 'parcels':
      return part.further === null
        ? `${part.first} an order`
        : `${part.first} + ${part.further} each further parcel of ${part.holds} g`;
    case 'label':
      return `label ${part.label}`;
    case 'plans':
      return counts(part.count, 'plan');
    case 'least spend':
      return `least spend ${part.amount}`;
    case 'least value':
      return `least value ${part.amount}`;
    case 'pays all':
      return 'pays all of the rate';
    case 'pays at most':
      return `pays at most ${part.amount} of the rate`;
    case 'each':
      return `and ${part.amount} each unit`;
    case 'sets':
      return counts(part.count, 'goods set');
    case 'uses':
      return counts(part.count, 'use');
    case 'least units':
      return `least ${counts(part.count, 'unit')}`;
    case 'sale prices':
      return counts(part.count, 'sale price');
    case 'deliveries':
      return `${counts(part.count, 'list', 'lists')} of entries`;
    case 'dearest set':
      return 'the dearest set pays';
    case 'converted':
      return `its own figures, each at ${part.rate} up to ${part.step}`;
    case 'turned':
      return part.tax === 'inside' ? 'each amount with its tax inside' : 'each amount without its tax';
    case 'dearest entry':
      return 'the dearest entry pays, once';
    case 'except':
      return `except ${part.places.join(' ')}`;
    case 'free from':
      return `free from ${part.amount}`;
    case 'code':
      return `code ${part.code}`;
    case 'batch':
      return `a code of ${part.batch}`;
    case 'letter':
      return `letter ${part.letter}`;
    case 'steps by':
      return `by ${overWords[part.over]}`;
    case 'step':
      return `${part.from} → ${part.charge ?? 'not offered'}`;
    case 'time':
      return `${part.from ?? 'open'} – ${part.until ?? 'open'} ${part.clock}`;
    case 'entries':
      return `delivery entries for ${upToSome(part.places)}`;
    case 'entry':
      return part.least === part.most
        ? `delivery ${part.speed} ${part.most}`
        : `delivery ${part.speed} ${part.least} to ${part.most}, by the item`;
    case 'entry at':
      return [
        `${part.speed} ${part.price}`,
        ...(part.days === null ? [] : [daysText(part.days)]),
        `to ${part.places.join(', ')}`,
      ].join(', ');
    case 'price':
      return part.amount;
    case 'sale price':
      return `sale ${part.amount}`;
    case 'grams':
      return `${part.grams} g`;
    case 'set':
      return `set ${part.key}`;
    case 'plan':
      return `plan ${part.key}`;
    case 'labels':
      return `labels ${part.labels.join(' ')}`;
    case 'entries of an item':
      return part.count === 1 ? 'one entry an item' : `${part.count} entries an item`;
    case 'promotion':
      return `promotion ${part.id}`;
    case 'stocked':
      return `${counts(part.goods, 'item', 'goods')} that the channel stocks and delivers itself`;
  }
}

/** The shortest and the longest days of a channel's file. */
function daysText(days: string): string {
  const [shortest, longest] = days.split(' ');
  return shortest === longest ? counts(Number(longest), 'day') : `${shortest}–${longest} days`;
}
