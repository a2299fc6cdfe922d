import { stringify } from 'csv-stringify/sync';
import { historyTargets } from '../src/core/history/index.ts';
import { csvRows, delimiterOf, guessLayout } from '../src/core/tables/index.ts';
import { historyHeads } from '../src/words/index.ts';
import type { World } from './world.ts';

const head = ['Order no.', 'Ordered at', 'Place', 'Delivery', 'SKU', 'Qty'];
/** How many orders a file brings, how many of those that are there it tells anew, and the letters of a piece. */
const many = { fresh: 800, again: 200, piece: 8000 };
const skus = ['BAR-OAT', 'BAR-SEA'];

/** Units by SKU. */
type Units = Readonly<Record<string, number>>;

/**
 * Past orders as files told them, held against what is there: every order of a file that was taken is there once, as it
 * was told last; of one that was stopped none. Each order has a minute of its own, by which it is known.
 */
export class Orders {
  /** By the minute. */
  readonly #there = new Map<number, Units>();
  #next = 0;
  readonly counts = { taken: 0, stopped: 0, orders: 0 };

  constructor(
    readonly world: World,
    readonly below: (most: number) => number,
    readonly note: (what: string) => void,
  ) {}

  /** A file of orders nobody has told yet, and some told anew, sent in pieces and taken; now and then it is stopped. */
  async file(name: string): Promise<void> {
    const told = new Map<number, Units>();
    const known = [...this.#there.keys()];
    for (let i = 0; i < many.again && known.length > 0; i += 1)
      told.set(known[this.below(known.length)] as number, this.#some());
    for (let i = 0; i < many.fresh; i += 1) told.set(this.#next + i, this.#some());
    this.#next += many.fresh;
    const fresh = [...told.keys()].filter((minute) => !this.#there.has(minute)).length;
    const { state, report, error } = await this.#taken(name, told, this.below(7) === 0);
    if (state === 'stopped') {
      this.counts.stopped += 1;
    } else if (state !== 'done') {
      this.note(`orders of ${name} ended ${state}: ${error}`);
    } else {
      this.counts.taken += 1;
      if (report.fresh !== fresh) this.note(`${name} says ${report.fresh} orders are new; ${fresh} were`);
      for (const [minute, units] of told) this.#there.set(minute, units);
    }
    const { orders } = (await this.world.insist('GET', '/api/history')).body;
    if (orders.count !== this.#there.size)
      this.note(`after ${name} ${orders.count} orders are there; ${this.#there.size} were taken`);
    this.counts.orders = this.#there.size;
  }

  /** What is there, order by order; then all of it told once more, which changes nothing. */
  async everyOrderOnce(): Promise<void> {
    const found = new Map<number, Units>();
    for (let after: number | null = 0; after !== null; ) {
      const { body } = await this.world.insist('GET', `/api/orders?after=${after}&every=1`);
      for (const one of body.orders) {
        const minute = (Date.parse(one.at) - first) / 60_000;
        if (found.has(minute)) this.note(`the order of minute ${minute} is there twice`);
        found.set(minute, unitsOf(one.lines));
      }
      after = body.next;
    }
    for (const [minute, units] of this.#there)
      if (wordOf(found.get(minute)) !== wordOf(units))
        this.note(`the order of minute ${minute} is ${wordOf(found.get(minute))}, and was told as ${wordOf(units)}`);
    for (const minute of found.keys())
      if (!this.#there.has(minute)) this.note(`the order of minute ${minute} is there, and was not taken`);
    if (this.#there.size === 0) return;
    const { state, report } = await this.#taken('once-more', this.#there, false);
    if (state !== 'done' || report.fresh + report.changed > 0 || report.same !== this.#there.size)
      this.note(`told once more: ${state}, ${JSON.stringify(report)}`);
  }

  #some(): Units {
    const one = { [skus[this.below(2)] as string]: 1 + this.below(9) };
    return this.below(3) === 0 ? { [skus[0] as string]: 1 + this.below(9), [skus[1] as string]: 1 } : one;
  }

  async #taken(name: string, told: ReadonlyMap<number, Units>, isStopped: boolean) {
    const rows = [...told].flatMap(([minute, units]) =>
      Object.entries(units).map(([sku, count]) => [
        `N-${minute}`,
        new Date(first + minute * 60_000).toISOString(),
        'IE',
        'post',
        sku,
        String(count),
      ]),
    );
    const text = stringify([head, ...rows], { delimiter: ';' });
    const { layout } = guessLayout(csvRows(text), delimiterOf(text), historyTargets.orders, historyHeads.orders);
    const key = (step: string) => ({ 'Idempotency-Key': `orders-${name}-${step}` });
    const request = { sort: 'orders', name: `${name}.csv`, layout, who: 'Trial' };
    const { status, body } = await this.world.insist('POST', '/api/history/imports', request, key('begun'));
    if (status !== 202) throw new Error(`${name} was not begun: ${JSON.stringify(body)}`);
    const address = `/api/history/imports/${body.id}`;
    const pieces = Math.ceil(text.length / many.piece);
    for (let n = 0; n < pieces; n += 1) {
      const piece = text.slice(n * many.piece, (n + 1) * many.piece);
      const sent = await this.world.insist('PUT', `${address}/pieces/${n}`, { text: piece });
      if (sent.status !== 202) this.note(`a piece of ${name} was refused: ${JSON.stringify(sent.body)}`);
    }
    const taken = await this.world.insist('POST', `${address}/taken`, { pieces }, key('taken'));
    if (taken.status !== 202) this.note(`the orders of ${name} were refused: ${JSON.stringify(taken.body)}`);
    if (isStopped) await this.world.insist('DELETE', address);
    return this.world.until(address, ({ state }) => state !== 'taking');
  }
}

const first = Date.parse('2024-01-01T00:00:00Z');
const unitsOf = (lines: readonly { readonly sku: string; readonly units: number }[]): Units =>
  Object.fromEntries(lines.map(({ sku, units }) => [sku, units]));
const wordOf = (units: Units | undefined): string =>
  units === undefined
    ? 'not there'
    : Object.entries(units)
        .sort()
        .map(([sku, count]) => `${count} x ${sku}`)
        .join(' + ');
