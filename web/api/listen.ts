import type { z } from 'zod';
import type { CallOf, EventsOf, StreamName } from '../../contract/calls';
import { ENDPOINTS } from '../../contract/endpoints';
import { addressOf, type AnyCall } from './address';

type Heard<N extends StreamName> = { [E in keyof EventsOf<N>]?: (data: EventsOf<N>[E]) => void };

/**
 * Listens to a stream until the returned function is called. It opens itself again after a break; `opened` is called
 * each time it is open. Events that are not what the table says are passed over.
 */
export function listen<N extends StreamName>(
  name: N,
  call: CallOf<N> | undefined,
  heard: Heard<N>,
  opened?: () => void,
): () => void {
  const endpoint = ENDPOINTS[name];
  const source = new EventSource(`/api${addressOf(endpoint, call as AnyCall | undefined)}`);
  if (opened) source.addEventListener('open', opened);
  for (const [event, schema] of Object.entries<z.ZodType>(endpoint.events))
    source.addEventListener(event, ({ data }: MessageEvent<string>) => {
      const read = schema.safeParse(JSON.parse(data));
      const hear = heard[event as keyof EventsOf<N>];
      if (read.success) hear?.(read.data as EventsOf<N>[keyof EventsOf<N>]);
    });
  return () => source.close();
}
