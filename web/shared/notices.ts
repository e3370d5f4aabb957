import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';

/** How a deletion is taken back. */
export type Undo = { kind: 'bag'; id: string } | { kind: 'brew'; bagId: string; id: string } | { kind: 'recipe' | 'live' | 'grinder'; id: string };

/** A passing word at the foot of the page. */
export interface Notice {
  id: string;
  text: string;
  undo?: Undo;
}

const notices = createSlice({
  name: 'notices',
  initialState: [] as Notice[],
  reducers: {
    noticed: {
      reducer: (state, action: PayloadAction<Notice>) => [...state.slice(-2), action.payload],
      prepare: (notice: Omit<Notice, 'id'>) => ({ payload: { id: nanoid(), ...notice } }),
    },
    dismissed: (state, action: PayloadAction<string>) => state.filter((notice) => notice.id !== action.payload),
  },
});

export const { noticed, dismissed } = notices.actions;
export const noticesReducer = notices.reducer;
