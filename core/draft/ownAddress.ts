/**
 * Whether a text is an address of this application as a browser would write it: a path, and perhaps a query. A browser
 * reads a backslash as a slash and drops line breaks, so that what looks like a path could lead elsewhere.
 */
export function isOwnAddress(href: string): boolean {
  const base = 'http://application.invalid';
  if (!/^\/(?![/\\])[\x21-\x5b\x5d-\x7e]*$/.test(href) || !URL.canParse(href, base)) return false;
  const { origin, pathname, search, hash } = new URL(href, base);
  return origin === base && pathname + search + hash === href;
}
