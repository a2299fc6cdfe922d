import {
  createApi,
  type EndpointBuilder,
  type FetchArgs,
  type FetchBaseQueryError,
  fetchBaseQuery,
} from '@reduxjs/toolkit/query/react';
import type { z } from 'zod';
import {
  type acceptRequest,
  batchesAnswer,
  bookAnswer,
  type CarrierAnswer,
  type CarrierGoodsAnswer,
  type ChangesAnswer,
  type ChannelFiles,
  type ChannelState,
  type CheckoutAnswer,
  type CheckReport,
  type CheckState,
  type CodeBatch,
  carrierAnswer,
  carrierGoodsAnswer,
  changesAnswer,
  channelFiles,
  channelState,
  checkoutAnswer,
  checkReport,
  checkState,
  clockAnswer,
  customerAnswer,
  goodsPage,
  type HistoryAnswer,
  type HistoryImport,
  historyAnswer,
  historyImport,
  type historyRequest,
  type ImportState,
  type importRequest,
  importState,
  type KeysAnswer,
  keysAnswer,
  type LayoutSort,
  type ListReport,
  layoutsAnswer,
  listingsAnswer,
  listReport,
  ordersPage,
  type PastOrder,
  type RevisionsPage,
  type RevisionsRequest,
  revisionsPage,
  type SegmentCount,
  type Send,
  type SinceAnswer,
  saveAnswer,
  type saveRequest,
  segmentsAnswer,
  sendSchema,
  sinceAnswer,
  singlesAnswer,
  spendAnswer,
  type UsedCodes,
  usedCodesAnswer,
  type Visit,
  visitsAnswer,
} from '../../contract/index.ts';
import type { Basket, Book, ChannelId } from '../../core/book/index.ts';
import type { Item } from '../../core/goods/index.ts';
import type { HistorySort } from '../../core/history/index.ts';
import type { SpendRow } from '../../core/offers/index.ts';
import type { Layout } from '../../core/tables/index.ts';
import { failure } from './failed.ts';
import { goodsComeSet, waitingSet } from './view.ts';

const read =
  <T>(schema: z.ZodType<T>) =>
  (answer: unknown): T =>
    schema.parse(answer);

const plainQuery = fetchBaseQuery({ baseUrl: '/api' });
/** How long a request that is told to come again does so, in milliseconds. */
const comesAgain = 60_000;

/**
 * Asks the server; where it says that something passes (503 with Retry-After), says so and asks again. What may have
 * been done is asked again only where it can be done twice: reads, and what carries a key of its own.
 */
const baseQuery: typeof plainQuery = async (args, context, more) => {
  const until = performance.now() + comesAgain;
  for (let waited = false; ; waited = true) {
    const result = await plainQuery(args, context, more);
    const after = Number(result.meta?.response?.headers.get('Retry-After') ?? Number.NaN);
    const passes =
      result.error?.status === 503 && after > 0 && performance.now() < until && mayComeAgain(args, result.error);
    if (passes || waited) context.dispatch(waitingSet(passes ? failure(result.error).title : null));
    if (!passes || context.signal.aborted) return result;
    await new Promise((resolve) => setTimeout(resolve, after * 1000));
  }
};
const mayComeAgain = (args: string | FetchArgs, error: FetchBaseQueryError): boolean =>
  typeof args === 'string' ||
  (args.method ?? 'GET') === 'GET' ||
  new Headers(args.headers as HeadersInit).has('Idempotency-Key') ||
  failure(error).type === '/problems/busy';

/** A long list that is complete: the store freezes what it is given, thing by thing, and stops at what is frozen. */
function whole<T>(list: T[]): T[] {
  Object.freeze(list);
  return list;
}

/** A write that is done once, however often it arrives. */
const once = () => ({ 'Idempotency-Key': crypto.randomUUID() });
const tagTypes = [
  'CarrierGoods',
  'Whole',
  'Revisions',
  'Channels',
  'Check',
  'Clock',
  'Checkouts',
  'Codes',
  'Segments',
  'Spend',
  'Keys',
  'Carrier',
  'Layouts',
  'History',
] as const;
type Builder = EndpointBuilder<typeof baseQuery, (typeof tagTypes)[number], 'api'>;

