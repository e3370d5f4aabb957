import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { omit } from 'es-toolkit';
import type { SippedPhase } from '../../core/cup';
import type { CoolingCup } from './browserStore';
import { keptInBrowser } from './kept';

interface Cooling {
  /** By the key of the sheet's draft. */
  cups: Record<string, CoolingCup>;
  /** The sheet in view calls for itself. */
  inView: string | null;
}

/** Keeps the cups over a reload. */
export const keepCups = (cups: Cooling['cups']): boolean => keptInBrowser.set('cooling', cups);

const cooling = createSlice({
  name: 'cooling',
  initialState: (): Cooling => ({ cups: keptInBrowser.get('cooling') ?? {}, inView: null }),
  reducers: {
    poured: ({ cups }, { payload: { key, ...cup } }: PayloadAction<Omit<CoolingCup, 'called'> & { key: string }>) => {
      const before = cups[key];
      cups[key] = { ...cup, called: before?.since === cup.since ? before.called : null };
    },
    called: ({ cups }, { payload: { key, phase } }: PayloadAction<{ key: string; phase: SippedPhase }>) => {
      const cup = cups[key];
      if (cup) cup.called = phase;
    },
    stopped: (state, { payload: key }: PayloadAction<string>) => {
      state.cups = omit(state.cups, [key]);
    },
    sheetInView: (state, { payload: key }: PayloadAction<string | null>) => {
      state.inView = key;
    },
  },
});

export const { poured, called, stopped, sheetInView } = cooling.actions;
export const coolingReducer = cooling.reducer;

/** A browser lets a page vibrate the phone only once it was touched. */
export function vibrate(): void {
  if ('vibrate' in navigator && navigator.userActivation.hasBeenActive) navigator.vibrate(200);
}
