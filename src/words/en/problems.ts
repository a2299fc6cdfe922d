import type { Fault, Problem, Result, Thing } from '../../core/exact/index.ts';
import type { Column } from '../../core/goods/index.ts';
import { counts } from './figures.ts';
import { formWords } from './forms.ts';
import { goodsFieldWords } from './goods-fields.ts';
import { channelName } from './names.ts';
import { expectedWords, foundWords } from './shapes.ts';

/** A fault in words: what was found, and what would be right. */
export interface FaultWords {
  readonly wrong: string;
  readonly right: string;
}

/** A problem in words, as it crosses HTTP and is written by the command line. */
export interface SaidProblem extends FaultWords {
  readonly at: (string | number)[];
}

export const saidProblem = (one: Problem): SaidProblem => ({ at: [...one.at], ...faultWords(one) });

/** A fault as one sentence without its place. */
export const faultText = (fault: Fault): string => rightBeside(faultWords(fault));
/** What was found, and what would be right, as one sentence. */
export const rightBeside = ({ wrong, right }: FaultWords): string => `${wrong}; right would be ${right}`;

/** What is wrong with what was read, at first; null for nothing. */
export const firstFault = (read: Result<unknown>): string | null =>
  read.ok ? null : read.problems[0] ? faultText(read.problems[0]) : '';

const said = (wrong: string, right: string): FaultWords => ({ wrong, right });

export function faultWords(fault: Fault): FaultWords {
  switch (fault.is) {
    case 'malformed': {
      const [name, right] = formWords[fault.form];
      return said(`“${fault.text}” is no ${name}`, right);
    }
    case 'shape':
      return said(foundWords(fault.found), expectedWords(fault.expected));
    case 'strange key':
      return said(`“${fault.key}” is no word of the format here`, 'the words that the format names, and no others');
    case 'no text':
      return said('a character that is no text', 'text without NUL, and without half of a character');
    case 'decimals':
      return said(
        `“${fault.text}” has ${counts(fault.found, 'decimal')}`,
        fault.most === 0 ? 'no decimals' : `at most ${fault.most}`,
      );
    case 'negative':
      return said(`${measured(fault)} is negative`, 'nothing below 0');
    case 'too large':
      return fault.unit === null
        ? said(`${fault.text} is too large`, 'an amount below ten thousand million')
        : said(`${measured(fault)} is too large to count exactly`, 'a smaller figure');
    case 'zero':
      return zeroWords[fault.of];
    case 'unknown':
      return said(`no ${fault.what} “${fault.id}”`, fault.known.join(', ') || oneOf[fault.what]);
    case 'repeated':
      return said(
        fault.line === null ? `“${fault.id}” stands twice` : `${fault.id} stands in line ${fault.line} already`,
        once[fault.what],
      );
    case 'missing':
      return said(`no ${fault.what}`, `at least one ${fault.what}`);
    case 'too many':
      return said(`${fault.found} ${fault.what}`, `at most ${fault.most} in all`);
    case 'backwards':
      return said(`${fault.from} to ${fault.to} runs backwards`, 'the lower end first');
    case 'endless':
      return said('a range without ends', 'a least, a most, or both');
    case 'not rising':
      return fault.of === 'edge'
        ? said(`${fault.text} does not lie above the edge before it`, 'edges that rise from break to break')
        : said(`${fault.text} does not lie above the step before it`, 'steps that rise');
    case 'empty break':
      return said(
        `an edge of ${fault.text} holds nothing`,
        fault.least === null ? 'an upper edge above 0' : `an upper edge of ${fault.least} or more`,
      );
    case 'open break':
      return said('an open break stands before the last', 'an upper edge; only the last break may be open');
    case 'no such time':
      return said(
        `“${fault.local}” in “${fault.zone}” is no time on any clock`,
        'a real date, and a zone such as Europe/Dublin',
      );
    case 'ends first':
      return said('the end does not come after the start', `a time after ${fault.from}`);
    case 'part elsewhere':
      return said(`${fault.part} does not lie in ${fault.country}`, `a part that begins with ${fault.country}-`);
    case 'Irish range':
      return said('Irish postcodes are in no order', 'routing keys one by one, such as H91*');
    case 'two areas':
      return said(
        `${fault.from} and ${fault.to} are districts of two areas`,
        'both ends with the same letters, such as AB31 to AB38',
      );
    case 'unequal ends':
      return said(`${fault.from} and ${fault.to} differ in length`, 'ends of the same length');
    case 'no exchange':
      return said(
        `no rate from ${fault.from} to ${fault.to} for ${fault.market}`,
        `a rate listed from ${fault.from} to ${fault.to}`,
      );
    case 'no price':
      return said('no price', 'an amount, or a parent that has one');
    case 'price of the parent':
      return said('the price is the parent’s', 'change the parent');
    case 'below nothing':
      return said('below nothing', 'a smaller percentage');
    case 'price for nobody':
      return said('neither a market nor a channel', 'one of them, or both; else it is the price itself');
    case 'listed twice':
      return said(
        `${channelName(fault.channel)} lists ${fault.by} under ${fault.listing} already`,
        `another id there, or ${fault.by} not listed there`,
      );
    case 'circle':
      return said(`variants in a circle: ${fault.chain.join(' → ')}`, 'an item that is no variant of this one');
    case 'cell':
      return said(`“${fault.text}”`, goodsFieldWords[fault.field as Column].right);
    case 'number taken':
      return said(`${fault.number} is the number of “${fault.by}”`, 'a number of its own, kept for good');
    case 'number too high':
      return said(
        `${fault.number} is above the highest number given, ${fault.highest}`,
        'the highest number given raised along with it',
      );
    case 'goods named already':
      return said('its benefit names its goods already', 'no selection here: the goods that the benefit is on');
    case 'not for sale':
      return said(`no item “${fault.sku}” that can be sold`, 'a SKU of the goods, with a price');
    case 'not listed':
      return said(`“${fault.sku}” is not sold there`, `an item that ${channelName(fault.channel)} lists`);
    case 'uncountable':
      return fault.what === 'value'
        ? said('worth more than can be counted exactly', 'fewer units, or smaller prices')
        : said('weighs more than can be counted exactly', 'at most 5.6 tonnes');
    case 'no count':
      return said(`${fault.text} units`, `a count from 1 to ${fault.most}`);
    case 'head':
      return headWords(fault);
    case 'cells':
      return said(counts(fault.found, 'cell'), `${fault.head} cells, one a column`);
    case 'open quote':
      return said('a quotation mark that is not closed', 'every quotation mark closed (RFC 4180)');
    case 'in a batch already':
      return said(`“${fault.code}” stands in a batch already`, 'a code of its own');
    case 'no file':
      return said('no such file', `a file ${fault.name}`);
    case 'unreadable':
      return said(
        `not ${fault.standard}: ${fault.detail}`,
        `${fault.standard} as the channel’s format page lays it out`,
      );
    case 'no element':
      return said(`no ${fault.name} element`, `${fault.name} at the root`);
    case 'another head':
      return said('another head line', fault.head.join(' '));
    case 'strange line':
      return said(`a line of kind “${fault.kind}”`, `one of ${fault.known.join(', ')}`);
  }
}

