// The interface for programs as an OpenAPI 3.1 description, derived from the endpoints.
import { z } from 'zod';
import type { Endpoint } from './endpoint';
import { ENDPOINTS } from './endpoints';
import { ProblemSchema } from './shapes';

const schemaOf = (s: z.ZodType): unknown => {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(s, { io: 'input', unrepresentable: 'any' }) as Record<
    string,
    unknown
  >;
  return rest;
};
const problem = (description: string) => ({
  description,
  content: { 'application/problem+json': { schema: schemaOf(ProblemSchema) } },
});

function parametersOf(path: string, { query, over }: Endpoint): unknown[] {
  return [
    ...[...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    })),
    ...(over
      ? [
          {
            name: 'If-Match',
            in: 'header',
            required: true,
            description: 'The revision the change begins with, as given by ETag',
            schema: { type: 'string' },
          },
        ]
      : []),
    ...Object.entries(query?.shape ?? {}).map(([name, field]) => ({
      name,
      in: 'query',
      required: false,
      ...((field as z.ZodType).description ? { description: (field as z.ZodType).description } : {}),
      schema: schemaOf(field as z.ZodType),
    })),
  ];
}

function bodyOf({ body, form }: Endpoint): unknown {
  if (body) return { required: true, content: { 'application/json': { schema: schemaOf(body) } } };
  if (!form) return undefined;
  const fields = Object.entries(form).map(([name, description]) => [name, { type: 'string', description }]);
  return {
    required: true,
    content: {
      'multipart/form-data': {
        schema: {
          type: 'object',
          required: ['file', ...Object.keys(form)],
          properties: { file: { type: 'string', format: 'binary' }, ...Object.fromEntries(fields) },
        },
      },
    },
  };
}

function responsesOf({ query, body, over, answer, problems }: Endpoint): unknown {
  const content = answer.schema
    ? { content: { 'application/json': { schema: schemaOf(answer.schema) } } }
    : answer.media
      ? { content: Object.fromEntries(answer.media.map((m) => [m, {}])) }
      : {};
  const errors = {
    ...(query || body || over ? { 400: 'Not valid' } : {}),
    ...(over ? { 428: 'If-Match is missing' } : {}),
    ...problems,
  };
  return {
    [answer.status ?? 200]: { description: answer.says, ...content },
    ...Object.fromEntries(Object.entries(errors).map(([status, says]) => [status, problem(says)])),
  };
}

export function openApi(): unknown {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [key, endpoint] of Object.entries<Endpoint>(ENDPOINTS)) {
    const [method, path] = key.split(' '),
      parameters = parametersOf(path, endpoint),
      requestBody = bodyOf(endpoint);
    (paths[path] ??= {})[method.toLowerCase()] = {
      summary: endpoint.summary,
      ...(parameters.length ? { parameters } : {}),
      ...(requestBody ? { requestBody } : {}),
      responses: responsesOf(endpoint),
    };
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Plavo',
      version: '1',
      description:
        'Compose pieces, measure how well every letter reads, find the least treatment that is enough, take pictures away.',
    },
    paths,
  };
}
