import { z } from 'zod';
import { id, name } from './fields';

export const tasterInput = z.strictObject({ name: name('Name', 60) });

export const taster = z.strictObject({ id, name: z.string() });
export type Taster = z.infer<typeof taster>;
