import type { GeoPermissibleObjects } from 'd3-geo';
import { useEffect, useState } from 'react';
import { feature } from 'topojson-client';

/** A part of a country as it is drawn; those that no code is known of have none. */
export interface PartShape {
  readonly code: string | null;
  readonly name: string;
  readonly shape: GeoPermissibleObjects;
}

/** The shapes of a country's parts, a file a country (Natural Earth; see scripts/part-shapes.mjs). */
const files = import.meta.glob<{ default: unknown }>('./part-shapes/*.json');

/** The shapes of a country's parts; none where there are none, or until they have come. */
export function usePartShapes(country: string | null): readonly PartShape[] {
  const [drawn, setDrawn] = useState<{ country: string; shapes: readonly PartShape[] } | null>(null);
  useEffect(() => {
    const load = country === null ? undefined : files[`./part-shapes/${country}.json`];
    if (!country || !load) return;
    let stale = false;
    load().then(({ default: file }) => {
      if (!stale) setDrawn({ country, shapes: shapesIn(file) });
    });
    return () => {
      stale = true;
    };
  }, [country]);
  return drawn && drawn.country === country ? drawn.shapes : [];
}

function shapesIn(file: unknown): PartShape[] {
  const topology = file as Parameters<typeof feature>[0];
  const { features } = feature(topology, topology.objects.parts as never) as unknown as {
    features: { id?: string; properties?: { name?: string }; geometry: GeoPermissibleObjects }[];
  };
  return features.map(({ id, properties, geometry }) => ({
    code: id ?? null,
    name: properties?.name ?? '',
    shape: geometry,
  }));
}
