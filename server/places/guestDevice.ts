import { randomUUID } from 'node:crypto';
import type { Request, Response } from 'express';

const COOKIE = 'slow-crest-guest';

/** What a guest's device is known by: a cookie that says nothing else, set when it first comes. */
export function guestDevice(request: Request, response: Response): string {
  const known: unknown = (request.cookies as Record<string, unknown> | undefined)?.[COOKIE];
  if (typeof known === 'string' && /^[0-9a-f-]{36}$/.test(known)) return known;
  const device = randomUUID();
  response.cookie(COOKIE, device, { httpOnly: true, sameSite: 'strict', path: '/api/seats' });
  return device;
}
