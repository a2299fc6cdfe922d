import { money } from '../../../words/index.ts';
import type { MapAnswer, MapPlace } from '../../engine/study.ts';

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

/** What a map is coloured by. */
export interface Coloured {
  answer: MapAnswer;
  zones: readonly { id: string; name: string; widest: boolean }[];
  by: 'zone' | 'charge';
}

/** What the basket's delivery costs anywhere. */
export const chargesOf = ({ answer }: Coloured) => answer.places.flatMap((one) => one.charge ?? []);

/** The colour of a zone. */
export function hueOf({ zones }: Coloured, id: string | null): string {
  const at = zones.findIndex((zone) => zone.id === id);
  return zones[at]?.widest ? 'var(--rest-of-world)' : (hues[at % hues.length] ?? '#999');
}

/** The colour of a place; null where it is not delivered to. */
export function colourOf(coloured: Coloured, place: MapPlace | undefined): string | null {
  if (!place || (coloured.by === 'zone' ? place.zone : place.charge) === null) return null;
  if (coloured.by === 'zone') return hueOf(coloured, place.zone);
  const charges = chargesOf(coloured);
  const [least, most] = [Math.min(...charges), Math.max(...charges)];
  const share = most === least ? 0.5 : ((place.charge ?? 0) - least) / (most - least);
  return `color-mix(in oklab, #0e5a57 ${Math.round(12 + share * 88)}%, #f1e7c8)`;
}

/** Where a place falls, or what is charged there. */
export function wordsOf({ answer, zones, by }: Coloured, place: MapPlace | undefined): string {
  if (!place) return '';
  if (by === 'zone') return zones.find((zone) => zone.id === place.zone)?.name ?? 'not delivered to';
  return place.charge === null ? 'no choice' : money(place.charge, answer.market);
}
