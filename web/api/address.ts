import { omit, pickBy } from 'es-toolkit';
import type { Endpoint } from '../../contract/endpoint';

/** A call of any endpoint: params and query by their names, and the body. */
export type AnyCall = Readonly<Record<string, unknown>> & { body?: unknown };

/** Where a call goes, under `/api`: its params in the path, its query behind it. */
export function addressOf({ path, params }: Pick<Endpoint, 'path' | 'params'>, call: AnyCall = {}): string {
  const filled = path.replaceAll(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(call[name])));
  const asked = omit(call, ['body', 'file', ...Object.keys(params?.shape ?? {})]) as Record<string, unknown>;
  const query = new URLSearchParams(pickBy(asked, (value) => value !== undefined) as Record<string, string>).toString();
  return query === '' ? filled : `${filled}?${query}`;
}
