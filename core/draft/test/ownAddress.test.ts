import { expect, it } from 'vitest';
import { isOwnAddress } from '../ownAddress';

it.each(['/', '/bags/new', '/bags/1/brew?again=last', '/?finished=yes', '/words#fig', '/recipes/a-b_c.d~e'])(
  '%s is an address of ours',
  (href) => expect(isOwnAddress(href)).toBe(true),
);

it.each([
  '',
  'bags',
  '//elsewhere.test',
  '/\\elsewhere.test',
  '\\\\elsewhere.test',
  'https://elsewhere.test/',
  'javascript:alert(1)',
  '/a\\b',
  '/a b',
  '/a\nb',
  '/../..//elsewhere.test',
  '/bags/é',
])('%j is none', (href) => expect(isOwnAddress(href)).toBe(false));
