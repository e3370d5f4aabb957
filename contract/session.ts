import { z } from 'zod';
import { text } from './fields';

/** The household's passphrase, asked for where the application can be reached from other machines. */
export const signIn = z.strictObject({ passphrase: text('The passphrase', 200).min(1, 'The passphrase is needed') });

/** Whether a passphrase is needed here, and whether this browser gave it. */
export const sessionAnswer = z.strictObject({ needed: z.boolean(), signedIn: z.boolean() });
