import type { NextFunction, Request, Response } from 'express';
import { Problem } from '../application/problem';

/**
 * What a request may hold at most: values in all, and how deep they may lie. Our largest sheet has a few hundred, six
 * deep.
 */
const MOST_VALUES = 20_000;
const DEEPEST = 24;

/**
 * Refuses a body that is far larger or deeper than anything the application sends, before anyone looks at it closely.
 */
export function rejectOversizedBody(request: Request, _response: Response, next: NextFunction): void {
  const what = whatIsOversized(request.body);
  if (what !== null) throw new Problem('too-large', `${what}. Nothing was saved.`);
  next();
}

/**
 * Why a value is no sheet of ours; null where it may be one. Goes level by level, so that no depth overflows the stack.
 */
export function whatIsOversized(body: unknown): string | null {
  let level: unknown[] = [body];
  let values = 1;
  for (let depth = 0; level.length > 0; depth++) {
    if (depth > DEEPEST) return `This lies more than ${DEEPEST} levels deep`;
    const below: unknown[] = [];
    for (const value of level) {
      if (typeof value !== 'object' || value === null) continue;
      for (const child of Object.values(value)) below.push(child);
      if (values + below.length > MOST_VALUES) return `This holds more than ${MOST_VALUES.toLocaleString('en')} values`;
    }
    values += below.length;
    level = below;
  }
  return null;
}
