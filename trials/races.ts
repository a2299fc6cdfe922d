import { readBookFile } from '../src/core/book/index.ts';

/**
 * Two or more writers who look at the same revision and save at once. Judged by what HTTP answers alone, with a small
 * reading of edits of its own: every save that was taken is in, in the order of revisions, and nobody has overwritten
 * what they had not seen.
 */
export interface Asked {
  readonly status: number;
  // biome-ignore lint/suspicious/noExplicitAny: a trial looks into answers of every shape
  readonly body: any;
}
type Ask = (writer: number, method: string, path: string, body?: unknown) => Promise<Asked>;
type Path = readonly string[];
interface Edit {
  readonly path: Path;
  readonly value?: unknown;
}
type Tree = Record<string, unknown>;

export interface Raced {
  readonly races: number;
  readonly taken: number;
  readonly conflicts: number;
  readonly unsound: number;
  readonly wrong: readonly string[];
}

export async function race(
  races: number,
  writersOf: (race: number) => number,
  random: () => number,
  ask: Ask,
): Promise<Raced> {
  const below = (most: number) => Math.floor(random() * most);
  const pick = <T>(list: readonly T[]): T => list[below(list.length)] as T;
  const wrong: string[] = [];
  const count = { taken: 0, conflicts: 0, unsound: 0 };
  for (let i = 0; i < races; i += 1) {
    const { revision: base } = (await ask(0, 'GET', '/api/book')).body as { revision: number };
    const before = (await ask(0, 'GET', '/api/book/file')).body as Tree;
    const writers = Array.from({ length: writersOf(i) }, (_, writer) => {
      const count = 1 + below(3);
      return Array.from({ length: count }, (_, n) => editsOf(before, `${i}-${writer}-${n}`)).flat();
    });
    const answers = await Promise.all(
      writers.map((edits, writer) =>
        ask(writer, 'POST', '/api/revisions', { base, who: `W${writer}`, note: '', edits }),
      ),
    );
    const { revisions } = (await ask(0, 'GET', '/api/revisions')).body;
    const madeBy = (revision: number) => revisions.find((one: { number: number }) => one.number === revision)?.who;
    // One that changed nothing was given the number of the revision that stood: it comes after that.
    const isOwn = (writer: number, revision: number) => (revision > base && madeBy(revision) === `W${writer}` ? 0 : 1);
    const taken = answers
      .map((answer, writer) => ({ ...answer, writer, edits: writers[writer] ?? [] }))
      .filter((answer) => answer.status === 201)
      .sort(
        (a, b) =>
          a.body.revision - b.body.revision || isOwn(a.writer, a.body.revision) - isOwn(b.writer, b.body.revision),
      );
    let now = before;
    for (const { edits, body } of taken) {
      for (const { path, value } of edits) {
        const [stands, seen] = [at(now, path), at(before, path)];
        const own = edits.some((other) => other.path !== path && touch(other.path, path));
        if (!own && !same(stands, seen) && !same(stands, value))
          wrong.push(
            `race ${i}: revision ${body.revision} overwrote at ${path.join('/')}: ${JSON.stringify(stands)}, not seen`,
          );
        now = put(now, path, value) as Tree;
      }
    }
    const after = (await ask(0, 'GET', '/api/book/file')).body as Tree;
    if (!same(now, after)) wrong.push(`race ${i}: what stands is not what was taken, in order: ${told(now, after)}`);
    for (const { status, body } of answers) {
      if (status === 201) count.taken += 1;
      else if (status === 409) count.conflicts += 1;
      else if (status === 422) count.unsound += 1;
      else wrong.push(`race ${i}: answered ${status}: ${JSON.stringify(body).slice(0, 200)}`);
    }
    if (i % 20 === 0 && !readBookFile(after).ok) wrong.push(`race ${i}: the book that stands is not sound`);
  }
  return { races, ...count, wrong };

  /** Something of a book that people edit: fields, things added, taken away, given another name, all over again. */
  function editsOf(tree: Tree, mark: string): Edit[] {
    const zones = tree.zones as { id: string }[];
    const goods = tree.goods as { sku: string; tags: unknown }[];
    const offers = tree.offers as { id: string }[];
    const offer = offers[0];
    const good = pick(goods);
    const [template] = tree.templates as { id: string; lanes: Record<string, Record<string, { rate: Tree }>> }[];
    const tables = Object.entries(template?.lanes ?? {}).flatMap(([zone, lanes]) =>
      Object.entries(lanes).flatMap(([service, { rate }]) =>
        rate.is === 'table' ? [['templates', template?.id ?? '', 'lanes', zone, service, 'rate', 'breaks']] : [],
      ),
    );
    const edge = `${1 + below(8) / 2}`;
    const extra = goods.filter((one) => one.sku.startsWith('RACE-'));
    const kinds: (() => Edit)[] = [
      () => ({ path: ['seller'], value: `Seller ${mark}` }),
      () => ({ path: ['zones', pick(zones).id, 'name'], value: `Zone ${mark}` }),
      () => ({ path: ['goods', good.sku, 'name'], value: `Thing ${mark}` }),
      () => ({ path: ['goods', good.sku, 'tags'], value: pick([['a'], ['b'], []]) }),
      () => ({ path: ['goods', good.sku], value: { ...good, name: `Whole ${mark}` } }),
      () => ({ path: ['goods', `RACE-${below(6)}`], value: { ...good, sku: `RACE-${below(6)}`, parent: null } }),
      () => ({ path: ['goods', (pick(extra.length > 0 ? extra : [good]) as { sku: string }).sku] }),
      () => ({
        path: ['goods', (pick(extra.length > 0 ? extra : [good]) as { sku: string }).sku, 'sku'],
        value: `RACE-${below(6)}`,
      }),
      ...(tables.length > 0
        ? [
            () => ({ path: [...pick(tables), pick(['1', '3', 'open']), 'amount'], value: `${1 + below(90)}.00` }),
            () => ({ path: [...pick(tables), edge], value: { to: edge, amount: `${1 + below(90)}.00` } }),
            () => ({ path: [...pick(tables), edge] }),
          ]
        : []),
      ...(offer
        ? [
            () => ({ path: ['offers', offer.id, 'title'], value: `Offer ${mark}` }),
            () => ({ path: ['offers', offer.id, 'note'], value: pick(['x', 'y']) }),
            () => ({ path: ['offers', offer.id, 'window', 'until'], value: pick([null, '2026-12-30T00:00']) }),
            () => ({ path: ['offers', offer.id], value: { ...offer, note: pick(['x', 'y']) } }),
          ]
        : []),
    ];
    const renamed = `RACE-${below(6)}`;
    if (random() < 0.1) {
      const old = pick(goods);
      return [{ path: ['goods', old.sku] }, { path: ['goods', renamed], value: { ...old, sku: renamed } }];
    }
    const made = pick(kinds)();
    // The key of what is put in whole is mostly its own.
    const whole = made.value as { sku?: string } | undefined;
    return made.path.length === 2 && made.path[0] === 'goods' && whole && random() < 0.9
      ? [{ path: made.path, value: { ...whole, sku: made.path[1] } }]
      : [made];
  }
}

