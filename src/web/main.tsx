import '@fontsource-variable/commissioner';
import '@fontsource-variable/bricolage-grotesque';
import '@fontsource/ibm-plex-mono/400.css';
import './app.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, RouterProvider } from 'react-router';
import { RoomsContext } from './app/rooms.ts';
import { routes } from './app/routes.tsx';
import { rooms } from './app/stages.ts';
import { api } from './data/api.ts';
import { EnginesContext, startEngines } from './data/engines.ts';
import { ShelfContext } from './data/heavy.ts';
import { store } from './data/index.ts';
import { remember } from './data/remembered.ts';
import { hearSaves } from './data/saves.ts';
import { engineFailed } from './data/view.ts';
import { shelfOf } from './data/work.ts';

const place = document.getElementById('root');
if (place) {
  // What every page stands on is asked for before the first of them is there to be drawn.
  const { book, goods, clock, carrier, lastCheck } = api.endpoints;
  store.dispatch(book.initiate());
  store.dispatch(goods.initiate());
  store.dispatch(clock.initiate());
  store.dispatch(carrier.initiate());
  store.dispatch(lastCheck.initiate());
  const engines = startEngines((why) => store.dispatch(engineFailed(why)));
  hearSaves(store);
  remember(store);
  createRoot(place).render(
    <StrictMode>
      <Provider store={store}>
        <EnginesContext value={engines}>
          <ShelfContext value={shelfOf()}>
            <RoomsContext value={rooms}>
              <RouterProvider router={createBrowserRouter(routes)} />
            </RoomsContext>
          </ShelfContext>
        </EnginesContext>
      </Provider>
    </StrictMode>,
  );
}
