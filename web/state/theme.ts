import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** What the taster asked for; `auto` follows the machine. */
export type Theme = 'auto' | 'light' | 'dark';
export const THEMES: readonly Theme[] = ['auto', 'light', 'dark'];

const KEY = 'slow-crest.theme';

function remembered(): Theme {
  const kept = localStorage.getItem(KEY);
  return THEMES.find((theme) => theme === kept) ?? 'auto';
}

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
  localStorage.setItem(KEY, chosen);
  show();
  machineIsDark.addEventListener('change', show);
  return () => machineIsDark.removeEventListener('change', show);
}