/** The book, its goods and its revisions. */
const bookEndpoints = (build: Builder) => ({
  book: build.query<{ revision: number; book: Book }, void>({
    query: () => '/book',
    transformResponse: read(bookAnswer),
    providesTags: ['Whole'],
  }),
  /** All goods, and the earliest revision that any of them was read at. */
  goods: build.query<{ revision: number; items: Item[] }, void>({
    async queryFn(_, { dispatch }, __, ask) {
      const items: Item[] = [];
      let [after, revision]: [string | null, number] = ['', Number.POSITIVE_INFINITY];
      while (after !== null) {
        const page = await ask(`/goods?after=${encodeURIComponent(after)}`);
        if (page.error) return { error: page.error };
        const { items: more, next, revision: of } = goodsPage.parse(page.data);
        items.push(...more);
        if (next !== null) dispatch(goodsComeSet(items.length));
        after = next;
        revision = Math.min(revision, of);
      }
      return { data: { revision, items: whole(items) } };
    },
    providesTags: ['Whole'],
  }),
  /** What has been saved since a revision. */
  since: build.query<SinceAnswer, number>({
    query: (revision) => `/book/since/${revision}`,
    transformResponse: read(sinceAnswer),
  }),
  revisions: build.query<RevisionsPage, RevisionsRequest>({
    query: (params) => ({ url: '/revisions', params }),
    transformResponse: read(revisionsPage),
    providesTags: ['Revisions'],
  }),
  changes: build.query<ChangesAnswer, { from: number; to: number }>({
    query: ({ from, to }) => `/revisions/${from}/to/${to}`,
    transformResponse: read(changesAnswer),
  }),
  save: build.mutation<{ revision: number }, z.infer<typeof saveRequest>>({
    query: (body) => ({ url: '/revisions', method: 'POST', body, headers: once() }),
    transformResponse: read(saveAnswer),
  }),
  takeBack: build.mutation<{ revision: number }, { number: number; who: string }>({
    query: ({ number, who }) => ({
      url: `/revisions/${number}/taken-back`,
      method: 'POST',
      body: { who },
      headers: once(),
    }),
    transformResponse: read(saveAnswer),
  }),
  /** `base`: the revision one looks at; null to take it whatever has been saved since. */
  importBook: build.mutation<{ revision: number }, { text: string; who: string; base: number | null }>({
    query: ({ text, who, base }) => ({
      url: '/book/file',
      params: base === null ? {} : { base },
      method: 'PUT',
      body: text,
      headers: { 'Content-Type': 'application/json', 'X-Who': who, ...once() },
    }),
    transformResponse: read(saveAnswer),
    invalidatesTags: ['Whole', 'Revisions', 'Checkouts'],
  }),
});

/** Large files of goods, taken step by step. */
const importEndpoints = (build: Builder) => ({
  import: build.query<ImportState, number>({ query: (id) => `/imports/${id}`, transformResponse: read(importState) }),
  startImport: build.mutation<ImportState, z.input<typeof importRequest>>({
    query: (body) => ({ url: '/imports', method: 'POST', body, headers: once() }),
    transformResponse: read(importState),
  }),
  takeImport: build.mutation<ImportState, number>({
    query: (id) => ({ url: `/imports/${id}/taken`, method: 'POST', headers: once() }),
    transformResponse: read(importState),
  }),
  stopImport: build.mutation<ImportState, number>({
    query: (id) => ({ url: `/imports/${id}`, method: 'DELETE' }),
    transformResponse: read(importState),
  }),
});

/** How files of others are laid out, as somebody last said. */
const layoutEndpoints = (build: Builder) => ({
  layouts: build.query<Layout[], LayoutSort>({
    query: (sort) => `/layouts/${sort}`,
    transformResponse: (answer) => layoutsAnswer.parse(answer).layouts,
    providesTags: ['Layouts'],
  }),
  rememberLayout: build.mutation<Layout[], { sort: LayoutSort; layout: Layout }>({
    query: ({ sort, layout }) => ({ url: `/layouts/${sort}`, method: 'PUT', body: layout, headers: once() }),
    transformResponse: (answer) => layoutsAnswer.parse(answer).layouts,
    invalidatesTags: ['Layouts'],
  }),
});

