import { z } from 'zod';
import { oneOf } from '../fields';

export const INSTRUMENTS = ['scale', 'thermometer', 'refractometer', 'ph-pen'] as const;
export type InstrumentKind = (typeof INSTRUMENTS)[number];

/** How a simulated instrument behaves: as it should, or as real ones sometimes do. */
export const BEHAVIOURS = ['well', 'drops out', 'jumps', 'lags'] as const;
export type Behaviour = (typeof BEHAVIOURS)[number];

/** Who pours in the simulation. */
export const HANDS = ['slow', 'steady', 'fast'] as const;
export type Hand = (typeof HANDS)[number];

/** Simulated time may run faster; a brew without a simulated scale always runs at 1. */
export const SPEEDS = [1, 5, 20] as const;

const behaviour = oneOf('Behaviour', BEHAVIOURS);

export const instrumentSettings = z.strictObject({
  /** Connected instruments and how each behaves; one that is missing is not connected. */
  connected: z.partialRecord(z.enum(INSTRUMENTS), behaviour),
  hand: oneOf('Hand', HANDS),
  speed: z.literal(SPEEDS, { error: `Speed must be one of: ${SPEEDS.join(', ')}` }),
});
export type InstrumentSettings = z.infer<typeof instrumentSettings>;

/** Only what is to be different; an instrument that is null is disconnected. */
export const instrumentChange = instrumentSettings
  .extend({ connected: z.partialRecord(z.enum(INSTRUMENTS), behaviour.nullable()) })
  .partial();

export const NO_INSTRUMENTS: InstrumentSettings = { connected: {}, hand: 'steady', speed: 1 };

/** A batch of readings as it is streamed; a value that was marked as wrong comes with its flaw. */
export const readings = z.strictObject({
  kind: z.enum(INSTRUMENTS),
  /** The brew it stands beside; null for an instrument used by itself. */
  brew: z.uuid().nullable(),
  readings: z.array(z.strictObject({ atS: z.number(), value: z.number().nullable(), flaw: z.string().nullable() })),
});
export type Readings = z.infer<typeof readings>;
