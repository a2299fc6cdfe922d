import { z } from 'zod';
import { basketSchema, bookSchema, channelIds } from '../core/book/index.ts';
import { cardSchema } from '../core/carrier/index.ts';
import type { ClassOfBasket, Finding, Standing } from '../core/check/index.ts';
import { type Form, parseMoment } from '../core/exact/index.ts';
import { itemSchema, missingWays } from '../core/goods/index.ts';
import { historySorts, type Remark } from '../core/history/index.ts';
import { layoutSchema } from '../core/tables/index.ts';

/** What crosses HTTP between server and web. Nobody else writes it. Moments are ISO 8601 in UTC. */

export const channelId = z.enum(channelIds);
export const moment = z.string().refine((text) => parseMoment(text) !== null, { error: 'moment' satisfies Form });

export const problemSchema = z.object({
  at: z.array(z.union([z.string(), z.number()])),
  wrong: z.string(),
  right: z.string(),
});
export const changeSchema = z.object({
  path: z.array(z.string()).readonly(),
  before: z.unknown().optional(),
  after: z.unknown().optional(),
  /** Of a member taken out of a list: the one that stood behind it. */
  ahead: z.string().optional(),
});
/** What two people want at one place: what stood there, what stands now, what was to be saved. */
export const conflictSchema = z.object({
  path: z.array(z.string()),
  mine: z.unknown().optional(),
  theirs: z.unknown().optional(),
  who: z.string(),
  revision: z.int(),
});

/** A problem document (RFC 9457), with the places of what was wrong and both versions of what was changed by two. */
export const problemDocument = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  problems: z.array(problemSchema).optional(),
  conflicts: z.array(conflictSchema).optional(),
});
export type ProblemDocument = z.infer<typeof problemDocument>;
export type Conflict = z.infer<typeof conflictSchema>;

export const bookAnswer = z.object({ revision: z.int(), book: bookSchema });
export const goodsPage = z.object({ revision: z.int(), items: z.array(itemSchema), next: z.string().nullable() });
/** Every change saved since a revision, in order; null where there are so many that the whole is the shorter way. */
export const sinceAnswer = z.object({ revision: z.int(), changes: z.array(changeSchema).nullable() });
export type SinceAnswer = z.infer<typeof sinceAnswer>;

const who = z.string().trim().min(1).max(60);
export const editSchema = z.strictObject({
  path: z.array(z.string().max(200)).min(1).max(20),
  value: z.unknown().optional(),
});
export const saveRequest = z.strictObject({
  base: z.int().min(0),
  who,
  note: z.string().max(200),
  edits: z.array(editSchema).min(1).max(200_000),
});
/** Told to whoever listens: a revision has been saved, by whomever. */
export const savedEvent = z.object({ revision: z.int() });
export const saveAnswer = z.object({ revision: z.int() });
/** The revision that whoever takes a book from a file has looked at, as an address says it; none: it is no matter. */
export const importOf = z.strictObject({
  base: z.coerce
    .number()
    .int()
    .min(0)
    .max(2 ** 31 - 1)
    .optional(),
});
/** A book taken from a file, and what had to be changed in meaning to read one of an earlier format. */
export const importAnswer = z.object({ revision: z.int(), notes: z.array(z.string()) });
export const revisionSchema = z.object({
  number: z.int(),
  at: moment,
  who: z.string(),
  note: z.string(),
  count: z.int(),
  /** The first of its changes that were asked for; of a long one the path alone. */
  first: z.array(changeSchema),
});
export const revisionsPage = z.object({
  revisions: z.array(revisionSchema),
  next: z.int().nullable(),
  /** Everybody who has saved. */
  people: z.array(z.string()),
});
/** A path of the book in one word, its steps parted by slashes, whatever letters they have; and what it stands for. */
export const pathWord = (path: readonly string[]): string => path.map(encodeURIComponent).join('/');
export const pathIn = (word: string): string[] => word.split('/').map(decodedStep);
/** A step as it was; as it stands where a sign of it stands for no letter. */
function decodedStep(step: string): string {
  try {
    return decodeURIComponent(step);
  } catch {
    return step;
  }
}
/** Which revisions are asked for, as an address says it: kinds parted by commas, a path as a word. */
export const revisionsRequest = z.strictObject({
  before: z.coerce
    .number()
    .int()
    .min(1)
    .max(2 ** 31 - 1)
    .default(2 ** 31 - 1),
  who: z.string().max(60).optional(),
  kinds: z.string().max(400).optional(),
  of: z.string().max(1000).optional(),
});
export type RevisionsPage = z.infer<typeof revisionsPage>;
export type RevisionsRequest = z.input<typeof revisionsRequest>;
export const changesAnswer = z.object({ from: z.int(), to: z.int(), changes: z.array(changeSchema) });
export const takeBackRequest = z.strictObject({ who });
export type Revision = z.infer<typeof revisionSchema>;
export type ChangesAnswer = z.infer<typeof changesAnswer>;

