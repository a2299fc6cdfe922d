import { money } from '../../../words/index.ts';
import { type Coloured, chargesOf, hueOf } from './colours.ts';

/** What the colours of a map mean. */
export function Legend(coloured: Coloured) {
  const { answer, zones, by } = coloured;
  const charges = chargesOf(coloured);
  return (
    <>
      {by === 'zone' &&
        zones.map((zone) => (
          <span key={zone.id} className="small">
            <span className="mr-1 inline-block size-2.5" style={{ background: hueOf(coloured, zone.id) }} />
            {zone.name}
          </span>
        ))}
      {by === 'charge' && charges.length === 0 && <span className="small">No choice anywhere</span>}
      {by === 'charge' && charges.length > 0 && (
        <span className="small">
          {money(Math.min(...charges), answer.market)}{' '}
          <span
            className="inline-block h-2.5 w-24 align-middle"
            style={{ background: 'linear-gradient(90deg, color-mix(in oklab, #0e5a57 12%, #f1e7c8), #0e5a57)' }}
          />{' '}
          {money(Math.max(...charges), answer.market)}, the cheapest choice
        </span>
      )}
      <span className="small">
        <svg width="10" height="10" className="mr-1 inline" aria-hidden="true">
          <rect width="10" height="10" fill="url(#none)" stroke="var(--color-base-300)" />
        </svg>
        {by === 'zone' ? 'not delivered to' : 'no choice'}
      </span>
    </>
  );
}
