import { alike, type Book, channelsOf, type Edit, editTo, valueAt } from '../book/index.ts';
import type { Adopted } from './adopted.ts';
import type { Dialect } from './dialect.ts';
import { keysOf } from './keys.ts';
import { settingsOf } from './manifest.ts';

/** A thing of a channel beside what the book would tell it: both in the book's terms, by the same reading. */
export interface AdoptRow {
  readonly what: 'service' | 'zone' | 'template' | 'lane' | 'offer';
  /** Its path in the book. */
  readonly path: readonly string[];
  readonly state: 'new' | 'different' | 'gone';
  /** What it is called there; of what is not there, in the book. */
  readonly name: string;
  /** The fields that differ, as the two readings have them; nothing where it is on one side alone. */
  readonly fields: readonly Difference[];
  /** The edits by which the book has it as it is there; null where the book says it in another way. */
  readonly edits: readonly Edit[] | null;
}

interface Difference {
  readonly field: string;
  readonly here: unknown;
  readonly there: unknown;
}

type Body = Readonly<Record<string, unknown>>;
/** One thing by its path, whatever list it is of. */
interface Thing {
  readonly what: AdoptRow['what'];
  readonly path: readonly string[];
  readonly name: string;
  readonly body: Body;
}

/**
 * Where what is live at a channel parts from what the book would tell it, thing by thing. Goods are left out: what a
 * channel lists, its own record says.
 *
 * @param here the book's own rendition, read as `there` is
 */
export function adoptionRows(book: Book, dialect: Taking['dialect'], here: Adopted, there: Adopted): AdoptRow[] {
  const [ours, theirs] = [thingsOf(here), thingsOf(there)];
  const taking: Taking = { book, dialect, there };
  const rows = [...new Set([...theirs.keys(), ...ours.keys()])].flatMap((key): AdoptRow[] => {
    const own = ours.get(key);
    const found = theirs.get(key);
    const other = own && found ? { ...found, body: testedAs(own.body, found.body) } : found;
    const thing = other ?? own;
    if (!thing) return [];
    const fields = own && other ? differing(own.body, other.body) : [];
    if (own && other && fields.length === 0) return [];
    const state = own && other ? 'different' : other ? 'new' : 'gone';
    const { what, path, name } = thing;
    const edits = editsFor(taking, thing, state, fields);
    return [{ what, path: inBook(taking, path), name, state, fields, edits }];
  });
  // Lanes of a template that is new, or gone, go with it.
  const whole = new Set(
    rows.flatMap((row) => (row.what === 'template' && row.state !== 'different' ? row.path[1] : [])),
  );
  return rows.filter((row) => row.what !== 'lane' || !whole.has(row.path[1]));
}

function thingsOf({ book }: Adopted): ReadonlyMap<string, Thing> {
  const things: Thing[] = [
    ...book.services.map(({ id, name, ...body }) => ({
      what: 'service' as const,
      path: ['services', id],
      name,
      body: { name, ...body },
    })),
    ...book.zones.map(({ id, name, ...body }) => ({
      what: 'zone' as const,
      path: ['zones', id],
      name,
      body: { name, ...body },
    })),
    ...book.templates.flatMap(({ id, name, lanes }): Thing[] => [
      { what: 'template', path: ['templates', id], name, body: { name } },
      ...Object.entries(lanes).flatMap(([zone, row]) =>
        Object.entries(row).map(([service, lane]): Thing => {
          const path = ['templates', id, 'lanes', zone, service];
          return { what: 'lane', path, name, body: lane };
        }),
      ),
    ]),
    ...book.offers.map(({ id, number: _, title, ...body }): Thing => {
      return { what: 'offer', path: ['offers', id], name: title, body: { title, ...body } };
    }),
  ];
  return new Map(things.map((thing) => [thing.path.join('/'), thing]));
}

/**
 * What is there, with a threshold tested as here: no channel says before or after what it is, that goes by the offers
 * around it.
 */
