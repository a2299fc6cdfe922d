import type { BookInput, ChannelId } from '../../src/core/book/index.ts';
import { dialectOf, type Note } from '../../src/core/channels/index.ts';
import { offerOf, type shopOf } from './shop.ts';

export type Lanes = Parameters<typeof shopOf>[0];
export type Lane = Lanes[string];

/** What channels call the services of small books. */
const speeds = {
  'lerrin-shop': { post: 'post', fast: 'fast', fetch: 'fetch' },
  harrowmere: { post: 'STANDARD', fast: 'EXPRESS', fetch: null },
  findlark: { post: 'standard', fast: 'swift', fetch: null },
} as const;

/** A small book as a channel is told it. */
export const toldOf = (channel: ChannelId, book: ReturnType<typeof shopOf>) => {
  const { book: compiled, goods } = book.open();
  return dialectOf(channel).render(compiled, goods);
};
const boundOf = (note: Note | undefined): number | string | undefined =>
  note?.fidelity.is === 'bounded' ? note.fidelity.bound : note?.fidelity.is;
/** What is said of a clause there: its bound, or “exact” or “unsayable”. */
export const saidOf = (channel: ChannelId, book: ReturnType<typeof shopOf>, is: (clause: Note['clause']) => boolean) =>
  boundOf(toldOf(channel, book).notes.find(({ clause }) => is(clause)));

/** A channel in a book, with its words for services. */
export const channels = (id: ChannelId): Partial<BookInput> => ({
  channels: { [id]: { speeds: speeds[id as 'findlark'] } },
});
export const free = { value: '50.00', test: 'after', of: 'basket' } as const;
export const isThreshold = (zone: string) => (clause: Note['clause']) =>
  clause.about === 'threshold' && clause.zone === zone;

/** Ireland by itself, and with France. */
export const homeAndEurope: BookInput['zones'] = [
  { id: 'home', name: 'Home', takes: ['IE'], leaves: [] },
  { id: 'europe', name: 'Europe', takes: ['IE', 'FR'], leaves: [] },
];

/** Two templates with lanes to the home zone. */
export const twoTemplates = (main: Lanes, second: Lanes, from = 'Here'): BookInput['templates'] => [
  { id: 'main', name: 'Main', origin: 'Here', zones: ['home'], lanes: { home: { ...main } } },
  { id: 'second', name: 'Second', origin: from, zones: ['home'], lanes: { home: { ...second } } },
];

/** Templates with a lane to the home zone for each of some services. */
export const homeTemplates = (
  ids: readonly string[],
  services: readonly string[],
  lane: () => Lane,
): BookInput['templates'] =>
  ids.map((id) => ({
    id,
    name: id,
    origin: 'Here',
    zones: ['home'],
    lanes: { home: Object.fromEntries(services.map((one) => [one, lane()])) },
  }));

/** An offer on the goods with the tag “less” alone. */
export const lessOff = (
  off: { by: 'amount'; amount: string } | { by: 'percent'; percent: string },
): Partial<BookInput> => ({
  selections: [{ id: 'less', name: 'Less', takes: { is: 'tags', any: ['less'], all: [] }, except: [] }],
  offers: [offerOf('less', 1, { benefit: { is: 'off goods', goods: 'less', off } })],
});

export const isMixing = ({ about }: Note['clause']) => about === 'mixing';