const measured = ({ text, unit }: { readonly text: string; readonly unit: string | null }): string =>
  unit === null ? text : `${text} ${unit}`;

const zeroWords: Readonly<Record<Extract<Fault, { is: 'zero' }>['of'], FaultWords>> = {
  'exchange rate': said('a rate of 0', 'a rate above 0'),
  mass: said('a mass of 0', 'a mass above 0, or none'),
  measure: said('a step for each started 0', 'a measure above 0'),
  side: said('a side of 0', 'sides above 0, or no size'),
  step: said('steps of 0', 'a step such as 0.05'),
  weight: said('an amount for each 0 of weight', 'a weight above 0'),
};

/** What would be right where none is known to choose from. */
const oneOf: Readonly<Record<Thing, string>> = {
  box: 'a box of the book',
  channel: 'a channel that is there',
  'code of a batch': 'a code of a batch',
  customer: 'a customer of the list',
  'exchange rate': 'a rate of the book',
  item: 'a SKU of the goods',
  'listing id': 'a listing id',
  market: 'a market of the book',
  offer: 'an offer of the book',
  'offer with a budget': 'an offer with a budget',
  price: 'a price',
  'price list': 'a price list of the book',
  segment: 'a segment of the book',
  selection: 'a selection of the book, or all goods',
  service: 'a service of the book',
  spend: 'a week of the offer',
  'stock place': 'a stock place of the book',
  template: 'a template of the book',
  thing: 'one that is there',
  zone: 'a zone of the book',
};

const once: Readonly<Record<Thing, string>> = {
  box: 'each box once',
  channel: 'each channel once',
  'code of a batch': 'each code once',
  customer: 'each customer once',
  'exchange rate': 'one rate each way',
  item: 'each SKU once',
  'listing id': 'one id at each channel',
  market: 'each market once',
  offer: 'each offer once',
  'offer with a budget': 'each offer once',
  price: 'each market and channel once',
  'price list': 'each price list once',
  segment: 'each segment once',
  selection: 'each selection once',
  service: 'each service once',
  spend: 'each offer, week and channel once',
  'stock place': 'each stock place once',
  template: 'each template once',
  thing: 'an id of its own for each',
  zone: 'each zone once',
};

function headWords({ missing, strange, needed, optional }: Extract<Fault, { is: 'head' }>): FaultWords {
  const named = strange.filter(Boolean);
  const wrong = [
    missing.length > 0 && `no column ${missing.join(', ')}`,
    named.length > 0 && `unknown column ${named.join(', ')}`,
  ];
  return said(
    wrong.filter(Boolean).join('; '),
    `the head line ${needed.join(',')}${optional.length > 0 ? `, and perhaps ${optional.join(', ')}` : ''}`,
  );
}