function testedAs(here: Body, there: Body): Body {
  const [own, other] = [here.freeFrom, there.freeFrom] as { readonly test?: unknown }[];
  return own && other ? { ...there, freeFrom: { ...other, test: own.test } } : there;
}

const differing = (here: Body, there: Body): Difference[] =>
  [...new Set([...Object.keys(here), ...Object.keys(there)])].flatMap((field) =>
    alike(here[field], there[field]) ? [] : [{ field, here: here[field], there: there[field] }],
  );

/** What taking a thing from a channel goes by. */
interface Taking {
  readonly book: Book;
  readonly dialect: Pick<Dialect, 'id' | 'settings'>;
  readonly there: Adopted;
}

function editsFor(
  taking: Taking,
  { what, path, body }: Thing,
  state: AdoptRow['state'],
  fields: readonly Difference[],
): readonly Edit[] | null {
  const { book } = taking;
  const at = inBook(taking, path);
  const stands = valueAt(book, at) !== undefined;
  const id = path[1] ?? '';
  if (state === 'different' && what === 'lane') return stands ? laneChanges(book, at, body, fields) : null;
  if (state === 'different')
    return stands ? fields.map(({ field, there }) => editTo([...at, field], inTerms(taking, there))) : null;
  switch (what) {
    case 'lane':
      if (state === 'gone') return stands ? [{ path: at }] : null;
      return laneEdits(taking, path, at);
    case 'offer':
      return state === 'gone' ? endedThere(taking, id) : stands ? null : offerEdits(taking, id);
    case 'service':
      return state === 'new' ? serviceEdits(taking, id) : null;
    case 'zone':
      return state === 'new' && !stands ? zoneEdits(taking, [id]) : null;
    case 'template':
      return state === 'new' && !stands ? templateEdits(taking, id) : null;
  }
}

/**
 * A lane as it is there. What one of its fields says goes by the others too, and there may be told by another: a
 * threshold of its own group by steps, bounds by where steps end.
 */
function laneChanges(book: Book, at: readonly string[], there: Body, fields: readonly Difference[]): Edit[] {
  const all = new Set([...fields.map(({ field }) => field), 'rate', 'freeFrom', 'fees', 'bounds', 'values']);
  const taken = testedAs((valueAt(book, at) ?? {}) as Body, there);
  return [...all].flatMap((field) =>
    alike(valueAt(book, [...at, field]), taken[field]) ? [] : [{ path: [...at, field], value: taken[field] }],
  );
}

/** The services of the book by the channel's words for them. */
function serviceOf({ book, dialect }: Taking, speed: string): string {
  const { speeds } = settingsOf(book, dialect);
  return Object.entries(speeds).find(([, word]) => word === speed)?.[0] ?? speed;
}

/** A path as the book has it: services by its own names. */
function inBook(taking: Taking, path: readonly string[]): readonly string[] {
  const at = path[0] === 'services' ? 1 : path[0] === 'templates' && path[2] === 'lanes' ? 4 : -1;
  return path.map((step, i) => (i === at ? serviceOf(taking, step) : step));
}

/** A field of an offer as the book has it: services by its own names. */
function inTerms(taking: Taking, value: unknown): unknown {
  const benefit = value as {
    readonly is?: unknown;
    readonly on?: { readonly is?: unknown; readonly services?: readonly string[] };
  };
  if (benefit?.is !== 'delivery' || benefit.on?.is !== 'services') return value;
  const services = (benefit.on.services ?? []).map((speed) => serviceOf(taking, speed));
  return { ...benefit, on: { ...benefit.on, services } };
}

/** Zones of the channel that the book does not have yet. */
const zoneEdits = ({ book, there }: Taking, ids: readonly string[]): Edit[] =>
  there.book.zones
    .filter(({ id }) => ids.includes(id) && !book.zones.some((zone) => zone.id === id))
    .map((zone) => ({ path: ['zones', zone.id], value: zone }));