/** A key that goes in; what it is is held against its form without being told, as errors tell what they found. */
export const keyRequest = z.strictObject({
  key: z.unknown(),
  prices: z.enum(['list', 'account']).default('list'),
  who,
});
/** For whom a key is set, by whom and when, and whether it can be opened; never the key. */
export const keysAnswer = z.object({
  keys: z.array(
    z.object({
      of: z.string(),
      prices: z.enum(['list', 'account']).nullable(),
      who: z.string(),
      at: moment,
      opens: z.boolean(),
    }),
  ),
  /** Whether there is something to seal keys with. */
  seals: z.boolean(),
});
export type KeysAnswer = z.infer<typeof keysAnswer>;

export const clockAnswer = z.object({ now: moment });
export const pushRequest = z.strictObject({
  hours: z
    .number()
    .min(0)
    .max(24 * 400),
});

/** As of when something is asked, as an address says it; now where it says nothing. */
export const momentRequest = z.strictObject({ moment: moment.optional() });

export const pastOrderSchema = z.object({
  id: z.int(),
  at: moment,
  place: z.string(),
  service: z.string(),
  lines: z.array(z.object({ sku: z.string(), units: z.int() })),
  /** The channel it came by, where that is known. */
  channel: z.string().nullable(),
});
/** Past orders, one in `every`; `next`: the id after which there are more. */
export const ordersPage = z.object({ orders: z.array(pastOrderSchema), next: z.int().nullable(), every: z.int() });
export const visitSchema = z.object({ country: z.string(), visits: z.int() });
export const visitsAnswer = z.object({ visits: z.array(visitSchema) });
/** What there is of the past: how much of each sort, and by country, with the last month that has visits. */
export const historyAnswer = z.object({
  orders: z.object({ count: z.int(), first: moment.nullable(), last: moment.nullable() }),
  visits: z.object({ count: z.int() }),
  advertising: z.object({
    rows: z.int(),
    amount: z.string(),
    /** What was spent, by month (`2026-10`) and channel; empty where neither is told. */
    spent: z.array(z.object({ month: z.string(), channel: z.string(), amount: z.string() })),
  }),
  countries: z.array(
    z.object({
      country: z.string(),
      orders: z.int(),
      visits: z.int(),
      month: z.string().nullable(),
      inMonth: z.int(),
    }),
  ),
});
export type HistoryAnswer = z.infer<typeof historyAnswer>;
const historySort = z.enum(historySorts);
/** A file of history to come, in pieces of at most 4 MiB cut anywhere. */
export const historyRequest = z.strictObject({
  sort: historySort,
  name: z.string().max(200),
  layout: layoutSchema,
  who,
});
export const pieceRequest = z.strictObject({ text: z.string().max(4 << 20) });
/** How many pieces have been sent. */
export const piecesRequest = z.strictObject({ pieces: z.int().min(1).max(4000) });
export const historyReport = z.object({
  /** What was put: orders, or rows of a month; those that stood there already are `same`. */
  fresh: z.int(),
  changed: z.int(),
  same: z.int(),
  /** Lines that cannot be read, and the first of them; an order with one of them is not taken. */
  bad: z.int(),
  badLines: z.array(z.object({ line: z.int(), cells: z.array(z.string()), problems: z.array(problemSchema) })),
  remarks: z.array(z.custom<Remark>((value) => typeof value === 'object' && value !== null)),
});
export const historyImport = z.object({
  id: z.int(),
  sort: historySort,
  state: z.enum(['coming', 'taking', 'done', 'stopped', 'failed']),
  name: z.string(),
  /** Letters read, of all. */
  done: z.int(),
  all: z.int(),
  report: historyReport.nullable(),
  error: z.string().nullable(),
});
export type HistoryReport = z.infer<typeof historyReport>;
export type HistoryImport = z.infer<typeof historyImport>;
/** The carrier's dated cards, and why it does not answer, where it does not. */
export const carrierAnswer = z.object({ cards: z.array(cardSchema).readonly(), down: z.string().nullable() });
/** A line of the carrier's own record of the seller's goods: whole grams, and whole millimetres, the longest first. */
export const weighedSchema = z.object({
  goods: z.string(),
  grams: z.int(),
  sides: z.tuple([z.int(), z.int(), z.int()]).readonly(),
});
/** Its record, null where it does not answer, and why. */
export const carrierGoodsAnswer = z.object({
  goods: z.array(weighedSchema).readonly().nullable(),
  down: z.string().nullable(),
});
/** Goods of the saved book of which it is to have the book's figures. */
export const carrierGoodsRequest = z.strictObject({ skus: z.array(z.string()).min(1).max(100_000) });
export type CarrierGoodsAnswer = z.infer<typeof carrierGoodsAnswer>;
export type PastOrder = z.infer<typeof pastOrderSchema>;
export type Visit = z.infer<typeof visitSchema>;
export type CarrierAnswer = z.infer<typeof carrierAnswer>;

