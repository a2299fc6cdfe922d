import { MessageChannel } from 'node:worker_threads';
import { cleanup, configure, fireEvent, render, screen, within } from '@testing-library/react';
import { type Endpoint, expose } from 'comlink';
import { Provider } from 'react-redux';
import { createMemoryRouter, RouterProvider } from 'react-router';
import { expect, vi } from 'vitest';
import { type HistoryAnswer, layoutSorts } from '../src/contract/index.ts';
import { type BookFile, channelIds, editsOf, valueAt } from '../src/core/book/index.ts';
import { RoomsContext } from '../src/web/app/rooms.ts';
import { routes } from '../src/web/app/routes.tsx';
import { rooms } from '../src/web/app/stages.ts';
import { api } from '../src/web/data/api.ts';
import { cleared } from '../src/web/data/draft.ts';
import { selectOpen } from '../src/web/data/editing.ts';
import { type Engines, EnginesContext, type Running, running } from '../src/web/data/engines.ts';
import { ShelfContext } from '../src/web/data/heavy.ts';
import { store } from '../src/web/data/index.ts';
import { remember } from '../src/web/data/remembered.ts';
import { asOfSet, opened } from '../src/web/data/view.ts';
import { shelfOf } from '../src/web/data/work.ts';
import { engineOf } from '../src/web/engine/engine.ts';
import { smallBook } from './books/small.ts';

// Pages are loaded when they are first opened; a busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

/** What was sent to the server to change something: `POST /revisions` and its body. */
interface Sent {
  readonly to: string;
  readonly body: unknown;
}
/** What the server answers, by method and path without its query; a number is a status, its body beside. */
type Answers = Readonly<Record<string, unknown | ((body: unknown) => unknown)>>;
export class Refusal {
  constructor(
    readonly status: number,
    readonly body: object,
    readonly headers: Readonly<Record<string, string>> = {},
  ) {}
}

const complained = vi.spyOn(console, 'error').mockImplementation(() => undefined);

let forget = (): void => undefined;

export const now = '2026-11-24T09:10:00.000Z';

/** What is sent as a body and changes nothing. */
const questions = new Set([...channelIds.map((id) => `POST /channels/${id}/checkouts`), 'POST /codes/known']);

/** Nothing of the past. */
export const noHistory: HistoryAnswer = {
  orders: { count: 0, first: null, last: null },
  visits: { count: 0 },
  advertising: { rows: 0, amount: '0', spent: [] },
  countries: [],
};

const usual = ({ goods, ...book }: BookFile): Answers => ({
  'GET /book': { revision: 1, book },
  'GET /goods': { revision: 1, items: goods, next: null },
  'GET /book/since/1': { revision: 1, changes: [] },
  'GET /clock': { now },
  'GET /carrier': { cards: [], down: null },
  'GET /keys': { keys: [], seals: true },
  'GET /orders': { orders: [], next: null, every: 1 },
  'GET /visits': { visits: [] },
  'GET /history': noHistory,
  ...Object.fromEntries(layoutSorts.map((sort) => [`GET /layouts/${sort}`, { layouts: [] }])),
  'GET /segments': { segments: [] },
  'GET /spend': { rows: [] },
  'GET /codes': { batches: [] },
  ...Object.fromEntries(
    channelIds.flatMap((id) => [
      [
        `GET /channels/${id}`,
        { id, lastSend: null, told: null, held: [], uses: [], usedCodes: { used: 0, fresh: 0 }, down: null },
      ],
      [`GET /channels/${id}/files`, { told: null, live: null }],
      [`POST /channels/${id}/checkouts`, { down: null, answers: [] }],
    ]),
  ),
  'GET /checks/last': { check: null, classes: [], findings: [], down: [], since: { added: [], gone: [] } },
  'GET /revisions': { revisions: [], next: null, people: [] },
  'POST /codes/known': { singles: {} },
});

/**
 * The whole screen at an address, in a DOM: its own store, pages and core; only the server is made up. Gives what is sent
 * to it, and where the screen is.
 */
