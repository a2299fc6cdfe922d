import { type GeoPermissibleObjects, geoGraticule10, geoNaturalEarth1, geoPath } from 'd3-geo';
import { useEffect, useMemo, useState } from 'react';
import { feature } from 'topojson-client';
import { money } from '../../../words/index.ts';
import type { MapAnswer, MapPlace } from '../../engine/study.ts';
import { countryNumbers } from './country-numbers.ts';

interface Shape {
  readonly code: string;
  readonly shape: GeoPermissibleObjects;
}

const [width, height] = [620, 300];
const byNumber: ReadonlyMap<string, string> = new Map(
  countryNumbers.split(' ').map((entry) => [entry.slice(0, 3), entry.slice(3)]),
);
/** Hues for zones, told apart by lightness too; a zone's is its place in the order. */
const hues = [
  '#0e5a57',
  '#c98f2b',
  '#6f8f5f',
  '#7b4b94',
  '#b8573f',
  '#3f77a5',
  '#a9a35a',
  '#8aa8a0',
  '#8c6a4f',
  '#3d8f86',
  '#b26d93',
  '#7d8db5',
];

interface Coloured {
  answer: MapAnswer;
  zones: readonly { id: string; name: string; widest: boolean }[];
  by: 'zone' | 'charge';
}

/**
 * The world coloured by zone, or by what a basket's delivery costs; a country zooms in to the parts its zones set
 * apart.
 */
export function World({
  marked,
  nameOf,
  ...coloured
}: Coloured & { marked: string | null; nameOf: (country: string) => string }) {
  const { answer, by } = coloured;
  const shapes = useShapes();
  const [zoomed, setZoomed] = useState<string | null>(null);
  const path = useMemo(() => pathOn(shapes.find((one) => one.code === zoomed)?.shape ?? null), [shapes, zoomed]);
  const whole = new Map(answer.places.filter((one) => one.pattern === null).map((one) => [one.country, one]));
  return (
    <figure aria-label={`The world by ${by}`}>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full border border-base-300 bg-base-100"
        role="img"
        aria-label={`The world by ${by}; its figures follow`}
      >
        <defs>
          <pattern id="none" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <rect width="5" height="5" fill="var(--color-base-100)" />
            <line x1="0" y1="0" x2="0" y2="5" stroke="var(--muted)" strokeWidth="1" opacity=".45" />
          </pattern>
        </defs>
        <path d={path(geoGraticule10()) ?? ''} fill="none" stroke="var(--color-base-300)" strokeWidth=".4" />
        {shapes.map(({ code, shape }) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: an address typed beside the map does the same
          <path
            key={code}
            d={path(shape) ?? ''}
            fill={colourOf(coloured, whole.get(code)) ?? 'url(#none)'}
            stroke={code === marked ? 'var(--color-base-content)' : 'var(--color-base-100)'}
            strokeWidth={code === marked ? 1.6 : 0.5}
            className="cursor-pointer"
            onClick={() => setZoomed(zoomed === code ? null : code)}
          >
            <title>{`${nameOf(code)}: ${wordsOf(coloured, whole.get(code))}`}</title>
          </path>
        ))}
      </svg>
      <figcaption className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <Legend {...coloured} />
        {zoomed && (
          <button type="button" className="quiet small" onClick={() => setZoomed(null)}>
            The whole world
          </button>
        )}
      </figcaption>
      <PartsOf {...coloured} country={zoomed ?? marked} nameOf={nameOf} />
    </figure>
  );
}

/** The countries' outlines; none until they are loaded. */
function useShapes(): readonly Shape[] {
  const [shapes, setShapes] = useState<readonly Shape[]>([]);
  useEffect(() => {
    import('world-atlas/countries-110m.json').then(({ default: atlas }) => {
      const topology = atlas as unknown as Parameters<typeof feature>[0];
      const drawn = feature(topology, topology.objects.countries as never) as unknown as {
        features: { id?: string; geometry: GeoPermissibleObjects }[];
      };
      setShapes(
        drawn.features.flatMap(({ id, geometry }) => {
          const code = byNumber.get(String(id));
          return code === undefined ? [] : [{ code, shape: geometry }];
        }),
      );
    });
  }, []);
  return shapes;
}

/** Draws shapes with one of them filling the frame, or the whole sphere. */
function pathOn(target: GeoPermissibleObjects | null) {
  const pad = target ? 40 : 2;
  const frame: [[number, number], [number, number]] = [
    [pad, pad],
    [width - pad, height - pad],
  ];
  return geoPath(geoNaturalEarth1().fitExtent(frame, target ?? { type: 'Sphere' }));
}

const chargesOf = ({ answer }: Coloured) => answer.places.flatMap((one) => one.charge ?? []);

function hueOf({ zones }: Coloured, id: string | null): string {
  const at = zones.findIndex((zone) => zone.id === id);
  return zones[at]?.widest ? 'var(--rest-of-world)' : (hues[at % hues.length] ?? '#999');
}

/** The colour of a place; null where it is not delivered to. */
function colourOf(coloured: Coloured, place: MapPlace | undefined): string | null {
  if (!place || (coloured.by === 'zone' ? place.zone : place.charge) === null) return null;
  if (coloured.by === 'zone') return hueOf(coloured, place.zone);
  const charges = chargesOf(coloured);
  const [least, most] = [Math.min(...charges), Math.max(...charges)];
  const share = most === least ? 0.5 : ((place.charge ?? 0) - least) / (most - least);
  return `color-mix(in oklab, #0e5a57 ${Math.round(12 + share * 88)}%, #f1e7c8)`;
}

function wordsOf({ answer, zones, by }: Coloured, place: MapPlace | undefined): string {
  if (!place) return '';
  if (by === 'zone') return zones.find((zone) => zone.id === place.zone)?.name ?? 'not delivered to';
  return place.charge === null ? 'no choice' : money(place.charge, answer.market);
}

function Legend(coloured: Coloured) {
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

/** The parts of a country that zones set apart. */
function PartsOf({
  country,
  nameOf,
  ...coloured
}: Coloured & { country: string | null; nameOf: (country: string) => string }) {
  const parts = coloured.answer.places.filter((one) => one.country === country);
  if (parts.length === 0) return null;
  return (
    <table className="ruled mt-2" aria-label="Parts of the country">
      <tbody>
        {parts.map((part) => (
          <tr key={part.pattern ?? ''}>
            <td>
              <span
                className="mr-2 inline-block size-2.5"
                style={{ background: colourOf(coloured, part) ?? 'transparent' }}
              />
              {part.pattern ?? nameOf(part.country)}
            </td>
            <td className="muted">{wordsOf(coloured, part)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
