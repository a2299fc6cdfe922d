import type { BookInput } from '../../../book/index.ts';
import { massEntry } from '../../../exact/index.ts';
import type { NotAdopted } from '../../adopted.ts';
import { sizeIn } from '../../into-book.ts';
import { boxOf } from '../boxes.ts';
import type { Shop } from '../format.ts';

type Box = NonNullable<BookInput['boxes']>[number];

/** The boxes that the shop packs in; those that no unit says in three decimals are left out. */
export const boxesIn = ({ boxes = [] }: Shop, lost: NotAdopted[]): Box[] =>
  boxes.flatMap((one): Box[] => {
    const box = boxOf(one);
    const size = box && sizeIn(box.sides, one.key, lost);
    if (!size) return [];
    const [limit, own] = [massEntry(box.limit), massEntry(box.own)];
    if (limit && own) return [{ id: one.key, name: one.key, ...size, limit, own: box.own === 0 ? null : own }];
    lost.push({ is: 'mass', listing: one.key, grams: limit ? one.own : one.most });
    return [];
  });