/** A service and what the channel calls it. */
function serviceEdits({ book, dialect, there }: Taking, id: string): Edit[] | null {
  const service = there.book.services.find((one) => one.id === id);
  if (!service || book.services.some((one) => one.id === id)) return null;
  return [
    { path: ['services', id], value: service },
    { path: ['channels', dialect.id, 'speeds', id], value: id },
  ];
}

function laneEdits(taking: Taking, path: readonly string[], at: readonly string[]): Edit[] | null {
  const [, template = '', , zone = '', service = ''] = path;
  const served = taking.book.templates.find(({ id }) => id === template);
  const lane = taking.there.book.templates.find(({ id }) => id === template)?.lanes[zone]?.[service];
  if (!served || !lane || !taking.book.services.some(({ id }) => id === at[4])) return null;
  return [
    ...zoneEdits(taking, [zone]),
    ...(served.zones.includes(zone)
      ? []
      : [{ path: ['templates', template, 'zones'], value: [...served.zones, zone] }]),
    { path: at, value: lane },
  ];
}

function templateEdits(taking: Taking, id: string): Edit[] {
  const template = taking.there.book.templates.find((one) => one.id === id);
  if (!template) return [];
  const lanes = Object.fromEntries(
    Object.entries(template.lanes).map(([zone, row]) => [
      zone,
      Object.fromEntries(Object.entries(row).map(([speed, lane]) => [serviceOf(taking, speed), lane])),
    ]),
  );
  return [...zoneEdits(taking, template.zones), { path: ['templates', id], value: { ...template, lanes } }];
}

/** An offer that holds at the channel alone, with the goods it is on, its zones, and those it competes with there. */
function offerEdits(taking: Taking, id: string): Edit[] {
  const { book, dialect, there } = taking;
  const fresh = there.book.offers.filter((one) => !book.offers.some((own) => own.id === one.id));
  const offer = fresh.find((one) => one.id === id);
  if (!offer) return [];
  const rivals = there.book.eitherOr
    .flatMap((group) => (group.offers.includes(id) ? group.offers : []))
    .filter((one) => book.offers.some((own) => own.id === one));
  const goods = 'goods' in offer.benefit ? offer.benefit.goods : null;
  const selection = there.book.selections.find((one) => one.id === goods);
  const own = selection && { ...selection, id: freshId(selection.id, book.selections) };
  const benefit = inTerms(taking, own ? { ...offer.benefit, goods: own.id } : offer.benefit);
  return [
    ...zoneEdits(taking, offer.zones ?? []),
    ...(own ? [{ path: ['selections', own.id], value: own }] : []),
    { path: ['numbered'], value: book.numbered + fresh.length },
    {
      path: ['offers', id],
      value: { ...offer, benefit, number: book.numbered + 1 + fresh.indexOf(offer), channels: [dialect.id] },
    },
    ...(rivals.length === 0
      ? []
      : [
          {
            path: ['eitherOr', freshId(`with-${id}`.slice(0, 40), book.eitherOr)],
            value: {
              id: freshId(`with-${id}`.slice(0, 40), book.eitherOr),
              name: offer.title,
              of: 'order',
              offers: [...new Set([...rivals, id])],
            },
          },
        ]),
  ];
}

const freshId = (wanted: string, taken: readonly { readonly id: string }[]): string => {
  const keyFor = keysOf(40);
  for (const { id } of taken) keyFor(id);
  return keyFor(wanted);
};

/** An offer that a channel has no more is not meant there; one that was meant there alone rests. */
function endedThere({ book, dialect }: Taking, id: string): Edit[] | null {
  const offer = book.offers.find((one) => one.id === id);
  if (!offer) return null;
  const others = (offer.channels ?? channelsOf(book)).filter((one) => one !== dialect.id);
  return others.length === 0
    ? [{ path: ['offers', id, 'state'], value: 'paused' }]
    : [{ path: ['offers', id, 'channels'], value: others }];
}
