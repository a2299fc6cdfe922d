import { lazily, memo } from '../../exact/index.ts';
import type { Adopted } from '../adopted.ts';
import type { Body } from './things.ts';

/**
 * An offer as it is there, on the goods that it is on here where these are the same ones: what a channel calls goods
 * goes by all its offers.
 */
export function sameGoods(here: Adopted, there: Adopted): (body: Body, own: Body) => Body {
  const every = memo(({ goods }: Adopted): readonly string[] => goods().map(({ sku }) => sku));
  const skusOf = (side: Adopted, id: string | null): readonly string[] | null => {
    if (id === null) return every(side);
    const takes = side.book.selections.find((one) => one.id === id)?.takes;
    return takes?.is === 'skus' ? takes.skus : null;
  };
  // Goods of one side alone are told of as such, not as what offers are on.
  const isCommon = lazily(() => {
    const [mine, others] = [new Set(every(here)), new Set(every(there))];
    return (sku: string) => mine.has(sku) && others.has(sku);
  });
  const isSame = (own: string | null, found: string | null) => {
    const [mine, others] = [skusOf(here, own), skusOf(there, found)].map((all) => all?.filter(isCommon()));
    if (!mine || mine.length !== others?.length) return false;
    const all = new Set(mine);
    return others.every((sku) => all.has(sku));
  };
  return (body, own) => {
    const [mine, found] = [goodsIn(own), goodsIn(body)];
    if (mine === found || mine === undefined || found === undefined || !isSame(mine, found)) return body;
    // What is on these goods here and there; what names none may do so on both sides.
    const named = (one: unknown, beside: unknown) =>
      (one as OnGoods | null)?.goods === found && (beside as OnGoods | null)?.goods === mine
        ? { ...(one as OnGoods), goods: mine }
        : one;
    const asks = own.asks as readonly unknown[];
    return {
      ...(named(body, own) as Body),
      benefit: named(body.benefit, own.benefit),
      asks: (body.asks as readonly unknown[]).map((one, i) => named(one, asks[i])),
    };
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
