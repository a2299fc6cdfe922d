import type { CompiledBook } from '../../../src/core/book/index.ts';
import { amountIn, euro } from '../../../src/core/channels/amounts.ts';
import { atlas } from '../../../src/core/channels/atlas.ts';
import type { Dialect, Listed, Note, Rendition, Rules } from '../../../src/core/channels/dialect.ts';
import { exact, type Remedy, unsayable, worstOf } from '../../../src/core/channels/fidelity.ts';
import { settingsOf } from '../../../src/core/channels/manifest.ts';
import { apartNotes, plainLanes, plainReach } from '../../../src/core/channels/plain.ts';
import { plainOffers, saidPlainly } from '../../../src/core/channels/plain-offer.ts';
import { amountText, err, type Minor, minor } from '../../../src/core/exact/index.ts';
import type { Place } from '../../../src/core/places/index.ts';
import type { quillgate } from './manifest.ts';

/** What stands on the board: for a country and a speed an amount an order, everything inside. */
interface Board {
  readonly goods: readonly { readonly id: string; readonly price: string }[];
  readonly rows: readonly { readonly country: string; readonly speed: string; readonly amount: string }[];
}

const asItIs: Remedy = 'live with it';

function render(manifest: Pick<typeof quillgate, 'id' | 'settings'>, book: CompiledBook, goods: readonly Listed[]) {
  const notes: Note[] = apartNotes(book, goods);
  const { speeds, pin } = settingsOf(book.body, manifest);
  const rows: Board['rows'][number][] = [];
  for (const zone of book.defaultTemplate.zones) {
    const parts = atlas(book).filter((one) => one.zone === zone.id);
    const countries = parts.flatMap(({ pattern }) => (pattern.is === 'country' ? [pattern.country] : []));
    notes.push({
      clause: { about: 'zone', zone: zone.id },
      reads: countries.length === 0 ? [] : [countries],
      fidelity: countries.length === parts.length ? exact : unsayable({ is: 'no whole country' }, asItIs),
    });
    for (const [service, lane] of plainLanes(book).get(zone.id) ?? []) {
      const clause = { about: 'rate', template: book.defaultTemplate.id, zone: zone.id, service } as const;
      const speed = speeds[service];
      if (!speed || lane.rate?.is !== 'flat') {
        notes.push({
          clause,
          reads: [],
          fidelity: speed ? worstOf([lane.lost]) : unsayable({ is: 'no speed', service, speed: null }, asItIs),
        });
        continue;
      }
      const amount = amountText(minor(plainReach(lane.rate).most + amountIn(pin)), euro);
      rows.push(...countries.map((country) => ({ country, speed, amount })));
      const lost = lane.freeFrom ? [unsayable({ is: 'threshold', over: 'value' }, asItIs)] : [];
      notes.push({ clause, reads: [[speed, amount]], fidelity: worstOf([lane.lost, ...lost]) });
    }
  }
  const offers = plainOffers(book, manifest.id as never);
  notes.push(...offers.notes);
  for (const offer of offers.offers)
    notes.push({
      clause: { about: 'offer', offer: offer.id },
      reads: [],
      fidelity: unsayable({ is: 'benefit', kind: offer.benefit.is }, asItIs),
    });
  const board = { goods: goods.map((item) => ({ id: item.sku, price: amountText(item.price, euro) })), rows };
  const zoneOfName = new Map(
    rows.flatMap(({ country }) => {
      const place: Place = { country, part: null, postcode: null };
      return [[country, book.defaultTemplate.zoneOf(place)?.zone.id ?? ''] as const];
    }),
  );
  return {
    rules: rulesOf(board),
    notes,
    zoneOfName,
    thresholds: new Set<string>(),
    said: saidPlainly(offers.offers),
  } satisfies Rendition;
}

function rulesOf(board: Board): Rules {
  const at = (place: Place) => board.rows.filter((row) => row.country === place.country);
  return {
    written: () => [{ name: 'board.json', pieces: () => [`${JSON.stringify(board)}\n`] }],
    patterns: [...new Set(board.rows.map((row) => row.country))].map((country) => ({ is: 'country', country })),
    edgesAt: () => ({ values: [], masses: [], moments: [], perItem: false }),
    placeKey: (place) => (at(place).length > 0 ? place.country : ''),
    probes: () => [],
    batches: [],
    planOf: () => null,
    readOf: () => [],
    without: () => rulesOf(board),
    charges: ({ place }) =>
      at(place).map(({ country, speed, amount }) => ({
        speed,
        charge: amountIn(amount),
        discount: 0 as Minor,
        steps: [
          { step: 'place', amount: null, by: { is: 'place', name: country } },
          { step: 'rate', amount: amountIn(amount), by: { is: 'once' } },
          { step: 'pays', amount: amountIn(amount), by: null },
        ],
      })),
  };
}

/** The dialect of a board. */
export const boardDialect = <
  const M extends typeof quillgate | { id: string; settings: (typeof quillgate)['settings'] },
>(
  manifest: M,
) => ({
  ...manifest,
  render: (book: CompiledBook, goods: readonly Listed[]) => render(manifest as never, book, goods),
  read: ((files) => {
    const text = files.find((one) => one.name === 'board.json')?.text;
    return text === undefined
      ? err(['board.json'], { is: 'no file', name: 'board.json' })
      : { ok: true, value: rulesOf(JSON.parse(text) as Board) };
  }) satisfies Dialect['read'],
});
