/** The API's document (OpenAPI 3.1), written from the routes, the contract's schemas and the registries. */
import type { FastifyDynamicSwaggerOptions } from '@fastify/swagger';
import { catalogue } from '@undameter/core';
import { Components } from './components';
import { examples } from './examples';
import { fieldWords } from './fieldWords';
import { fileBody, responsesOf, type Responses } from './bodies';
import { mapSchema, type Node } from './schemas';
import { tagWords } from './tagWords';

const DESCRIPTION = `Runs, procedures, conditions, tables, fits, comparisons and findings of a test bench.
A run comes in by three requests: send the file (\`POST /api/uploads\`), import it as it was understood or corrected
(\`POST /api/uploads/{uploadId}/import\`), and ask for the import until it is done (\`GET /api/imports/{jobId}\`).
Values that are missing are null. Whatever is refused says why in a sentence, with a code for programs.
A PUT or DELETE that carries If-Match is made only where the thing is still as its ETag says.`;

export const documentOf = (version: string): FastifyDynamicSwaggerOptions => ({
  openapi: {
    openapi: '3.1.0',
    info: {
      title: 'Undameter',
      version,
      description: DESCRIPTION,
      license: { name: 'MIT', url: 'https://spdx.org/licenses/MIT.html' },
    },
    servers: [{ url: '/', description: 'The server that this document came from' }],
    tags: Object.entries(tagWords).map(([name, description]) => ({ name, description })),
    security: [],
  },
  transformObject: (given) => finished((given as { openapiObject: Node }).openapiObject) as never,
});

interface Operation extends Node {
  operationId: string;
  parameters?: Node[];
  requestBody?: { content: Record<string, Node> };
  responses: Responses;
}

let components: Components | undefined;

function finished(document: Node): Node {
  components ??= new Components();
  const paths = Object.entries(document['paths'] as Record<string, Record<string, Operation>>).map(
    ([path, operations]) => [
      path,
      Object.fromEntries(
        Object.entries(operations).map(([method, operation]) => [method, finishedOperation(operation, method, path)]),
      ),
    ],
  );
  const schemas = Object.entries({ ...components.schemas, ErrorReply: errorReply() }).map(([name, schema]) => [
    name,
    inWords(schema),
  ]);
  return { ...document, components: { schemas: Object.fromEntries(schemas) }, paths: Object.fromEntries(paths) };
}

/** Every field says what it holds: in the words of its schema, or in those that the field has everywhere. */
const inWords = (schema: Node): Node =>
  mapSchema(schema, (part) => {
    const fields = part['properties'] as Record<string, Node> | undefined;
    if (!fields) return part;
    const described = Object.entries(fields).map(([name, field]) => [name, withWords(name, field)]);
    return { ...part, properties: Object.fromEntries(described) };
  });

function withWords(name: string, field: Node): Node {
  const words = field['description'] ?? field['title'] ?? fieldWords[name];
  return words === undefined ? field : { ...field, description: words };
}

/** The shape of a refusal, with every code that there is. */
const errorReply = (): Node => ({
  type: 'object',
  description: 'Why a request was refused, or why one thing of several could not be computed.',
  required: ['code', 'message', 'facts'],
  properties: {
    code: { type: 'string', description: 'For programs; codes are never used again.', enum: Object.keys(catalogue) },
    message: { type: 'string', description: 'What was found, where, and what to do.' },
    facts: { type: 'object', description: 'What the sentence was made of.', additionalProperties: {} },
  },
});

function finishedOperation(operation: Operation, method: string, path: string): Operation {
  const { 'x-takes-file': takesFile, ...rest } = operation;
  const body = takesFile ? fileBody : jsonBody(operation);
  return {
    ...rest,
    parameters: (operation.parameters ?? []).map((parameter) => {
      const { name, schema, description } = parameter as { name: string; schema: Node; description?: string };
      return { ...parameter, schema: refer(schema), description: description ?? fieldWords[name] };
    }),
    ...(body ? { requestBody: body } : {}),
    responses: responsesOf(operation.responses, { method, path, takes: body !== undefined, refer }),
  } as Operation;
}

const refer = (schema: unknown): Node => inWords(components!.refer(schema));

function jsonBody({ requestBody, operationId }: Operation): Node | undefined {
  const json = requestBody?.content['application/json'];
  if (!json) return undefined;
  const example = examples[operationId];
  return {
    required: true,
    content: { 'application/json': { schema: refer(json['schema']), ...(example ? { example } : {}) } },
  };
}
