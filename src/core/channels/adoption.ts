import { alike, type Book, channelsOf, type Edit, editTo, valueAt } from '../book/index.ts';
import { memo } from '../exact/index.ts';
import type { Adopted } from './adopted.ts';
import type { Dialect, Rendition } from './dialect.ts';
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
 * @param told what the channel is told of the book
 * @param here the same, read as `there` is, without what it holds for review
 * @param held the offers that it holds so: they are told of elsewhere
 */
export function adoptionRows(
  book: Book,
  dialect: Taking['dialect'],
  told: Taking['told'],
  here: Adopted,
  there: Adopted,
  held: ReadonlySet<string> = new Set(),
): AdoptRow[] {
  const [ours, theirs] = [thingsOf(here), thingsOf(there)];
  const taking: Taking = { book, dialect, told, there };
  const onSame = sameGoods(here, there);
  const rows = [...new Set([...theirs.keys(), ...ours.keys()])].flatMap((key): AdoptRow[] => {
    const own = ours.get(key);
    const found = theirs.get(key);
    const other = own && found ? { ...found, body: onSame(testedAs(own.body, found.body), own.body) } : found;
    const thing = other ?? own;
    if (!thing || (thing.what === 'offer' && held.has(thing.path[1] ?? ''))) return [];
    const fields = own && other ? differing(own.body, other.body) : [];
    if (own && other && fields.length === 0) return [];
    const state = own && other ? 'different' : other ? 'new' : 'gone';
    const { what, path, name } = thing;
    const edits = editsFor(taking, thing, state, fields);
    return [{ what, path: inBook(taking, path) ?? path, name, state, fields, edits }];
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

/**
 * An offer as it is there, on the goods that it is on here where these are the same ones: what a channel calls goods goes
 * by all its offers.
 */
function sameGoods(here: Adopted, there: Adopted): (body: Body, own: Body) => Body {
  const every = memo(({ goods }: Adopted): readonly string[] => goods().map(({ sku }) => sku));
  const skusOf = (side: Adopted, id: string | null): readonly string[] | null => {
    if (id === null) return every(side);
    const takes = side.book.selections.find((one) => one.id === id)?.takes;
    return takes?.is === 'skus' ? takes.skus : null;
  };
  // Goods of one side alone are told of as such, not as what offers are on.
  const isCommon = memo((_: Adopted) => {
    const [mine, others] = [new Set(every(here)), new Set(every(there))];
    return (sku: string) => mine.has(sku) && others.has(sku);
  });
  const isSame = (own: string | null, found: string | null) => {
    const [mine, others] = [skusOf(here, own), skusOf(there, found)].map((all) => all?.filter(isCommon(here)));
    if (!mine || mine.length !== others?.length) return false;
    const all = new Set(mine);
    return others.every((sku) => all.has(sku));
  };
  return (body, own) => {
    const [mine, found] = [goodsIn(own), goodsIn(body)];
    if (mine === found || mine === undefined || found === undefined || !isSame(mine, found)) return body;
    const named = (one: unknown) =>
      (one as OnGoods | null)?.goods === found ? { ...(one as OnGoods), goods: mine } : one;
    return { ...(named(body) as Body), benefit: named(body.benefit), asks: (body.asks as unknown[]).map(named) };
  };
}

interface OnGoods {
  readonly goods?: string | null;
}

/** The goods that an offer is on; undefined of what is no offer. */
function goodsIn({ benefit, goods }: Body): string | null | undefined {
  return benefit === undefined
    ? undefined
    : ((benefit as OnGoods).goods ?? (goods as string | null | undefined) ?? null);
}

const differing = (here: Body, there: Body): Difference[] =>
  [...new Set([...Object.keys(here), ...Object.keys(there)])].flatMap((field) =>
    alike(here[field], there[field]) ? [] : [{ field, here: here[field], there: there[field] }],
  );

/** What taking a thing from a channel goes by. */
interface Taking {
  readonly book: Book;
  readonly dialect: Pick<Dialect, 'id' | 'settings'>;
  readonly told: Pick<Rendition, 'zoneOfName'>;
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
  const own = at === null ? undefined : valueAt(book, at);
  if (at === null) return null;
  const stands = own !== undefined;
  const id = path[1] ?? '';
  if (state === 'different' && what === 'lane') return stands ? laneChanges(book, at, body, fields) : null;
  if (state === 'different') return stands ? fieldChanges(taking, at, own as Body, fields) : null;
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

/** A thing's fields as they are there: nothing where one of them is not, in the book, what the channel is told of it. */
function fieldChanges(
  taking: Taking,
  at: readonly string[],
  own: Body,
  fields: readonly Difference[],
): readonly Edit[] | null {
  const edits = fields.map(({ field, here, there }): Edit | null => {
    const value = fieldAs(taking, at, field, own[field], here, there);
    return value === undefined ? null : editTo([...at, field], value);
  });
  return edits.every((edit) => edit !== null) ? edits : null;
}

/** What a field of the book is to be for the channel to have it as it has; undefined where that is not known. */
function fieldAs(
  taking: Taking,
  [list]: readonly string[],
  field: string,
  own: unknown,
  here: unknown,
  there: unknown,
): unknown {
  // Of places a channel may be told in another way than the book has them.
  if (list === 'zones' && field !== 'name') return alike(own, here) ? there : undefined;
  if (list !== 'offers') return there;
  switch (field) {
    case 'zones': {
      const zones = zonesIn(taking, there as readonly string[] | null);
      return zones === 'none' ? undefined : zones;
    }
    case 'benefit':
    case 'asks':
    case 'goods': {
      const value = withOwnGoods(own, here, there);
      return value === undefined ? undefined : inTerms(taking, value);
    }
    default:
      return there;
  }
}

/**
 * What is there, on the goods that it is on in the book: those are told by what the channel calls them. Undefined where
 * they are others there.
 */
function withOwnGoods(own: unknown, here: unknown, there: unknown): unknown {
  if (Array.isArray(there)) {
    const [mine, told] = [own, here].map((one) => (Array.isArray(one) ? one : []));
    const all = there.map((one, i) => withOwnGoods(mine?.[i], told?.[i], one));
    return all.includes(undefined) ? undefined : all;
  }
  const [mine, told, found] = [own, here, there] as { readonly goods?: unknown; readonly test?: unknown }[];
  if (found === null || typeof found !== 'object') return undefined;
  if (!('goods' in found)) return there;
  if (told === undefined) return found.goods === null ? there : undefined;
  if (!alike(told.goods, found.goods)) return undefined;
  return { ...found, goods: mine?.goods ?? null, ...('test' in found && mine?.test ? { test: mine.test } : {}) };
}

/** What of a lane is told as one: fees with the rate, bounds by where its steps end. */
const ofRate = ['rate', 'fees', 'bounds', 'values'];

/**
 * A lane as it is there. A threshold may be told by the rate too, as one of its own group by steps: then both are taken;
 * else what does not differ stays as the book has it, which the channel may have been told more plainly.
 */
function laneChanges(book: Book, at: readonly string[], there: Body, fields: readonly Difference[]): Edit[] {
  const own = (valueAt(book, at) ?? {}) as Body;
  const here: Body = { ...there, ...Object.fromEntries(fields.map((one) => [one.field, one.here])) };
  const isTold = (own.freeFrom === null) === (here.freeFrom === null);
  const differ = fields.map(({ field }) => field);
  const rate = !isTold || differ.some((field) => ofRate.includes(field)) ? ofRate : [];
  const taken = testedAs(own, there);
  return [...new Set([...differ, ...rate, ...(isTold ? [] : ['freeFrom'])])].flatMap((field) =>
    alike(own[field], taken[field]) ? [] : [{ path: [...at, field], value: taken[field] }],
  );
}

/** The channel's word for a service of what was read there. */
const wordFor = ({ dialect, there }: Taking, service: string): string =>
  settingsOf(there.book, dialect).speeds[service] ?? service;

/** The services of the book by the channel's words for them. */
function serviceOf(taking: Taking, service: string): string {
  const { speeds } = settingsOf(taking.book, taking.dialect);
  const word = wordFor(taking, service);
  return Object.entries(speeds).find(([, one]) => one === word)?.[0] ?? service;
}

/** The book's zone for one that was read there; null where that is no zone, or part of one. */
function zoneOf({ book, told: { zoneOfName }, there }: Taking, id: string): string | null {
  const name = there.zoneNames.get(id);
  if (name === undefined) return id;
  const zone = zoneOfName.get(name);
  if (zone === undefined) return book.zones.some((one) => one.id === id) ? null : id;
  return [...zoneOfName.values()].filter((one) => one === zone).length === 1 ? zone : null;
}

/** Zones of an offer as the book has them; null for everywhere. */
function zonesIn(taking: Taking, ids: readonly string[] | null): string[] | null | 'none' {
  const zones = ids?.map((id) => zoneOf(taking, id)) ?? null;
  return zones === null ? null : zones.every((zone) => zone !== null) ? zones : 'none';
}

/** A path as the book has it: services and zones by its own names; null where there is none. */
function inBook(taking: Taking, path: readonly string[]): readonly string[] | null {
  const [list, id = '', field, zone = '', service = ''] = path;
  if (list === 'services') return [list, serviceOf(taking, id)];
  if (list === 'zones') {
    const own = zoneOf(taking, id);
    return own === null ? null : [list, own];
  }
  if (list !== 'templates' || field !== 'lanes') return path;
  const own = zoneOf(taking, zone);
  return own === null ? null : [list, id, field, own, serviceOf(taking, service)];
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
const zoneEdits = (taking: Taking, ids: readonly string[]): Edit[] =>
  taking.there.book.zones
    .filter(
      ({ id }) => ids.includes(id) && zoneOf(taking, id) === id && !taking.book.zones.some((zone) => zone.id === id),
    )
    .map((zone) => ({ path: ['zones', zone.id], value: zone }));

/** A service and what the channel calls it. */
function serviceEdits(taking: Taking, id: string): Edit[] | null {
  const { book, dialect, there } = taking;
  const service = there.book.services.find((one) => one.id === id);
  if (!service || book.services.some((one) => one.id === id)) return null;
  return [
    { path: ['services', id], value: service },
    { path: ['channels', dialect.id, 'speeds', id], value: wordFor(taking, id) },
  ];
}

function laneEdits(taking: Taking, path: readonly string[], at: readonly string[]): Edit[] | null {
  const [, template = '', , zone = '', service = ''] = path;
  const own = at[3] ?? zone;
  const served = taking.book.templates.find(({ id }) => id === template);
  const lane = taking.there.book.templates.find(({ id }) => id === template)?.lanes[zone]?.[service];
  if (!served || !lane || !taking.book.services.some(({ id }) => id === at[4])) return null;
  return [
    ...zoneEdits(taking, [zone]),
    ...(served.zones.includes(own) ? [] : [{ path: ['templates', template, 'zones'], value: [...served.zones, own] }]),
    { path: at, value: lane },
  ];
}

function templateEdits(taking: Taking, id: string): Edit[] | null {
  const template = taking.there.book.templates.find((one) => one.id === id);
  if (!template) return [];
  const served = template.zones.filter((zone) => template.lanes[zone]);
  const zones = zonesIn(taking, served);
  if (zones === null || zones === 'none') return null;
  const lanes = Object.fromEntries(
    served.map((zone, i) => [
      zones[i],
      Object.fromEntries(
        Object.entries(template.lanes[zone] ?? {}).map(([speed, lane]) => [serviceOf(taking, speed), lane]),
      ),
    ]),
  );
  return [...zoneEdits(taking, served), { path: ['templates', id], value: { ...template, zones, lanes } }];
}

/** An offer that holds at the channel alone, with the goods it is on, its zones, and those it competes with there. */
function offerEdits(taking: Taking, id: string): Edit[] | null {
  const { book, dialect, there } = taking;
  const fresh = there.book.offers.filter((one) => !book.offers.some((own) => own.id === one.id));
  const offer = fresh.find((one) => one.id === id);
  const zones = offer ? zonesIn(taking, offer.zones) : 'none';
  if (!offer || zones === 'none') return null;
  const rivals = there.book.eitherOr
    .flatMap((group) => (group.offers.includes(id) ? group.offers : []))
    .filter((one) => book.offers.some((own) => own.id === one));
  const goods = ('goods' in offer.benefit ? offer.benefit.goods : null) ?? offer.goods;
  const selection = there.book.selections.find((one) => one.id === goods);
  const own = selection && { ...selection, id: freshId(selection.id, book.selections) };
  /** On the selection as the book has it. */
  const onOwn = <T extends object>(one: T): T =>
    own && 'goods' in one && one.goods !== null ? { ...one, goods: own.id } : one;
  const placed = onOwn({
    ...offer,
    zones,
    benefit: inTerms(taking, onOwn(offer.benefit)),
    asks: offer.asks.map(onOwn),
  });
  return [
    ...zoneEdits(taking, offer.zones ?? []),
    ...(own ? [{ path: ['selections', own.id], value: own }] : []),
    { path: ['numbered'], value: book.numbered + fresh.length },
    {
      path: ['offers', id],
      value: { ...placed, number: book.numbered + 1 + fresh.indexOf(offer), channels: [dialect.id] },
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
