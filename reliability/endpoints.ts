import { z } from 'zod';
import { bagInput } from '../contract/bag';
import type { Endpoint as InTable } from '../contract/endpoint';
import { ENDPOINTS as TABLE, type EndpointName } from '../contract/endpoints';
import { grinderInput } from '../contract/recipe';

/**
 * Something the application answers to. `{id}` in a path stands for the id of anything there is, `{word}` for any word,
 * `{day}` for a date.
 */
export interface Endpoint {
  method: InTable['method'];
  path: string;
  body?: z.ZodType;
}

const { shape: bag } = bagInput;
/** Changes the table leaves open, since they are checked as a whole once they are put together: what they may hold. */
const CHANGES: Partial<Record<EndpointName, z.ZodType>> = {
  changeBag: z.strictObject({ ...bag, was: z.strictObject(bag).partial() }).partial(),
  changeGrinder: z.strictObject({ ...grinderInput.shape, was: grinderInput.partial() }).partial(),
};

const QUERIES: Readonly<Record<string, string>> = { today: '{day}', q: '{word}', finished: 'yes' };

/** Every endpoint that answers, from the table of endpoints. */
export const ENDPOINTS: readonly Endpoint[] = (Object.entries(TABLE) as [EndpointName, InTable][])
  .filter(([, { events }]) => !events)
  .map(([name, { method, path, query, body }]) => {
    const filled = path
      .replace(':id', path.startsWith('/words') ? '{word}' : '{id}')
      .replace(':key', '{word}')
      .replace(':device', 'device-one');
    const asked = Object.keys(query?.shape ?? {})
      .map((one) => `${one}=${QUERIES[one] ?? '{word}'}`)
      .join('&');
    return { method, path: asked === '' ? filled : `${filled}?${asked}`, body: CHANGES[name] ?? body };
  });