/** What a member of a list is called: a break by where it ends. */
const keyOf = (one: unknown): unknown => {
  const { id, sku, to } = (one ?? {}) as Tree;
  return id ?? sku ?? (to === null ? 'open' : to);
};
const edgeOf = (one: unknown): number => Number((one as Tree).to ?? Number.POSITIVE_INFINITY);
const touch = (a: Path, b: Path): boolean => a.slice(0, b.length).every((step, i) => step === b[i]);

function at(tree: unknown, path: Path): unknown {
  return path.reduce<unknown>(
    (now, step) => (Array.isArray(now) ? now.find((one) => keyOf(one) === step) : (now as Tree | undefined)?.[step]),
    tree,
  );
}

function put(tree: unknown, [step = '', ...rest]: Path, value: unknown): unknown {
  const inner = (now: unknown) => (rest.length === 0 ? value : put(now, rest, value));
  if (Array.isArray(tree)) {
    const there = tree.some((one) => keyOf(one) === step);
    const list = there ? tree.map((one) => (keyOf(one) === step ? inner(one) : one)) : [...tree, inner(undefined)];
    const all = list.filter((one) => one !== undefined);
    return all.every((one) => 'to' in (one as Tree)) ? all.sort((a, b) => edgeOf(a) - edgeOf(b)) : all;
  }
  return { ...(tree as Tree), [step]: inner((tree as Tree)[step]) };
}

/** The same, whatever the order of fields; goods in any order. */
function same(a: unknown, b: unknown): boolean {
  return canonical(a) === canonical(b);
}
function canonical(value: unknown): string {
  return JSON.stringify(value, (_, one: unknown) => {
    if (typeof one !== 'object' || one === null) return one;
    if (Array.isArray(one)) return one.every((each) => (each as Tree | null)?.sku) ? [...one].sort(bySku) : one;
    return Object.fromEntries(Object.entries(one).sort(([x], [y]) => (x < y ? -1 : 1)));
  });
}
const bySku = (a: Tree, b: Tree): number => (String(a.sku) < String(b.sku) ? -1 : 1);

function told(a: Tree, b: Tree): string {
  return Object.keys(b)
    .filter((key) => !same(a[key], b[key]))
    .map((key) => `${key}: ${canonical(a[key]).slice(0, 300)} … ${canonical(b[key]).slice(0, 300)}`)
    .join('; ');
}
