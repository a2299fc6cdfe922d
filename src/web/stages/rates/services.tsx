import type { Service } from '../../../core/rates/index.ts';
import { type OpenBook, useBook } from '../../data/book.ts';
import { factsOf } from '../../data/facts.ts';
import { AddPart } from '../../ui/add-part.tsx';
import { ChoicePart, nameFault, Several, TextPart } from '../../ui/field.tsx';
import { freshId } from '../../ui/fresh-id.ts';
import { Remover } from '../../ui/remover.tsx';
import { WaysPart } from './brought-by.tsx';
import { daysFault } from './lane-sentence.tsx';

/**
 * The services in their order: added, named, timed, what each takes, what brings it or where it is fetched, and whether
 * it stays in sight beside a free choice; taken away with what goes along.
 */
export function ServicesList({ book }: { book: OpenBook }) {
  return (
    <section aria-label="Services">
      <div className="head">
        <h1>Services</h1>
        <span className="acts">
          <button
            type="button"
            className="act"
            onClick={() => {
              const id = freshId('service', book.book.services);
              book.edit(['services', id], {
                id,
                name: 'New service',
                days: [2, 4],
                pickup: false,
                kinds: [],
                inSight: null,
                bars: [],
                carrier: null,
                lists: [],
                fetched: null,
                names: {},
              } satisfies Service);
            }}
          >
            Add a service
          </button>
        </span>
      </div>
      {book.book.services.length === 0 && (
        <p className="muted">No service yet. Lanes are set for a zone and a service, so add one first.</p>
      )}
      {book.book.services.map((service) => (
        <ServiceSentence key={service.id} book={book} service={service} />
      ))}
    </section>
  );
}

const named = (words: readonly string[]) => words.map((id) => ({ id, name: id }));

function ServiceSentence({ book, service }: { book: OpenBook; service: Service }) {
  const { kinds, hazards } = factsOf(book.goods);
  const set = (field: keyof Service, value: unknown) => book.edit(['services', service.id, field], value);
  const [shortest, longest] = service.days;
  return (
    <p className="sentence mt-1 bg-base-100 px-3 py-1">
      <TextPart
        label={`Name of ${service.id}`}
        value={service.name}
        fault={nameFault}
        onCommit={(name) => set('name', name)}
      />
      <LocalNames service={service} set={set} />,{' '}
      <ChoicePart
        label={`How ${service.id} comes`}
        value={service.pickup ? 'fetched' : 'delivered'}
        choices={[
          { value: 'delivered', label: 'delivered' },
          { value: 'fetched', label: 'fetched' },
        ]}
        onCommit={(next) => set('pickup', next === 'fetched')}
      />{' '}
      {service.pickup && <Fetched service={service} set={set} />}
      in{' '}
      <TextPart
        label={`Shortest days of ${service.id}`}
        value={String(shortest)}
        fault={daysFault}
        onCommit={(text) => set('days', [Number(text), longest])}
      />{' '}
      to{' '}
      <TextPart
        label={`Longest days of ${service.id}`}
        value={String(longest)}
        fault={daysFault}
        onCommit={(text) => set('days', [shortest, Number(text)])}
      />{' '}
      days, takes {service.kinds.length === 0 ? 'goods of any kind' : 'goods of kind '}
      <Several
        label={`Kinds that ${service.id} takes`}
        all={named([...new Set(['parcel', ...kinds, ...service.kinds])])}
        chosen={service.kinds}
        least={0}
        onCommit={(next) => set('kinds', next)}
      />
      , bars {service.bars.length === 0 && 'no hazard '}
      <Several
        label={`Hazards that ${service.id} bars`}
        all={named([...new Set([...hazards, ...service.bars])])}
        chosen={service.bars}
        least={0}
        onCommit={(next) => set('bars', next)}
      />
      {!service.pickup && (
        <>
          , brought by{' '}
          <WaysPart
            label={`What brings ${service.id}`}
            ways={service}
            least={0}
            change={({ carrier, lists }) => {
              if (carrier !== service.carrier) set('carrier', carrier);
              set('lists', lists);
            }}
          />
        </>
      )}
      , and beside a free choice{' '}
      <ChoicePart
        label={`${service.id} beside a free choice`}
        value={(service.inSight ?? service.pickup) ? 'stays' : 'hidden'}
        choices={[
          { value: 'stays', label: 'stays in sight' },
          { value: 'hidden', label: 'goes as the market says' },
        ]}
        onCommit={(next) => set('inSight', next === 'stays')}
      />
      . <Order book={book} service={service} />
      <Remover book={book} things={[{ named: 'service', id: service.id }]}>
        Remove
      </Remover>
    </p>
  );
}

