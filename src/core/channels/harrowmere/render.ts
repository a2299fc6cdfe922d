import type { CompiledBook } from '../../book/index.ts';
import type { Listed, Note, Rendition } from '../dialect.ts';
import { exact } from '../fidelity.ts';
import { apartNotes } from '../plain.ts';
import { plainOffers, saidPlainly } from '../plain-offer.ts';
import { zoneNotes } from './lanes.ts';
import { offerNote } from './offers.ts';
import { planOf } from './plan.ts';
import { rulesOf } from './rules.ts';

/** The book as Harrowmere will read it, clause by clause. */
export function render(book: CompiledBook, listed: readonly Listed[]): Rendition {
  const plan = planOf(book, listed);
  const { zones } = book.defaultTemplate;
  const plainly = plainOffers(book, 'harrowmere');
  const thresholds = new Set<string>();
  const notes: Note[] = [
    ...apartNotes(book, listed),
    {
      clause: { about: 'goods' },
      reads: [['LISTING', { is: 'lines', count: plan.listings.length }]],
      fidelity: exact,
    },
    ...zones.flatMap((zone) => zoneNotes(plan, zone, thresholds)),
    ...plainly.notes,
    ...plainly.offers.map((offer) => offerNote(plan, offer, plainly.offers)),
  ];
  const { listings, world, rates, delivery, goods } = plan;
  return {
    rules: rulesOf({ listings, cuts: world.cuts, rates, delivery, goods }),
    notes,
    zoneOfName: new Map(zones.flatMap(({ id }) => world.placesOfZone(id).map((place) => [place, id] as const))),
    thresholds,
    said: saidPlainly(plainly.offers),
  };
}
