import '@fontsource-variable/commissioner';
import '@fontsource-variable/bricolage-grotesque';
import '@fontsource/ibm-plex-mono/400.css';
import './app.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { Provider } from 'react-redux';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { BenchStage } from './bench/bench.tsx';
import { ChannelsStage } from './channels/channels.tsx';
import { CheckStage } from './check/check.tsx';
import { GoodsStage } from './goods/goods.tsx';
import { CodesStage } from './offers/codes.tsx';
import { CostsStage } from './offers/costs.tsx';
import { MeetsStage } from './offers/meets.tsx';
import { OffersStage } from './offers/offers.tsx';
import { PriceStage } from './offers/price.tsx';
import { PlacesStage } from './places/places.tsx';
import { CarrierStage } from './rates/carrier.tsx';
import { CoverageStage } from './rates/coverage.tsx';
import { MarketsStage } from './rates/markets.tsx';
import { MixingStage } from './rates/mixing.tsx';
import { RatesStage } from './rates/rates.tsx';
import { RevisionsStage } from './revisions/revisions.tsx';
import { Shell } from './shell/shell.tsx';
import { store } from './store/index.ts';

const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { index: true, element: <Navigate to="/check" replace /> },
      { path: 'goods', element: <GoodsStage /> },
      { path: 'places/:zone?', element: <PlacesStage /> },
      { path: 'rates/mixing', element: <MixingStage /> },
      { path: 'rates/markets', element: <MarketsStage /> },
      { path: 'rates/coverage', element: <CoverageStage /> },
      { path: 'rates/carrier', element: <CarrierStage /> },
      { path: 'rates/:zone?/:service?', element: <RatesStage /> },
      { path: 'offers/meets', element: <MeetsStage /> },
      { path: 'offers/costs/:offer?', element: <CostsStage /> },
      { path: 'offers/codes', element: <CodesStage /> },
      { path: 'offers/price', element: <PriceStage /> },
      { path: 'offers/:offer?', element: <OffersStage /> },
      { path: 'channels/:channel?', element: <ChannelsStage /> },
      { path: 'check/:channel?/:key?', element: <CheckStage /> },
      { path: 'bench/:basket', element: <BenchStage /> },
      { path: 'revisions', element: <RevisionsStage /> },
      { path: '*', element: <p className="sheet">There is nothing at this address. The six stages stand above.</p> },
    ],
  },
]);

const place = document.getElementById('root');
if (place) {
  createRoot(place).render(
    <StrictMode>
      <Provider store={store}>
        <RouterProvider router={router} />
      </Provider>
    </StrictMode>,
  );
}