type SetService = (field: keyof Service, value: unknown) => void;

/** What it is called in the locales of markets, where that is not its name. */
function LocalNames({ service, set }: { service: Service; set: SetService }) {
  const book = useBook();
  const { names } = service;
  const locales = [...new Set(book?.book.markets.map(({ locale }) => locale))].filter((locale) => !(locale in names));
  return (
    <>
      {Object.entries(names).map(([locale, shown]) => (
        <span key={locale}>
          , in {locale} “
          <TextPart
            label={`Name of ${service.id} in ${locale}`}
            value={shown}
            fault={nameFault}
            onCommit={(next) => set('names', { ...names, [locale]: next })}
          />
          ”{' '}
          <button
            type="button"
            className="quiet small"
            title="as everywhere"
            aria-label={`Name of ${service.id} in ${locale} as everywhere`}
            onClick={() => set('names', Object.fromEntries(Object.entries(names).filter(([one]) => one !== locale)))}
          >
            ×
          </button>
        </span>
      ))}{' '}
      {locales.length > 0 && (
        <AddPart
          label={`How ${service.id} is called in a language`}
          shown="in …"
          added={Object.fromEntries(
            locales.map((locale) => [`in ${locale}`, () => set('names', { ...names, [locale]: service.name })]),
          )}
        />
      )}
    </>
  );
}

/** Where it is fetched, and when. */
function Fetched({ service, set }: { service: Service; set: SetService }) {
  const fetched = service.fetched ?? { at: '', hours: '' };
  const put = (change: Partial<typeof fetched>) => {
    const next = { ...fetched, ...change };
    // An address is what makes it one; hours alone say nothing.
    set('fetched', next.at.trim() === '' ? null : next);
  };
  return (
    <>
      at{' '}
      <TextPart
        label={`Where ${service.id} is fetched`}
        value={fetched.at}
        placeholder="an address"
        fault={(text) => (text.length > 120 ? 'at most 120 letters' : null)}
        onCommit={(at) => put({ at })}
      />
      {service.fetched && (
        <>
          {' '}
          (
          <TextPart
            label={`When ${service.id} is fetched`}
            value={fetched.hours}
            placeholder="hours, such as Mon–Fri 9:00–17:00"
            fault={(text) => (text.length > 200 ? 'at most 200 letters' : null)}
            onCommit={(hours) => put({ hours })}
          />
          )
        </>
      )}{' '}
    </>
  );
}

/** Its place in the order: of equal choices the earlier stands first. */
function Order({ book, service }: { book: OpenBook; service: Service }) {
  const { services } = book.book;
  const at = services.indexOf(service);
  const move = (by: number) => {
    const next = services.toSpliced(at, 1);
    book.edit(['services'], next.toSpliced(at + by, 0, service));
  };
  return (
    <>
      <button
        type="button"
        className="quiet small"
        aria-label={`${service.name} earlier`}
        disabled={at <= 0}
        onClick={() => move(-1)}
      >
        Earlier
      </button>{' '}
      <button
        type="button"
        className="quiet small"
        aria-label={`${service.name} later`}
        disabled={at >= services.length - 1}
        onClick={() => move(1)}
      >
        Later
      </button>{' '}
    </>
  );
}
