import * as z from 'zod';
import type { Route } from './route';

/** An OpenAPI 3.1 document, as far as routes fill it. */
export interface OpenApi {
  openapi: '3.1.0';
  info: { title: string; version: string; description: string };
  servers: { url: string }[];
  paths: Record<string, Record<string, unknown>>;
  components: { schemas: Record<string, unknown> };
}

/** A schema as JSON Schema 2020-12. What JSON Schema has no words for is left open. */
const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): unknown => {
  const { $schema: _, ...json } = z.toJSONSchema(schema, { io, unrepresentable: 'any', reused: 'inline' });
  return json;
};

const refusal = { $ref: '#/components/responses/Refusal' };

/**
 * Describes routes by OpenAPI 3.1.
 * @param routes by the name of what each does, which becomes its operationId
 */
export function openApiOf(
  routes: Readonly<Record<string, Route>>,
  about: { title: string; version: string; server: string },
): OpenApi {
  const paths: OpenApi['paths'] = {};
  for (const [name, route] of Object.entries(routes)) {
    const path = route.path.replaceAll(/:([a-zA-Z0-9]+)/g, '{$1}');
    (paths[path] ??= {})[route.method.toLowerCase()] = operationOf(name, route);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: about.title,
      version: about.version,
      description:
        'Every request needs the session cookie of somebody who works in the studio. Requests that change something also need the header x-keel: 1.',
    },
    servers: [{ url: about.server }],
    paths,
    components: {
      schemas: {},
      responses: {
        Refusal: {
          description: 'What happened, what is safe, and what to do, as problem details (RFC 9457).',
          content: {
            'application/problem+json': {
              schema: {
                type: 'object',
                properties: { title: { type: 'string' }, status: { type: 'integer' }, code: { type: 'string' } },
                required: ['title', 'status'],
              },
            },
          },
        },
      },
    } as OpenApi['components'],
  };
}

function operationOf(name: string, { method, path, right, does, query, body, answer, makes }: Route): unknown {
  const named = [...path.matchAll(/:([a-zA-Z0-9]+)/g)].map(([, param]) => ({
    name: param,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const content =
    typeof answer === 'string'
      ? { [answer]: { schema: { type: 'string' } } }
      : { 'application/json': { schema: schemaOf(answer, 'output') } };
  return {
    operationId: name,
    summary: does,
    ...(right === null ? {} : { 'x-right': right }),
    parameters: [...named, ...(query ? inQuery(query) : [])],
    ...(body
      ? { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(body, 'input') } } } }
      : {}),
    responses: {
      [makes ? '201' : '200']: { description: does, content },
      ...(method === 'GET' ? {} : { 409: refusal }),
      ...(right === null ? {} : { 403: refusal }),
      401: refusal,
    },
  };
}

/** What is read from the address, one by one. */
function inQuery(query: z.ZodType): unknown[] {
  const { properties = {}, required = [] } = schemaOf(query, 'input') as {
    properties?: Record<string, unknown>;
    required?: string[];
  };
  return Object.entries(properties).map(([name, schema]) => ({
    name,
    in: 'query',
    required: required.includes(name),
    schema,
  }));
}