/** How many codes to make; the codes of a batch, the uses of codes, or the customers of segments, as CSV. */
export const codesRequest = z.strictObject({ count: z.int().min(1).max(100_000) });
export const listRequest = z.strictObject({ text: z.string().max(32 << 20) });
/** What became of a list: all its lines were taken, or none where any is bad. */
export const listReport = z.object({
  taken: z.int(),
  badLines: z.array(z.object({ line: z.int(), problems: z.array(problemSchema) })),
});
export const batchesAnswer = z.object({
  batches: z.array(z.object({ batch: z.string(), codes: z.int(), used: z.int() })),
});
export const segmentsAnswer = z.object({ segments: z.array(z.object({ segment: z.string(), customers: z.int() })) });
/** A customer by id, and the segment that the list of customers puts it into; null where the list does not have it. */
export const customerAnswer = z.object({ customer: z.string(), segment: z.string().nullable() });
/** What offers with a budget have cost so far. */
export const spendAnswer = z.object({
  rows: z.array(z.object({ offer: z.string(), week: z.string(), channel: z.string().nullable(), amount: z.string() })),
});
/** Codes asked about, and the batches of those among them that are single-use and not used yet. */
export const singlesRequest = z.strictObject({ codes: z.array(z.string().max(20)).max(500) });
export const singlesAnswer = z.object({ singles: z.record(z.string(), z.string()) });
export type ListReport = z.infer<typeof listReport>;
export type CodeBatch = z.infer<typeof batchesAnswer>['batches'][number];
export type SegmentCount = z.infer<typeof segmentsAnswer>['segments'][number];

export const importRequest = z.strictObject({
  name: z.string().max(200),
  text: z.string().max(64 << 20),
  /** How its columns are to be read; null: as they seem. */
  layout: layoutSchema.nullable().default(null),
  missing: z.enum(missingWays).default('kept'),
  /** What somebody has seen that it would do: taken at once where it still does just that. */
  seen: z
    .strictObject({ changing: z.int().min(0), bad: z.int().min(0) })
    .nullable()
    .default(null),
  who,
});
export const importReport = z.object({
  fresh: z.int(),
  changed: z.int(),
  same: z.int(),
  bad: z.int(),
  /** Goods that are not in the file: listed nowhere, taken away, or left as something names them. */
  hidden: z.int(),
  removed: z.int(),
  named: z.int(),
  /** The first bad lines. */
  badLines: z.array(z.object({ line: z.int(), problems: z.array(problemSchema) })),
});
/** What files hold whose columns somebody has told apart. */
export const layoutSorts = ['goods', 'prices', ...historySorts] as const;
export type LayoutSort = (typeof layoutSorts)[number];
/** Layouts of files, the last used first. */
export const layoutsAnswer = z.object({ layouts: z.array(layoutSchema) });
/** An import of a large file: read first, then taken by a word, as one revision; stopped, it leaves nothing behind. */
export const importState = z.object({
  id: z.int(),
  state: z.enum(['reading', 'read', 'taking', 'done', 'stopped', 'failed']),
  name: z.string(),
  done: z.int(),
  all: z.int(),
  report: importReport.nullable(),
  revision: z.int().nullable(),
  error: z.string().nullable(),
});
export type ImportReport = z.infer<typeof importReport>;
export type ImportState = z.infer<typeof importState>;

