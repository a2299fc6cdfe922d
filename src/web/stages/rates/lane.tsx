import clsx from 'clsx';
import { channelIds } from '../../../core/book/index.ts';
import type { Note } from '../../../core/channels/index.ts';
import type { ZoneBody } from '../../../core/places/index.ts';
import type { LaneBody, Service } from '../../../core/rates/index.ts';
import { amountOf, channelName, lostWords } from '../../../words/index.ts';
import { atOrUnder, Problems } from '../../app/problems.tsx';
import { type OpenBook, useEngine, useMoment } from '../../data/book.ts';
import { History } from '../../ui/history.tsx';
import { useTender } from '../../ui/tender.ts';
import { LaneCurve } from './curve.tsx';
import { DatedRows } from './dated.tsx';
import { Additions } from './lane-additions.tsx';
import { LaneSentence, OtherRates, type SetLane } from './lane-sentence.tsx';
import { RateBelow } from './rate.tsx';

/** A lane as it is first offered. */
export const plainLane = (amount: string): LaneBody => ({
  rate: { is: 'flat', amount },
  also: {},
  kinds: {},
  bounds: [],
  fees: null,
  freeFrom: null,
  values: 'before',
  names: {},
  days: null,
  broughtBy: null,
  dated: [],
});

interface Chosen {
  book: OpenBook;
  zone: ZoneBody;
  service: Service;
  template: string;
}

/** The chosen lane as a sentence whose parts are its fields, its curve, its breaks, and what channels make of it. */
export function LaneMeaning({ lane, ...chosen }: Chosen & { lane: LaneBody | undefined }) {
  const { book, zone, service, template } = chosen;
  const { currency } = useTender();
  const path = ['templates', template, 'lanes', zone.id, service.id];
  return (
    <>
      <h2>
        {zone.name}, {service.name.replace(/ delivery$/, '').toLowerCase()}
      </h2>
      {lane ? (
        <Offered {...chosen} lane={lane} path={path} />
      ) : (
        <>
          <p className="my-3">Not offered: shoppers in this zone do not see it.</p>
          <button type="button" className="act main" onClick={() => book.edit(path, plainLane(amountOf(5, currency)))}>
            Offer it at a flat 5.00
          </button>
        </>
      )}
    </>
  );
}

function Offered({ lane, path, ...chosen }: Chosen & { lane: LaneBody; path: string[] }) {
  const { book, zone, service, template } = chosen;
  const tender = useTender();
  const moment = useMoment() ?? 0;
  const curve = useEngine(
    (engine) => engine.curve(template, zone.id, service.id, moment),
    [template, zone.id, service.id, moment],
  );
  const set: SetLane = (field, value) => book.edit([...path, field], value);
  return (
    <>
      <LaneSentence book={book} lane={lane} service={service} set={set} />
      <OtherRates book={book} lane={lane} set={set} />
      <p className="mb-2 flex flex-wrap gap-3">
        <Additions book={book} lane={lane} service={service} set={set} />
        <button type="button" className="quiet danger" onClick={() => book.edit(path, undefined)}>
          Stop offering it
        </button>
      </p>
      <Problems book={book} wanted={atOrUnder(path)} />
      {curve && <LaneCurve curve={curve} tender={tender} />}
      <RateBelow rate={lane.rate} label="" change={(rate) => set('rate', rate)} />
      <DatedRows book={book} lane={lane} path={path} />
      <History key={path.join()} book={book} path={path} />
      <Lost {...chosen} />
    </>
  );
}

/** What channels cannot be told of the lane: in the first market that it is told in otherwise than exactly. */
function Lost({ book, zone, service, template }: Chosen) {
  const moment = useMoment() ?? 0;
  const told = useEngine((engine) => engine.notes(moment), [moment], 'study');
  const isLost = ({ clause, fidelity }: Note): boolean =>
    fidelity.is !== 'exact' &&
    (clause.about === 'rate' || clause.about === 'threshold') &&
    clause.template === template &&
    clause.zone === zone.id &&
    clause.service === service.id;
  const lost = channelIds.flatMap((id) => {
    const all = (told?.[id] ?? []).map(({ market, notes }) => ({ market, notes: notes.filter(isLost) }));
    const at = all.findIndex(({ notes }) => notes.length > 0);
    const { market, notes } = all[at] ?? { market: book.home, notes: [] };
    return notes.map((note) => ({
      name: at === 0 ? channelName(id) : `${channelName(id)} in ${market.currency}`,
      market,
      note,
    }));
  });
  return lost.map(({ name, market, note }) => (
    <div key={`${name} ${note.clause.about}`} className={clsx('aside-note', { off: note.fidelity.is === 'unsayable' })}>
      <strong>{name}.</strong> {lostWords(book.book, note.fidelity, market)}
    </div>
  ));
}
