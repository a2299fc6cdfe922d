import type { CompiledBook } from '../book/index.ts';
import { lazily } from '../exact/index.ts';
import { breaksOf, type Lane } from '../rates/index.ts';
import { mostCharged } from './charged-for-goods.ts';
import type { Listed, Note, Stock } from './dialect.ts';
import { mostFees } from './fees.ts';
import { addedUp, type Fidelity } from './fidelity.ts';
import { type GroupLane, groupsOf, laneFor, reachWithFees } from './goods-groups.ts';
import { dearestInAll } from './levelled-baskets.ts';
import { takesOff } from './taken-off.ts';

/**
 * The most that a basket of goods is charged for delivery: every group of it by its dearest lane, lines with rates of
 * their own each, and what free delivery waives besides.
 */
export function deliveredAtMost(book: CompiledBook, goods: readonly Listed[]): number {
  const dearest = groupsOf(book, goods).flatMap((group) => {
    const template = book.templates.find(({ id }) => id === group.template.id);
    const lanes = [...(template?.lanes.values() ?? [])].flatMap((row) => [...row.values()]);
    const most = Math.max(
      0,
      ...lanes.map((lane) => mostIn(laneFor(book, group, lane), group.goods)).filter(Number.isFinite),
    );
    return group.own ? group.goods.map(() => most) : [most];
  });
  return dearestInAll(dearest) + mostFees(goods, ({ waivable }) => waivable);
}

/** What a lane can charge; of a rate that goes on rising what goods come to, infinite where a carrier is asked. */
function mostIn(by: GroupLane, goods: readonly Listed[]): number {
  const { most } = reachWithFees(by);
  return Number.isFinite(most) ? most : mostCharged(by, goods);
}

/**
 * Notes where values are met a little sooner or later there than in the book: each clause that looks at values is off,
 * just there, by what it decides.
 */
export function edgesMoved({ book, goods }: Stock, notes: readonly Note[], moved: (off: number) => Fidelity): Note[] {
  const delivered = lazily(() => deliveredAtMost(book, goods));
  const laneOf = ({ template, zone, service }: { template: string; zone: string; service: string }) =>
    book.templates
      .find(({ id }) => id === template)
      ?.lanes.get(zone)
      ?.get(service);
  const decidedBy = ({ clause }: Note): number => {
    switch (clause.about) {
      case 'threshold':
        return delivered();
      case 'rate': {
        const lane = laneOf(clause);
        return lane && looksAtValue(lane) ? delivered() : 0;
      }
      case 'apart':
        return clause.by === 'own rate' && goods.some(({ own }) => own && breaksOf(own.rate)?.over === 'value')
          ? delivered()
          : 0;
      case 'offer': {
        const offer = book.offers.find(({ id }) => id === clause.offer);
        if (!offer || (offer.values.length === 0 && offer.benefit.is !== 'spend steps')) return 0;
        return takesOff(goods, offer)?.most ?? delivered();
      }
      default:
        return 0;
    }
  };
  return notes.map((note) => {
    const off = decidedBy(note);
    return off === 0 ? note : { ...note, fidelity: addedUp([note.fidelity, moved(off)]) };
  });
}

const looksAtValue = ({ price, kinds, bounds }: Lane): boolean =>
  [price, ...(kinds?.values() ?? [])].some(({ rate }) => breaksOf(rate)?.over === 'value') ||
  bounds.some(({ over }) => over === 'value');
