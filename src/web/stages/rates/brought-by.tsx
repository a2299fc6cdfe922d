import { servicesOf } from '../../../core/carrier/index.ts';
import type { LaneBody, Service } from '../../../core/rates/index.ts';
import { useCarrierQuery } from '../../data/api.ts';
import { type OpenBook, useBook } from '../../data/book.ts';
import { ChoicePart, Several } from '../../ui/field.tsx';

/** One service of the carrier that is asked itself, or of a price list. */
type Way = NonNullable<LaneBody['broughtBy']>;

const idOf = (way: Way): string => (way.is === 'carrier' ? way.service : `${way.list}/${way.service}`);

/** What may bring goods: every service of the carrier's cards and of the price lists, and those named already. */
function useWays(book: OpenBook | null, named: readonly Way[]) {
  const { data: carrier } = useCarrierQuery();
  const lists = book?.book.priceLists ?? [];
  const ofCarrier = new Map(
    (carrier?.cards ?? []).flatMap((card) => card.services.map((one) => [one.service, one.name] as const)),
  );
  const known: Way[] = [
    ...[...ofCarrier.keys()].map((service): Way => ({ is: 'carrier', service })),
    ...lists.flatMap((list) => servicesOf(list).map((service): Way => ({ is: 'list', list: list.id, service }))),
  ];
  const all = [...known, ...named.filter((one) => !known.some((other) => idOf(other) === idOf(one)))];
  return all.map((way) => ({
    id: idOf(way),
    way,
    name:
      way.is === 'carrier'
        ? (ofCarrier.get(way.service) ?? `Ternline’s ${way.service}`)
        : `${lists.find((one) => one.id === way.list)?.name ?? way.list}’s ${way.service}`,
  }));
}

/** What brings something, as the book has it: the carrier's service, and services of price lists. */
interface Ways {
  readonly carrier: string | null;
  readonly lists: Service['lists'];
}

/** Services of carriers, any number of them: the cheapest counts. */
export function WaysPart({
  label,
  ways: { carrier, lists },
  least,
  change,
}: {
  label: string;
  ways: Ways;
  least: number;
  change: (ways: Ways) => void;
}) {
  const chosen: Way[] = [
    ...(carrier === null ? [] : [{ is: 'carrier', service: carrier } as const]),
    ...lists.map((one) => ({ is: 'list', ...one }) as const),
  ];
  const all = useWays(useBook(), chosen);
  // Of the carrier that is asked itself there is one.
  const offered = all.filter(({ way }) => carrier === null || way.is === 'list' || way.service === carrier);
  return (
    <>
      {chosen.length > 1 && 'the cheapest of '}
      <Several
        label={label}
        all={offered}
        chosen={chosen.map(idOf)}
        least={least}
        onCommit={(ids) => {
          const next = ids.flatMap((id) => all.find((one) => one.id === id)?.way ?? []);
          change({
            carrier: next.find((one) => one.is === 'carrier')?.service ?? null,
            lists: next.flatMap((one) => (one.is === 'list' ? [{ list: one.list, service: one.service }] : [])),
          });
        }}
      />
      {chosen.length === 0 && ' nothing known'}
    </>
  );
}

/** What brings a lane: the cheapest of what may bring its service, or one that is named. */
export function BroughtByPart({
  book,
  lane,
  service,
  set,
}: {
  book: OpenBook;
  lane: LaneBody;
  service: Service;
  set: (way: Way | null) => void;
}) {
  const all = useWays(book, lane.broughtBy ? [lane.broughtBy] : []);
  const cheapest =
    service.lists.length + Number(service.carrier !== null) > 1 ? 'the cheapest that may' : 'what brings the service';
  return (
    <ChoicePart
      label="What brings it"
      value={lane.broughtBy ? idOf(lane.broughtBy) : ''}
      choices={[{ value: '', label: cheapest }, ...all.map(({ id, name }) => ({ value: id, label: name }))]}
      onCommit={(id) => set(all.find((one) => one.id === id)?.way ?? null)}
    />
  );
}