export function at(address: string, file: BookFile = smallBook(), answers: Answers = {}) {
  complained.mockClear();
  const all = { ...usual(file), ...answers };
  const sent: Sent[] = [];
  vi.stubGlobal('fetch', async (request: Request) => {
    const to = `${request.method} ${new URL(request.url).pathname.replace(/^\/api/, '')}`;
    const body: unknown = request.method === 'GET' ? null : JSON.parse((await request.text()) || 'null');
    if (request.method !== 'GET' && !questions.has(to)) sent.push({ to, body });
    if (!(to in all)) throw new Error(`The made-up server has no answer to ${to}`);
    const made = all[to];
    const answer = typeof made === 'function' ? await made(body) : made;
    const { status, body: said, headers } = answer instanceof Refusal ? answer : new Refusal(200, answer as object);
    return new Response(JSON.stringify(said), { status, headers: { 'Content-Type': 'application/json', ...headers } });
  });
  vi.stubGlobal('Worker', Beside);
  forget = remember(store);
  const router = createMemoryRouter(routes, { initialEntries: [address] });
  render(
    <Provider store={store}>
      <EnginesContext value={engines()}>
        <ShelfContext value={shelfOf()}>
          <RoomsContext value={rooms}>
            <RouterProvider router={router} />
          </RoomsContext>
        </ShelfContext>
      </EnginesContext>
    </Provider>,
  );
  return { sent, path: () => router.state.location.pathname };
}

/** The core beside the page instead of in workers, asked in the same way. */
function engines(): Engines {
  const begun = (): Running => {
    const engine = Object.fromEntries(
      Object.entries(engineOf()).map(([name, answer]) => [
        name,
        async (...asked: never[]) => (answer as (...asked: never[]) => unknown)(...asked),
      ]),
    );
    return running(engine as unknown as Running['engine']);
  };
  return { quick: begun(), study: begun() };
}

/** What stands for a worker of a long piece of work: the core beside the page, reached over a channel as one is. */
export class Beside {
  readonly #channel = new MessageChannel();
  readonly #listening = new Map<unknown, (data: unknown) => void>();
  constructor() {
    expose(engineOf(), this.#end(this.#channel.port1));
  }
  postMessage(message: unknown, transfer: never[] = []): void {
    this.#channel.port2.postMessage(message, transfer);
  }
  addEventListener(name: string, listener: unknown): void {
    if (name === 'message') this.#end(this.#channel.port2).addEventListener(name, listener as never);
  }
  removeEventListener(): void {}
  terminate(): void {
    this.#channel.port1.close();
  }
  #end(port: InstanceType<typeof MessageChannel>['port1']): Endpoint {
    return {
      postMessage: (message: unknown, transfer?: Transferable[]) => port.postMessage(message, transfer as never),
      addEventListener: (
        _name: string,
        listener: { handleEvent?: (event: object) => void } | ((event: object) => void),
      ) => {
        const hear = (data: unknown) => {
          const event = { data, origin: '', target: port };
          if (typeof listener === 'function') listener(event);
          else listener.handleEvent?.(event);
        };
        this.#listening.set(listener, hear);
        port.on('message', hear);
      },
      removeEventListener: (_name: string, listener: unknown) => {
        const hear = this.#listening.get(listener);
        if (hear) port.off('message', hear);
      },
      start: () => port.start(),
    } as Endpoint;
  }
}

/** Ends what {@link at} began: nothing of it is left for the next, and the console has stayed quiet. */
export function away(): void {
  cleanup();
  forget();
  for (const end of [api.util.resetApiState(), cleared(), opened(null), asOfSet(null)]) store.dispatch(end);
  localStorage.clear();
  vi.unstubAllGlobals();
  // A DOM without a canvas draws no chart, which is what it says.
  expect(complained.mock.calls.filter(([said]) => !/^Failed to create chart/.test(String(said)))).toEqual([]);
}

/** The changes not yet saved, as they are saved. */
export const drafted = () => editsOf(store.getState().draft.patch).map(({ path, value }) => [path.join('/'), value]);

/** What stands at a path of the book on the screen, its changes not yet saved made. */
export function stands(path: string): unknown {
  const open = selectOpen(store.getState());
  return open ? valueAt({ ...open.book, goods: open.goods }, path.split('/')) : undefined;
}

/** Presses a button, by its name or as it was found. */
export const press = (what: string | HTMLElement) =>
  fireEvent.click(typeof what === 'string' ? screen.getByRole('button', { name: what }) : what);

/** Removes something, having been told what goes with it. */
export async function removed(what: string): Promise<void> {
  press(what);
  const told = within(await screen.findByRole('dialog', { name: /^What removing/ }));
  press(await told.findByRole('button', { name: /^Remove/ }));
}

/** Types into a field, by its label or as it was found, in place of what stands there. */
export function type(into: string | HTMLElement, text: string): void {
  const field = typeof into === 'string' ? screen.getByLabelText(into) : into;
  fireEvent.focus(field);
  // What gets the focus may make room for a field with more to it, as a list of names does.
  const open = field.isConnected ? field : (document.activeElement ?? field);
  fireEvent.change(open, { target: { value: text } });
}

export { screen };