export const fileSchema = z.object({ name: z.string(), text: z.string() });
export const remarkSchema = z.object({
  file: z.string(),
  line: z.int().nullable(),
  field: z.string(),
  reason: z.string(),
});
export const heldSchema = z.object({
  key: z.string(),
  /** Of which of its sites, by the currency; left out for the one it counts in. */
  currency: z.string().optional(),
  until: z.string(),
  state: z.enum(['in review', 'refused']),
  reason: z.string(),
});
export const sendSchema = z.object({
  id: z.int(),
  channel: channelId,
  revision: z.int(),
  /** Not known: the channel's answer was lost; it is asked again. Given up: somebody has said not to ask any more. */
  state: z.enum(['queued', 'sending', 'accepted', 'refused', 'failed', 'not known', 'given up']),
  requested: moment,
  who: z.string(),
  report: z.array(remarkSchema),
  error: z.string().nullable(),
});
/** How often what a channel has under a key was used there so far. */
export const usesSchema = z.object({ key: z.string(), used: z.int().min(0) });
/** How many single-use codes a channel says were used, and how many of them are not known to be yet. */
export const usedCodesAnswer = z.object({ used: z.int(), fresh: z.int() });
/**
 * What is known of a channel: its last send, what it last took, and what it says it holds back; `down` says why it does
 * not answer.
 */
export const channelState = z.object({
  id: channelId,
  lastSend: sendSchema.nullable(),
  told: z.object({ revision: z.int(), at: moment }).nullable(),
  held: z.array(heldSchema),
  uses: z.array(usesSchema),
  usedCodes: usedCodesAnswer,
  down: z.string().nullable(),
});
/**
 * A channel's files: those it last took, and those it says are live; null where there are none, or it does not answer.
 */
export const channelFiles = z.object({ told: z.array(fileSchema).nullable(), live: z.array(fileSchema).nullable() });
export type ChannelFiles = z.infer<typeof channelFiles>;
/** In which of the currencies it sells in; in the one it counts in where none is said. */
export const listingsRequest = z.object({ currency: z.string().optional() });
export const listingsAnswer = z.object({
  listings: z
    .array(
      z.object({
        listing: z.string(),
        price: z.string(),
        grams: z.string().nullable(),
        size: z.tuple([z.string(), z.string(), z.string()]).readonly().nullable().optional(),
      }),
    )
    .readonly(),
});
export const sendRequest = z.strictObject({ who });
export type Send = z.infer<typeof sendSchema>;
export type ChannelState = z.infer<typeof channelState>;
export type UsedCodes = z.infer<typeof usedCodesAnswer>;

export const checkoutRequest = z.strictObject({ moment, baskets: z.array(basketSchema).min(1).max(50) });
const answeredSchema = z.object({ speed: z.string(), charge: z.int(), discount: z.int(), borne: z.int().optional() });
/** What a channel's checkout charges for each basket; `down` says why it does not answer. */
export const checkoutAnswer = z.object({ down: z.string().nullable(), answers: z.array(z.array(answeredSchema)) });
export type CheckoutAnswer = z.infer<typeof checkoutAnswer>;

/** `large`: however many baskets it asks; otherwise one of very many is not begun. */
export const checkRequest = z.strictObject({ moment, large: z.boolean().default(false) });
export const checkState = z.object({
  id: z.int(),
  /** Large: not begun, as it would ask more baskets (`all`) than is usual, and nobody has said that it is to. */
  state: z.enum(['queued', 'running', 'done', 'stopped', 'large', 'failed']),
  moment,
  revision: z.int(),
  requested: moment,
  finished: moment.nullable(),
  done: z.int(),
  all: z.int(),
  error: z.string().nullable(),
});
export type CheckState = z.infer<typeof checkState>;
/** What core computed and the server kept is of the core's own types: only what people or channels write is read. */
const computed = <T extends object>() => z.custom<T>((value) => typeof value === 'object' && value !== null);

/** A finding of the check, with how it counts and whether somebody took it as it is. */
export type FindingView = Finding & { readonly key: string; readonly standing: Standing; readonly accepted: boolean };
export const checkReport = z.object({
  check: checkState.nullable(),
  classes: z.array(
    z.object({
      channel: channelId,
      class: computed<ClassOfBasket>(),
      key: z.string(),
      corners: z.int(),
      toldAbove: z.int(),
    }),
  ),
  findings: z.array(computed<FindingView>()),
  /** Channels that did not answer, and why; what is told of them was found at the moment `last`, if ever. */
  down: z.array(z.object({ channel: channelId, why: z.string(), last: moment.nullable() })),
  since: z.object({ added: z.array(z.string()), gone: z.array(z.string()) }),
});
export type CheckReport = z.infer<typeof checkReport>;

export const acceptRequest = z.strictObject({ key: z.string().max(300), accepted: z.boolean(), who });
export const acceptAnswer = z.object({ key: z.string(), accepted: z.boolean() });