/** Single-use codes, customers of segments, and what offers have cost. */
const codeEndpoints = (build: Builder) => ({
  singles: build.query<Record<string, string>, readonly string[]>({
    query: (codes) => ({ url: '/codes/known', method: 'POST', body: { codes } }),
    transformResponse: (answer) => singlesAnswer.parse(answer).singles,
    providesTags: ['Codes'],
  }),
  batches: build.query<CodeBatch[], void>({
    query: () => '/codes',
    transformResponse: (answer) => batchesAnswer.parse(answer).batches,
    providesTags: ['Codes'],
  }),
  makeCodes: build.mutation<unknown, { batch: string; count: number }>({
    query: ({ batch, count }) => ({ url: `/codes/batches/${batch}`, method: 'POST', body: { count }, headers: once() }),
    invalidatesTags: ['Codes'],
  }),
  dropBatch: build.mutation<unknown, string>({
    query: (batch) => ({ url: `/codes/batches/${batch}`, method: 'DELETE' }),
    invalidatesTags: ['Codes'],
  }),
  putList: build.mutation<ListReport, { to: string; method: 'PUT' | 'POST'; text: string }>({
    query: ({ to, method, text }) => ({ url: to, method, body: { text }, headers: once() }),
    transformResponse: read(listReport),
    invalidatesTags: ['Codes', 'Segments', 'Spend'],
  }),
  segments: build.query<SegmentCount[], void>({
    query: () => '/segments',
    transformResponse: (answer) => segmentsAnswer.parse(answer).segments,
    providesTags: ['Segments'],
  }),
  /** The segment of a customer; null where the id is not known. */
  segmentOf: build.query<string | null, string>({
    query: (id) => `/customers/${encodeURIComponent(id)}`,
    transformResponse: (answer) => customerAnswer.parse(answer).segment,
    providesTags: ['Segments'],
  }),
  spend: build.query<readonly SpendRow[], void>({
    query: () => '/spend',
    transformResponse: (answer) => spendAnswer.parse(answer).rows,
    providesTags: ['Spend'],
  }),
});

/** Letters of a piece of a file of history that is sent: with its quotes and backslashes below what is taken. */
const pieceLength = 1 << 20;

/** What was ordered and looked for, and what the carrier asks. */
const historyEndpoints = (build: Builder) => ({
  /** Past orders: all, or of very many every so-manieth, as the server says. */
  orders: build.query<PastOrder[], void>({
    async queryFn(_, __, ___, ask) {
      const orders: PastOrder[] = [];
      let to: string | null = '/orders';
      while (to !== null) {
        const page = await ask(to);
        if (page.error) return { error: page.error };
        const { orders: more, next, every } = ordersPage.parse(page.data);
        orders.push(...more);
        to = next === null ? null : `/orders?after=${next}&every=${every}`;
      }
      return { data: whole(orders) };
    },
    providesTags: ['History'],
  }),
  visits: build.query<{ visits: Visit[] }, void>({
    query: () => '/visits',
    transformResponse: read(visitsAnswer),
    providesTags: ['History'],
  }),
  history: build.query<HistoryAnswer, void>({
    query: () => '/history',
    transformResponse: read(historyAnswer),
    providesTags: ['History'],
  }),
  historyImport: build.query<HistoryImport, number>({
    query: (id) => `/history/imports/${id}`,
    transformResponse: read(historyImport),
  }),
  stopHistory: build.mutation<HistoryImport, number>({
    query: (id) => ({ url: `/history/imports/${id}`, method: 'DELETE' }),
    transformResponse: read(historyImport),
  }),
  forgetHistory: build.mutation<HistoryAnswer, HistorySort>({
    query: (sort) => ({ url: `/history/${sort}`, method: 'DELETE' }),
    transformResponse: read(historyAnswer),
    invalidatesTags: ['History'],
  }),
  /** Sends a file of history in pieces, and has it taken; tells what share of it has been sent. */
  sendHistory: build.mutation<
    HistoryImport,
    z.infer<typeof historyRequest> & { readonly text: string; readonly pace: (share: number) => void }
  >({
    async queryFn({ text, pace, ...request }, _, __, ask) {
      const write = async (method: 'POST' | 'PUT', url: string, body: object) => {
        const { data, error } = await ask({ url: `/history/imports${url}`, method, body, headers: once() });
        return error ? { error } : { data: historyImport.parse(data) };
      };
      const begun = await write('POST', '', request);
      if (!begun.data) return begun;
      const pieces = Math.max(1, Math.ceil(text.length / pieceLength));
      // One is on its way while the one before is taken in.
      let before: ReturnType<typeof write> = Promise.resolve(begun);
      for (let n = 0; n < pieces; n += 1) {
        const piece = text.slice(n * pieceLength, (n + 1) * pieceLength);
        const sending = write('PUT', `/${begun.data.id}/pieces/${n}`, { text: piece });
        const sent = await before;
        if (!sent.data) return sent;
        pace(n / pieces);
        before = sending;
      }
      const last = await before;
      if (!last.data) return last;
      pace(1);
      return write('POST', `/${begun.data.id}/taken`, { pieces });
    },
  }),
  /** The carrier's own record of the seller's goods; and what it is to have of goods as they are saved. */
  carrierGoods: build.query<CarrierGoodsAnswer, void>({
    query: () => '/carrier/goods',
    transformResponse: read(carrierGoodsAnswer),
    providesTags: ['CarrierGoods'],
  }),
  tellCarrier: build.mutation<CarrierGoodsAnswer, readonly string[]>({
    query: (skus) => ({ url: '/carrier/goods', method: 'PUT', body: { skus } }),
    transformResponse: read(carrierGoodsAnswer),
    invalidatesTags: ['CarrierGoods'],
  }),
  carrier: build.query<CarrierAnswer, void>({
    query: () => '/carrier',
    transformResponse: read(carrierAnswer),
    providesTags: ['Carrier'],
  }),
});

