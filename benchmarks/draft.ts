import { type BookAndGoods, drafted, type Edit, type Patch, patchWith, turnsBetween } from '../src/core/book/index.ts';
import { row } from './row.ts';

/** Drafts of many edits, beside the plainest way of making them: each edit on a copy of the list. */
export function benchDraft(saved: BookAndGoods): void {
  const { book, goods } = saved;
  const tree = { ...book, goods };
  const some = goods.filter((_, i) => i % 5 === 0);
  const edits = some.map(({ sku }): Edit => ({ path: ['goods', sku, 'price'], value: '99.95' }));
  const timed = <T>(work: () => T): [T, number] => {
    const began = performance.now();
    return [work(), performance.now() - began];
  };
  const [first, making] = timed(() => patchWith(tree, null, edits));
  const [, applying] = timed(() => drafted(saved, first));
  const count = edits.length.toLocaleString('en');
  row(`${count} edits on ${goods.length.toLocaleString('en')} goods: made, applied`, `${ms(making)}, ${ms(applying)}`);

  const keystrokes = Array.from({ length: 50 }, (_, i): Edit => {
    const sku = goods[i * 7 + 1]?.sku ?? '';
    return { path: ['goods', sku, 'price'], value: `1.${10 + i}` };
  });
  let patch: Patch | null = first;
  const took = keystrokes.map((edit) => {
    const [next, time] = timed(() => {
      const made = patchWith(tree, patch, [edit]);
      drafted(saved, made);
      turnsBetween(patch, made);
      return made;
    });
    patch = next;
    return time;
  });
  row('a keystroke after them, made, applied and told', `${ms(median(took))} at the median`);

  const few = 200;
  const [, plain] = timed(() =>
    edits
      .slice(0, few)
      .reduce<readonly object[]>(
        (now, { path: [, sku], value }) =>
          now.map((item) => ('sku' in item && item.sku === sku ? { ...item, price: value } : item)),
        goods,
      ),
  );
  row(`the plainest way: ${few} of them`, ms(plain));
}

const ms = (time: number): string => `${time.toFixed(time < 10 ? 1 : 0)} ms`;
const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0;
