import { z } from 'zod';
import { standInApp } from '../../../src/standins/common/server.ts';
import type { OpenStandIn, StandIn } from '../../../src/standins/common/standin.ts';

/** What stands on the board, as its file has it; null before one was put up. */
const boardSchema = z.strictObject({
  goods: z.array(z.strictObject({ id: z.string(), price: z.string() })),
  rows: z.array(
    z.strictObject({ country: z.string().length(2), speed: z.enum(['slow', 'quick']), amount: z.string() }),
  ),
});
type Board = z.infer<typeof boardSchema>;

export const board = (name: string): StandIn<Board | null> => ({
  name,
  currencies: ['EUR'],
  empty: null,
  submit(_, files) {
    const read = boardSchema.safeParse(JSON.parse(files[0]?.text ?? 'null'));
    return read.success
      ? { state: read.data }
      : { refused: [{ file: 'board.json', line: null, field: '', reason: read.error.issues[0]?.message ?? '' }] };
  },
  settle: async (state) => state,
  live: (state) => ({ files: state ? [{ name: 'board.json', text: `${JSON.stringify(state)}\n` }] : [], held: [] }),
  listings: (state) => state?.goods.map(({ id, price }) => ({ listing: id, price, grams: null })) ?? [],
  relisted: (state, { listing: id, price }) =>
    state && { ...state, goods: [...state.goods.filter((one) => one.id !== id), { id, price }] },
  delisted: (state, id) => state && { ...state, goods: state.goods.filter((one) => one.id !== id) },
  checkout: (state) => (basket) => ({
    choices: (state?.rows ?? [])
      .filter((row) => row.country === basket.place.country)
      .map(({ speed, amount }) => ({ speed, name: speed, charge: amount, discount: '0.00' })),
    codes: basket.codes.map((code) => ({ code, used: false, why: 'unknown' })),
  }),
});

export const boardApp =
  (name: string): OpenStandIn =>
  (folder) =>
    standInApp(board(name), folder);
