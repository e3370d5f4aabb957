import { z } from 'zod';
import { archive } from '../contract/archive';

/** The archive as JSON Schema, as `docs/archive.schema.json` publishes it. What JSON Schema cannot say is left open. */
export function archiveSchema(): object {
  return z.toJSONSchema(archive, { io: 'output', unrepresentable: 'any', reused: 'ref' });
}
