import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Kept } from './browserStore';
import { keptInBrowser } from './kept';

/** What the taster asked for; `auto` follows the machine. */
export type Theme = Kept<'theme'>;
export const THEMES: readonly Theme[] = ['auto', 'light', 'dark'];

const remembered = (): Theme => keptInBrowser.get('theme') ?? 'auto';

const theme = createSlice({
  name: 'theme',
  initialState: remembered,
  reducers: { themeChosen: (_state, action: PayloadAction<Theme>) => action.payload },
});

export const { themeChosen } = theme.actions;
export const themeReducer = theme.reducer;

const machineIsDark = matchMedia('(prefers-color-scheme: dark)');

/** Shows a theme and remembers it; returns how to stop following the machine. */
export function showTheme(chosen: Theme): () => void {
  const show = (): void => {
    document.documentElement.dataset.bsTheme = chosen === 'auto' ? (machineIsDark.matches ? 'dark' : 'light') : chosen;
  };
  keptInBrowser.set('theme', chosen);
  show();
  machineIsDark.addEventListener('change', show);
  return () => machineIsDark.removeEventListener('change', show);
}