/** Channels, what stands there, and the clock that all go by. */
const channelEndpoints = (build: Builder) => ({
  clock: build.query<{ now: string }, void>({
    query: () => '/clock',
    transformResponse: read(clockAnswer),
    providesTags: ['Clock'],
  }),
  pushClock: build.mutation<{ now: string }, number>({
    query: (hours) => ({ url: '/clock/pushed', method: 'POST', body: { hours } }),
    transformResponse: read(clockAnswer),
    invalidatesTags: ['Clock', 'Channels', 'Checkouts'],
  }),
  channel: build.query<ChannelState, { id: ChannelId; moment: string }>({
    query: ({ id, moment }) => `/channels/${id}?moment=${moment}`,
    transformResponse: read(channelState),
    providesTags: ['Channels'],
  }),
  files: build.query<ChannelFiles, { id: ChannelId; moment: string }>({
    query: ({ id, moment }) => `/channels/${id}/files?moment=${moment}`,
    transformResponse: read(channelFiles),
    providesTags: ['Channels'],
  }),
  listings: build.query<z.infer<typeof listingsAnswer>, { id: ChannelId; currency: string }>({
    query: ({ id, currency }) => `/channels/${id}/listings?currency=${currency}`,
    transformResponse: read(listingsAnswer),
    providesTags: ['Channels'],
  }),
  /** Asks no more what became of a send of which that is not known. */
  giveUpSend: build.mutation<Send, { id: ChannelId; send: number }>({
    query: ({ id, send }) => ({ url: `/channels/${id}/sends/${send}`, method: 'DELETE' }),
    transformResponse: read(sendSchema),
    invalidatesTags: ['Channels'],
  }),
  /** Takes single-use codes that were used at a channel as used. */
  takeUsedCodes: build.mutation<UsedCodes, ChannelId>({
    query: (id) => ({ url: `/channels/${id}/used-codes`, method: 'POST', body: {} }),
    transformResponse: read(usedCodesAnswer),
    invalidatesTags: ['Channels', 'Codes'],
  }),
  send: build.mutation<Send, { id: ChannelId; who: string }>({
    query: ({ id, who }) => ({ url: `/channels/${id}/sends`, method: 'POST', body: { who }, headers: once() }),
    transformResponse: read(sendSchema),
    invalidatesTags: ['Channels'],
  }),
  /** What a channel's checkout charges; each channel is asked by itself, so that none waits for another. */
  checkout: build.query<CheckoutAnswer, { id: ChannelId; moment: string; baskets: readonly Basket[] }>({
    query: ({ id, ...body }) => ({ url: `/channels/${id}/checkouts`, method: 'POST', body }),
    transformResponse: read(checkoutAnswer),
    providesTags: ['Checkouts'],
  }),
});

