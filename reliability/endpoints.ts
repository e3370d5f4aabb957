import { z } from 'zod';
import { bagInput } from '../contract/bag/bag';
import type { Endpoint as InTable, Resource } from '../contract/endpoint';
import { ENDPOINTS as TABLE, type EndpointName } from '../contract/endpoints';
import { grinderInput } from '../contract/bench/recipe';

/** Something the application answers to: its path with `:name` for what is filled in, and what it may be asked. */
export interface Endpoint {
  method: InTable['method'];
  path: string;
  query: readonly string[];
  body?: z.ZodType;
  /** A body that is taken as it is, to be changed in a few places; where most of what is drawn would be refused. */
  sound?: Readonly<Record<string, unknown>>;
  /** What it says it changes. */
  changes: readonly Resource[];
}

const { shape: bag } = bagInput;
/** Changes the table leaves open, since they are checked as a whole once they are put together: what they may hold. */
const CHANGES: Partial<Record<EndpointName, z.ZodType>> = {
  changeBag: z.strictObject({ ...bag, was: z.strictObject(bag).partial() }).partial(),
  changeGrinder: z.strictObject({ ...grinderInput.shape, was: grinderInput.partial() }).partial(),
};

const PARAMETERS = { style: 'filter', brewer: 'cone', doseG: 17, waterG: 272, waterC: 92, grindStep: 0 };
const today = new Date().toISOString();
const BREW = {
  ...PARAMETERS,
  brewedAt: today,
  cup: { scoringScale: 'mark10', mark: 8.2, remarks: 'quince', descriptors: [{ typed: 'fig', slot: 'cup' }] },
};
const CUP = { parameters: PARAMETERS, bagId: null, name: 'A cup' };
const SOUND: Partial<Record<EndpointName, Record<string, unknown>>> = {
  addBag: { name: 'Test Hill', roastedOn: today.slice(0, 10), reference: PARAMETERS },
  addBrew: BREW,
  changeBrew: BREW,
  addSitting: {
    name: 'A table',
    kind: 'free',
    scoringScale: 'mark10',
    cups: ['a', 'b', 'c'].map((id) => ({ ...CUP, id })),
  },
};

/** Every endpoint that answers, from the table of endpoints. */
export const ENDPOINTS: readonly Endpoint[] = (Object.entries(TABLE) as [EndpointName, InTable][])
  .filter(([, { events }]) => !events)
  .map(([name, { method, path, query, body, invalidatesTags: changes = [] }]) => ({
    method,
    path,
    query: Object.keys(query?.shape ?? {}),
    body: CHANGES[name] ?? body,
    sound: SOUND[name],
    changes,
  }));
