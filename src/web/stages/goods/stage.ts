import type { Stage } from '../../app/stage.ts';

const filtered = (sku: string) => `/goods?filter=${encodeURIComponent(sku)}`;

export const goods: Stage = {
  path: 'goods',
  name: 'Goods',
  sheets: [
    { path: '', name: 'Goods', find: null, page: async () => (await import('./goods.tsx')).GoodsStage },
    {
      path: 'labels',
      name: 'Kinds and tags',
      find: 'Kinds, tags and hazards of goods',
      page: async () => (await import('./labels.tsx')).LabelsStage,
    },
  ],
  opens: {
    goods: ([, sku]) => ({ to: sku ? filtered(sku) : '/goods', words: 'Open the item' }),
    selections: () => ({ to: '/goods', words: 'Open them' }),
  },
  finds: (book) => book.goods.map((item) => ({ name: item.name, what: item.sku, to: filtered(item.sku) })),
};
