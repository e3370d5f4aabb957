import { Validator } from '@seriousme/openapi-schema-validator';
import { describe, expect, it } from 'vitest';
import { ENDPOINTS } from '../../contract/endpoints';
import { openApiDocument } from '../openApi';

describe('the published description', () => {
  it('is a valid OpenAPI 3.1 document', async () => {
    const document = JSON.parse(JSON.stringify(openApiDocument())) as Record<string, unknown>;
    const validator = new Validator();
    const { valid, errors } = await validator.validate(document);
    expect(errors).toBeUndefined();
    expect([valid, validator.version]).toEqual([true, '3.1']);
    // A validator that takes anything would be no witness.
    expect((await new Validator().validate({ ...document, paths: { nowhere: 1 } })).valid).toBe(false);
  });

  it('has every endpoint once, by its name', () => {
    const { paths } = openApiDocument();
    const named = Object.values(paths)
      .flatMap((methods) => Object.values(methods))
      .map((operation) => (operation as { operationId: string }).operationId);
    expect(named.sort()).toEqual(Object.keys(ENDPOINTS).sort());
    expect(paths['/bags/{id}']?.patch).toMatchObject({
      parameters: [{ name: 'id', in: 'path', required: true }],
      responses: { 200: {}, 404: {}, 409: {}, 422: {} },
    });
  });
});