/** The keys of channels and carrier: set, taken away, never read. */
const keyEndpoints = (build: Builder) => ({
  keys: build.query<KeysAnswer, void>({
    query: () => '/keys',
    transformResponse: read(keysAnswer),
    providesTags: ['Keys'],
  }),
  putKey: build.mutation<KeysAnswer, { of: string; key: string; prices: 'list' | 'account'; who: string }>({
    query: ({ of, ...body }) => ({ url: `/keys/${of}`, method: 'PUT', body }),
    transformResponse: read(keysAnswer),
    // What was sent is not to stay in the store.
    onQueryStarted: (_, { dispatch, requestId, queryFulfilled }) => {
      const forget = () => dispatch(api.internalActions.removeMutationResult({ requestId }));
      queryFulfilled.then(forget, () => undefined);
    },
    invalidatesTags: ['Keys', 'Carrier', 'Channels', 'Checkouts'],
  }),
  dropKey: build.mutation<KeysAnswer, string>({
    query: (of) => ({ url: `/keys/${of}`, method: 'DELETE' }),
    transformResponse: read(keysAnswer),
    invalidatesTags: ['Keys', 'Carrier', 'Channels', 'Checkouts'],
  }),
});

/** Checks, and what of them is lived with. */
const checkEndpoints = (build: Builder) => ({
  lastCheck: build.query<CheckReport, void>({
    query: () => '/checks/last',
    transformResponse: read(checkReport),
    providesTags: ['Check'],
  }),
  check: build.query<CheckState, number>({ query: (id) => `/checks/${id}`, transformResponse: read(checkState) }),
  startCheck: build.mutation<CheckState, { moment: string; large: boolean }>({
    query: (body) => ({ url: '/checks', method: 'POST', body, headers: once() }),
    transformResponse: read(checkState),
  }),
  stopCheck: build.mutation<CheckState, number>({
    query: (id) => ({ url: `/checks/${id}`, method: 'DELETE' }),
    transformResponse: read(checkState),
  }),
  accept: build.mutation<unknown, z.infer<typeof acceptRequest>>({
    query: (body) => ({ url: '/accepted', method: 'PUT', body }),
    invalidatesTags: ['Check'],
  }),
});

/** All that the server has. */
export const api = createApi({
  baseQuery,
  tagTypes,
  endpoints: (build) => ({
    ...bookEndpoints(build),
    ...importEndpoints(build),
    ...layoutEndpoints(build),
    ...codeEndpoints(build),
    ...historyEndpoints(build),
    ...channelEndpoints(build),
    ...checkEndpoints(build),
    ...keyEndpoints(build),
  }),
});

export const {
  useBookQuery,
  useGoodsQuery,
  useRevisionsQuery,
  useChangesQuery,
  useTakeBackMutation,
  useImportBookMutation,
  useClockQuery,
  usePushClockMutation,
  useChannelQuery,
  useFilesQuery,
  useGiveUpSendMutation,
  useSendMutation,
  useTakeUsedCodesMutation,
  useCarrierGoodsQuery,
  useTellCarrierMutation,
  useCheckoutQuery,
  useLastCheckQuery,
  useCheckQuery,
  useStartCheckMutation,
  useStopCheckMutation,
  useAcceptMutation,
  useCarrierQuery,
  useListingsQuery,
  useImportQuery,
  useStartImportMutation,
  useTakeImportMutation,
  useStopImportMutation,
  useLayoutsQuery,
  useRememberLayoutMutation,
  useVisitsQuery,
  useHistoryQuery,
  useHistoryImportQuery,
  useSendHistoryMutation,
  useStopHistoryMutation,
  useForgetHistoryMutation,
  useOrdersQuery,
  useSinglesQuery,
  useBatchesQuery,
  useMakeCodesMutation,
  useDropBatchMutation,
  usePutListMutation,
  useSegmentOfQuery,
  useSegmentsQuery,
  useSpendQuery,
  useKeysQuery,
  usePutKeyMutation,
  useDropKeyMutation,
} = api;
