import { createSlice, nanoid, type PayloadAction } from '@reduxjs/toolkit';
import type { HouseholdWord } from '../../core/cup/words';
import type { Kept } from './browserStore';

/** How a deletion is taken back. */
export type Undo =
  | { kind: 'bag' | 'brew' | 'recipe' | 'live' | 'grinder' | 'nag' | 'picture' | 'sitting' | 'reference'; id: string }
  | { kind: 'seat'; id: string; sittingId: string }
  | { kind: 'write-up'; id: string }
  /** Changes made at once. */
  | { kind: 'changes'; id: string; ids: readonly string[] }
  /** A write-up as it stood before something took its place. */
  | { kind: 'version'; id: string; writeUpId: string }
  /** A word as it was; `forgotten` where it has to be added anew. */
  | {
      kind: 'word';
      id: string;
      before: HouseholdWord;
      forgotten: boolean;
    }
  /** A sheet that was thrown away. */
  | { kind: 'draft'; id: string; href: string; mirror: Kept<'draft'> };

/** A passing word at the foot of the page. */
export interface Notice {
  id: string;
  text: string;
  undo?: Undo;
  /** Where it leads; such a notice stays until it is followed or dismissed. */
  to?: string;
}

const notices = createSlice({
  name: 'notices',
  initialState: [] as Notice[],
  reducers: {
    toastShown: {
      reducer: (state, action: PayloadAction<Notice>) => [...state.slice(-2), action.payload],
      prepare: (notice: Omit<Notice, 'id'>) => ({ payload: { id: nanoid(), ...notice } }),
    },
    dismissed: (state, action: PayloadAction<string>) => state.filter((notice) => notice.id !== action.payload),
  },
});

export const { toastShown, dismissed } = notices.actions;
export const noticesReducer = notices.reducer;
