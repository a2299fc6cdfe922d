import { Navigate, type RouteObject } from 'react-router';
import { BasisProvider } from '../data/basis.tsx';
import { Broken } from './broken.tsx';
import { Shell } from './shell.tsx';
import { rooms } from './stages.ts';

/** Every address there is: the sheets of all rooms, in the shell. */
export const routes: RouteObject[] = [
  {
    element: (
      <BasisProvider>
        <Shell />
      </BasisProvider>
    ),
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
];
