import '@fontsource-variable/commissioner';
import '@fontsource-variable/bricolage-grotesque';
import '@fontsource/ibm-plex-mono/400.css';
import './app.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Broken } from './app/broken.tsx';
import { RoomsContext } from './app/rooms.ts';
import { Shell } from './app/shell.tsx';
import { rooms } from './app/stages.ts';
import { EnginesContext, startEngines } from './data/engines.ts';
import { store } from './data/index.ts';
import { engineFailed } from './data/view.ts';

const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Broken />,
    hydrateFallbackElement: <p className="sheet muted">Opening Plemb …</p>,
    children: [
      {
        errorElement: <Broken />,
        children: [
          { index: true, element: <Navigate to="/check" replace /> },
          ...rooms.flatMap((room) =>
            room.sheets.map((sheet) => ({
              path: [room.path, sheet.path].filter(Boolean).join('/'),
              lazy: async () => ({ Component: await sheet.page() }),
            })),
          ),
          {
            path: '*',
            element: <p className="sheet">There is nothing at this address. The six stages stand above.</p>,
          },
        ],
      },
    ],
  },
]);

const place = document.getElementById('root');
if (place) {
  const engines = startEngines((why) => store.dispatch(engineFailed(why)));
  createRoot(place).render(
    <StrictMode>
      <Provider store={store}>
        <EnginesContext value={engines}>
          <RoomsContext value={rooms}>
            <RouterProvider router={router} />
          </RoomsContext>
        </EnginesContext>
      </Provider>
    </StrictMode>,
  );
}
