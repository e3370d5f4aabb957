import { z } from 'zod';
import { name } from './fields';
import { instrumentSettings, NO_INSTRUMENTS } from './instrument';

/** What the household owns and how it likes to be advised. */
export const settingsInput = z.strictObject({
  /** Brewers at hand, by kind; null: any kind may be proposed. */
  brewers: z.array(name('Brewer', 40)).max(60, 'A household can list 60 brewers at most').nullable(),
  /** Proposals change at most one setting from the last brew. */
  oneChange: z.boolean({ error: 'One change at a time must be yes or no' }),
  /** Instruments at the bench. */
  instruments: instrumentSettings.default(NO_INSTRUMENTS),
});
export type Settings = z.infer<typeof settingsInput>;

/** How a household begins. */
export const FIRST_SETTINGS: Settings = { brewers: null, oneChange: true, instruments: NO_INSTRUMENTS };
