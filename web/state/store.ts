import { configureStore } from '@reduxjs/toolkit';
import { setupListeners } from '@reduxjs/toolkit/query';
import { useDispatch, useSelector } from 'react-redux';
import { api } from '../api/api';
import { Sync } from '../sync/sync';
import { coolingReducer } from './cooling';
import { deviceName } from './device';
import { keptInBrowser } from './kept';
import { noticesReducer } from './notices';
import { themeReducer } from './theme';

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, cooling: coolingReducer, notices: noticesReducer, theme: themeReducer },
  middleware: (defaults) => defaults().concat(api.middleware),
  // Not with the next frame, as by default: what is tapped shows at once, and a switch does not swing back first.
  enhancers: (defaults) => defaults({ autoBatch: { type: 'tick' } }),
});
setupListeners(store.dispatch);

/** What is written in this window and may not have reached the server. */
export const sync = new Sync(store.dispatch, keptInBrowser, deviceName);
sync.start();

export const useAppDispatch = useDispatch.withTypes<typeof store.dispatch>();
export const useAppSelector = useSelector.withTypes<ReturnType<typeof store.getState>>();
