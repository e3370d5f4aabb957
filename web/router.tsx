import { createBrowserRouter } from 'react-router';
import { Frame } from './Frame';
import { LostPage } from './LostPage';
import { SIGN_IN } from './api/api';
import { ShelfPage } from './shelf/ShelfPage';

/** Every place has an address. All but the shelf are fetched when they are first opened. */
export const router = createBrowserRouter([
  {
    element: <Frame />,
    errorElement: <LostPage />,
    HydrateFallback: () => null,
    children: [
      { path: '/', element: <ShelfPage /> },
      { path: '/bags/new', lazy: async () => ({ Component: (await import('./bag/AddBagPage')).AddBagPage }) },
      { path: '/bags/:bagId', lazy: async () => ({ Component: (await import('./bag/BagPage')).BagPage }) },
      { path: '/bags/:bagId/edit', lazy: async () => ({ Component: (await import('./bag/EditBagPage')).EditBagPage }) },
      { path: '/bags/:bagId/brew', lazy: async () => ({ Component: (await import('./cup/LogBrewPage')).LogBrewPage }) },
      {
        path: '/bags/:bagId/brews/:brewId',
        lazy: async () => ({ Component: (await import('./cup/EditBrewPage')).EditBrewPage }),
      },
      {
        path: '/bags/:bagId/bench',
        lazy: async () => ({ Component: (await import('./bench/LayOutPage')).LayOutPage }),
      },
      { path: '/bench', lazy: async () => ({ Component: (await import('./bench/BenchPage')).BenchPage }) },
      { path: '/recipes', lazy: async () => ({ Component: (await import('./recipes/RecipesPage')).RecipesPage }) },
      {
        path: '/recipes/new',
        lazy: async () => ({ Component: (await import('./recipes/NewRecipePage')).NewRecipePage }),
      },
      {
        path: '/recipes/from-card',
        lazy: async () => ({ Component: (await import('./recipes/ReadCardPage')).ReadCardPage }),
      },
      {
        path: '/recipes/:recipeId',
        lazy: async () => ({ Component: (await import('./recipes/RecipePage')).RecipePage }),
      },
      { path: '/plan', lazy: async () => ({ Component: (await import('./shelf/PlanPage')).PlanPage }) },
      { path: '/table', lazy: async () => ({ Component: (await import('./table/TablePage')).TablePage }) },
      {
        path: '/table/new',
        lazy: async () => ({ Component: (await import('./table/NewSittingPage')).NewSittingPage }),
      },
      {
        path: '/table/:sittingId',
        lazy: async () => ({ Component: (await import('./table/SittingPage')).SittingPage }),
      },
      {
        path: '/table/:sittingId/paper',
        lazy: async () => ({ Component: (await import('./table/PaperPage')).PaperPage }),
      },
      { path: '/palate', lazy: async () => ({ Component: (await import('./palate/RecordPage')).RecordPage }) },
      { path: '/palate/liking', lazy: async () => ({ Component: (await import('./palate/LikingPage')).LikingPage }) },
      {
        path: '/palate/repeats',
        lazy: async () => ({ Component: (await import('./palate/RepeatsPage')).RepeatsPage }),
      },
      {
        path: '/palate/standings',
        lazy: async () => ({ Component: (await import('./palate/StandingsPage')).StandingsPage }),
      },
      { path: '/palate/crests', lazy: async () => ({ Component: (await import('./palate/CrestsPage')).CrestsPage }) },
      {
        path: '/palate/tasters',
        lazy: async () => ({ Component: (await import('./palate/TastersPage')).TastersPage }),
      },
      {
        path: '/palate/references',
        lazy: async () => ({ Component: (await import('./palate/ReferencesPage')).ReferencesPage }),
      },
      { path: '/write-ups', lazy: async () => ({ Component: (await import('./writeUps/WriteUpsPage')).WriteUpsPage }) },
      {
        path: '/write-ups/new',
        lazy: async () => ({ Component: (await import('./writeUps/NewWriteUpPage')).NewWriteUpPage }),
      },
      {
        path: '/write-ups/side-by-side',
        lazy: async () => ({ Component: (await import('./writeUps/SideBySidePage')).SideBySidePage }),
      },
      {
        path: '/write-ups/:writeUpId',
        lazy: async () => ({ Component: (await import('./writeUps/WriteUpPage')).WriteUpPage }),
      },
      { path: '/words', lazy: async () => ({ Component: (await import('./words/WordsPage')).WordsPage }) },
      { path: '/words/find', lazy: async () => ({ Component: (await import('./words/FindWordPage')).FindWordPage }) },
      {
        path: '/store-room',
        lazy: async () => ({ Component: (await import('./storeRoom/StoreRoomPage')).StoreRoomPage }),
      },
      {
        path: '/store-room/tables/:importId',
        lazy: async () => ({ Component: (await import('./storeRoom/NotebookPage')).NotebookPage }),
      },
      {
        path: '/store-room/changes',
        lazy: async () => ({ Component: (await import('./storeRoom/HistoryPage')).HistoryPage }),
      },
      { path: '*', element: <LostPage /> },
    ],
  },
  // Guests come here from their own phones: nothing of the household stands around it.
  {
    path: '/join',
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('./table/JoinPage')).JoinPage }),
  },
  {
    path: '/seat/:secret',
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('./table/SeatPage')).SeatPage }),
  },
  {
    path: SIGN_IN,
    HydrateFallback: () => null,
    lazy: async () => ({ Component: (await import('./SignInPage')).SignInPage }),
  },
]);
