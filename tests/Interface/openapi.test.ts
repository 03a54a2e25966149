import { Validator } from '@seriousme/openapi-schema-validator';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';

const described = () =>
    JSON.parse(readFileSync('docs/openapi.json', 'utf8')) as {
        paths: Record<string, Record<string, { operationId: string; requestBody?: { content: Record<string, unknown> } }>>;
    };

/** Held against the published schema of OpenAPI 3.1, as the library ships it. */
describe('the description for programs', () => {
    it('is what OpenAPI 3.1 asks for', async () => {
        const { valid, errors } = await new Validator().validate(described());
        expect(errors ?? []).toEqual([]);
        expect(valid).toBe(true);
    });

    it('would be refused with a body that is none', async () => {
        const broken = described();
        broken.paths['/api/mixes/{uuid}']!.put!.requestBody = { content: { 'application/json': { schema: 7 } } };
        expect((await new Validator().validate(broken)).valid).toBe(false);
    });

    it('names every operation once', () => {
        const names = Object.values(described().paths).flatMap((operations) => Object.values(operations).map((o) => o.operationId));
        expect(names.filter((n, i) => names.indexOf(n) !== i)).toEqual([]);
    });
});
