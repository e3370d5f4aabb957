import { hostname, networkInterfaces } from 'node:os';

const LOOPBACK = ['localhost', '127.0.0.1', '::1'];
/** The address that stands for every network of this machine. */
export const EVERY_NETWORK = '0.0.0.0';
const EVERYWHERE = [EVERY_NETWORK, '::'];

/** Whether an address can be reached from this machine alone. */
export function isLoopback(host: string): boolean {
  return LOOPBACK.includes(host) || host.startsWith('127.');
}

/** Whether an address stands for every network of this machine. */
export function isEverywhere(host: string): boolean {
  return EVERYWHERE.includes(host);
}

/**
 * The addresses under which other machines reach this one.
 *
 * @param host what is listened on: on 0.0.0.0 nobody is reached by IPv6
 */
export function networkAddresses(host: string = EVERY_NETWORK): string[] {
  return Object.values(networkInterfaces()).flatMap((all) =>
    (all ?? [])
      .filter(({ internal, scopeid, family }) => !internal && !scopeid && (host === '::' || family === 'IPv4'))
      .map(({ address }) => address),
  );
}

/**
 * The name in a Host header or an origin, without port, brackets or a closing dot, in small letters. Empty for none.
 */
export function nameIn(authority: string): string {
  const bracketed = /^\[([^\]]*)\]/.exec(authority)?.[1];
  return (bracketed ?? authority.replace(/:\d*$/, '')).toLowerCase().replace(/\.$/, '');
}

/**
 * Tells the names this application goes by from all others. A page elsewhere can give its own name this machine's
 * address and would then be served as if it were ours; so only the names listened on, and those a setting adds, are
 * answered.
 */
export function knownNames(host: string, added: readonly string[]): (name: string) => boolean {
  const own = new Set([host, ...added].map((name) => nameIn(name)));
  const everywhere = isEverywhere(host);
  if (everywhere || isLoopback(host)) for (const name of LOOPBACK) own.add(name);
  if (everywhere) for (const name of [hostname(), `${hostname()}.local`]) own.add(name.toLowerCase());
  // Addresses of this machine come and go with its networks.
  return (name) => own.has(name) || (everywhere && networkAddresses('::').includes(name));
}
