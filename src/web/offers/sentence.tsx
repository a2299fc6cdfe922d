import { useNavigate } from 'react-router';
import type { OfferBody } from '../../core/offers/index.ts';
import { amountFault, ChoicePart, figureFault, keptTime, nameFault, shownTime, TestPart, TextPart, timeFault } from '../parts/field.tsx';
import type { OpenBook } from '../store/desk.ts';

const codeFault = (text: string): string | null => (/^[A-Z0-9]{3,20}$/.test(text) ? null : '3 to 20 capital letters and digits');

/** An offer as one plain sentence; its underlined parts are its fields, and what is not in use can be added at the end. */
export function OfferSentence({ book, offer }: { book: OpenBook; offer: OfferBody }) {
  const go = useNavigate();
  const set = (field: keyof OfferBody, value: unknown) => book.edit(['offers', offer.id, field], value);
  const { benefit, code, asks, zones, window: when } = offer;
  const { services } = book.book;
  const delivery = benefit.is !== 'percent off order';
  const otherLevel = delivery ? 'order' : 'delivery';
  const adds = offer.addsTo.includes(otherLevel);
  return (
    <>
      <p className="sentence">
        From <TextPart label="Start" placeholder="always" value={shownTime(when.from)} fault={timeFault} onCommit={(from) => set('window', { ...when, from: keptTime(from) })} /> until{' '}
        <TextPart label="End" placeholder="further notice" value={shownTime(when.until)} fault={timeFault} onCommit={(until) => set('window', { ...when, until: keptTime(until) })} />{' '}
        <TextPart label="Time zone" value={when.zone} fault={nameFault} onCommit={(zone) => set('window', { ...when, zone })} /> time, anyone
        {code !== null && (
          <>
            {' '}
            who enters <TextPart label="Code" value={code} fault={codeFault} onCommit={(next) => set('code', next)} />
          </>
        )}
        {asks && (
          <>
            {code !== null ? ' and' : ' who'} spends at least <TextPart label="Least value" value={asks.value} fault={amountFault} onCommit={(value) => set('asks', { ...asks, value })} />{' '}
            <TestPart value={asks.test} onCommit={(test) => set('asks', { ...asks, test })} /> discounts
          </>
        )}{' '}
        has{' '}
        {benefit.is === 'percent off order' && (
          <>
            <TextPart label="Percent" value={benefit.percent} fault={figureFault} onCommit={(percent) => set('benefit', { ...benefit, percent })} /> % off the order
          </>
        )}
        {delivery && (
          <ChoicePart
            label="What is free"
            value={benefit.is}
            choices={[
              { value: 'free services', label: 'free delivery by' },
              { value: 'free up to', label: 'free delivery where it costs at most' },
            ]}
            onCommit={(kind) => kind !== benefit.is && set('benefit', kind === 'free up to' ? { is: kind, cap: '5.00' } : { is: kind, services: [services[0]?.id ?? ''] })}
          />
        )}{' '}
        {benefit.is === 'free up to' && <TextPart label="Cap" value={benefit.cap} fault={amountFault} onCommit={(cap) => set('benefit', { ...benefit, cap })} />}
        {benefit.is === 'free services' && (
          <Several
            label="Services"
            all={services.map((one) => ({ id: one.id, name: one.name.replace(/ delivery$/, '').toLowerCase() }))}
            chosen={benefit.services}
            onCommit={(next) => set('benefit', { ...benefit, services: next })}
          />
        )}{' '}
        {zones === null ? (
          'in every place'
        ) : (
          <>
            in <Several label="Zones" all={book.book.zones} chosen={zones} onCommit={(next) => set('zones', next)} />
          </>
        )}
        . It{' '}
        <ChoicePart
          label={`With ${otherLevel} offers`}
          value={adds ? 'adds' : 'competes'}
          choices={[
            { value: 'adds', label: 'adds to' },
            { value: 'competes', label: 'competes with' },
          ]}
          onCommit={(next) => set('addsTo', next === 'adds' ? [...offer.addsTo, otherLevel] : offer.addsTo.filter((level) => level !== otherLevel))}
        />{' '}
        {otherLevel} offers.
      </p>
      <p className="flex flex-wrap gap-4">
        {asks ? (
          <button type="button" className="quiet" onClick={() => set('asks', null)}>
            Ask no least value
          </button>
        ) : (
          <button type="button" className="quiet" onClick={() => set('asks', { value: '60.00', test: 'before' })}>
            Ask a least value
          </button>
        )}
        {zones ? (
          <button type="button" className="quiet" onClick={() => set('zones', null)}>
            Every place
          </button>
        ) : (
          <button type="button" className="quiet" onClick={() => set('zones', [book.book.zones[0]?.id ?? ''])}>
            Only some zones
          </button>
        )}
        {delivery &&
          (code === null ? (
            <button type="button" className="quiet" onClick={() => set('code', 'FREE')}>
              Ask a code
            </button>
          ) : (
            <button type="button" className="quiet" onClick={() => set('code', null)}>
              Ask no code
            </button>
          ))}
        <button
          type="button"
          className="quiet danger"
          onClick={() => {
            book.edit(['offers', offer.id], undefined);
            go('/offers');
          }}
        >
          Take the offer away
        </button>
      </p>
      <p className="mt-3">
        Title shoppers see: <TextPart label="Title" value={offer.title} fault={nameFault} onCommit={(title) => set('title', title)} />
      </p>
      <p className="mt-1">
        Terms: <TextPart lines label="Terms" value={offer.terms} onCommit={(terms) => set('terms', terms.slice(0, 500))} />
      </p>
    </>
  );
}

/** One or more of a few things, as words that can be switched on and off; at least one stays. */
function Several({ label, all, chosen, onCommit }: { label: string; all: readonly { id: string; name: string }[]; chosen: readonly string[]; onCommit: (chosen: string[]) => void }) {
  const rest = all.filter((one) => !chosen.includes(one.id));
  return (
    <span role="group" aria-label={label}>
      {chosen.map((id) => (
        <button
          type="button"
          key={id}
          className="part cursor-pointer"
          disabled={chosen.length === 1}
          title={chosen.length === 1 ? 'at least one stays' : 'click takes it away'}
          onClick={() => onCommit(chosen.filter((other) => other !== id))}
        >
          {all.find((one) => one.id === id)?.name ?? id}
        </button>
      ))}
      {rest.length > 0 && (
        <select aria-label={`Add to ${label.toLowerCase()}`} className="part" value="" onChange={(event) => onCommit([...chosen, event.target.value])}>
          <option value="">+</option>
          {rest.map((one) => (
            <option key={one.id} value={one.id}>
              {one.name}
            </option>
          ))}
        </select>
      )}
    </span>
  );
}
