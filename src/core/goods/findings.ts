import type { Item } from './schema.ts';

/** What an item lacks that answers need. */
export const lacks = ['weight', 'size', 'cost'] as const;
export type Lack = (typeof lacks)[number];

/** Whether an item, its parents minded, lacks something. */
export function isLacking(item: Item, lack: Lack): boolean {
  switch (lack) {
    case 'weight':
      return item.mass === null;
    case 'size':
      return item.size === null;
    case 'cost':
      return item.cost === null;
  }
}
