import { type GeoPermissibleObjects, geoGraticule10, geoNaturalEarth1, geoPath } from 'd3-geo';
import { useEffect, useMemo, useState } from 'react';
import { feature } from 'topojson-client';
import type { MapPlace } from '../../engine/study.ts';
import { type Coloured, colourOf, wordsOf } from './colours.ts';
import { countryNumbers } from './country-numbers.ts';
import { Legend } from './legend.tsx';
import { usePartShapes } from './part-shapes.ts';
import { PartsOf, type Press } from './parts-of.tsx';

interface Shape {
  readonly code: string;
  readonly shape: GeoPermissibleObjects;
}

const [width, height] = [620, 300];
const byNumber: ReadonlyMap<string, string> = new Map(
  countryNumbers.split(' ').map((entry) => [entry.slice(0, 3), entry.slice(3)]),
);
/** Where the map looks closer, and what a press does beside looking closer: to a country or part by its code. */
interface Hands {
  readonly zoomed: string | null;
  readonly onZoom: (country: string | null) => void;
  readonly press: Press | null;
}

/**
 * The world coloured by zone, or by what a basket's delivery costs; looked closer at, a country shows its parts. A
 * press looks closer, or does what is wanted of a country or part.
 */
export function World({
  marked,
  nameOf,
  partName,
  parts,
  zoomed,
  onZoom,
  press,
  ...coloured
}: Coloured &
  Hands & {
    marked: string | null;
    nameOf: (country: string) => string;
    partName: (code: string) => string;
    /** The parts of the country that is looked closer at. */
    parts: readonly MapPlace[];
  }) {
  const { answer, by } = coloured;
  const shapes = useShapes();
  const partShapes = usePartShapes(zoomed);
  const path = useMemo(() => pathOn(shapes.find((one) => one.code === zoomed)?.shape ?? null), [shapes, zoomed]);
  const whole = new Map(answer.places.filter((one) => one.pattern === null).map((one) => [one.country, one]));
  const byCode = new Map(parts.map((one) => [one.pattern, one]));
  const partWords = (code: string | null, name: string, place: MapPlace | undefined) => {
    if (code === null) return `${name}, of which no code is known`;
    const names = [...new Set([name, partName(code)])].filter(Boolean).join(', ');
    return `${names} (${code}): ${place ? wordsOf(coloured, place) : '…'}`;
  };
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
          <Shown
            key={code}
            path={path(shape) ?? ''}
            fill={colourOf(coloured, whole.get(code))}
            edge={code === marked ? 'marked' : 'plain'}
            title={`${nameOf(code)}: ${wordsOf(coloured, whole.get(code))}`}
            onPress={() => (press ? press.act(code) : onZoom(zoomed === code ? null : code))}
          />
        ))}
        {partShapes.map(({ code, name, shape }, i) => {
          const place = code === null ? undefined : byCode.get(code);
          return (
            <Shown
              // biome-ignore lint/suspicious/noArrayIndexKey: a shape is its place in the file; a part may have several
              key={i}
              path={path(shape) ?? ''}
              fill={place ? colourOf(coloured, place) : 'var(--color-base-300)'}
              edge="part"
              title={partWords(code, name, place)}
              onPress={() => (press && code !== null ? press.act(code) : onZoom(null))}
            />
          );
        })}
      </svg>
      <figcaption className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <Legend {...coloured} />
      </figcaption>
      <PartsOf
        {...coloured}
        country={zoomed ?? marked}
        parts={parts}
        press={press}
        nameOf={nameOf}
        partName={partName}
      />
    </figure>
  );
}

const edges = {
  plain: { stroke: 'var(--color-base-100)', strokeWidth: 0.5 },
  part: { stroke: 'var(--color-base-100)', strokeWidth: 0.4 },
  marked: { stroke: 'var(--color-base-content)', strokeWidth: 1.6 },
};

function Shown({
  path,
  fill,
  edge,
  title,
  onPress,
}: {
  path: string;
  fill: string | null;
  edge: keyof typeof edges;
  title: string;
  onPress: () => void;
}) {
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: the pickers and tables beside the map do the same
    <path d={path} fill={fill ?? 'url(#none)'} {...edges[edge]} className="cursor-pointer" onClick={onPress}>
      <title>{title}</title>
    </path>
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
