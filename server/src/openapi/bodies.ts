/** What goes over the wire beside JSON: files on their way in and out, statuses, refusals. */
import { writers } from '@undameter/formats';
import type { Node } from './schemas';

const binary = { schema: { type: 'string', format: 'binary' } };
/** A file as it is, of whatever type, or as the one file of a form. */
export const fileBody: Node = {
  required: true,
  description: 'The file itself; its name is in the address. Or a form with one file, which carries its name.',
  content: {
    'application/octet-stream': binary,
    'text/csv': binary,
    'text/plain': binary,
    'application/json': { schema: {} },
    'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet': binary,
    'multipart/form-data': {
      schema: {
        type: 'object',
        required: ['file'],
        properties: { file: { type: 'string', format: 'binary', description: 'The file, with its name.' } },
      },
    },
  },
};

type Response = { description: string; content?: Record<string, Node>; headers?: Node };
export type Responses = Record<string, Response>;

interface Where {
  method: string;
  path: string;
  takes: boolean;
  refer(schema: unknown): Node;
}

const WORDS: Record<string, string> = {
  200: 'What was asked for.',
  201: 'Created; its address is in Location.',
  202: 'Begun; Location is where to ask how far it is.',
  204: 'Done; there is nothing to say.',
};
const REFUSALS: Record<string, string> = {
  403: 'The request was not addressed to this machine by a page of this program.',
  404: 'There is no such thing, or not any more.',
  409: 'It does not go with what is there: a name that is taken, a thing in use, a change on an old version.',
  412: 'It was changed since it was read: its ETag is another one than If-Match says.',
  413: 'The body is larger than is taken.',
  415: 'The body is of a media type that is not taken; the sentence names the one that is.',
  422: 'The request is not as its schema says, or what it asks for cannot be computed.',
  500: 'An error that nobody foresaw; the reference is in the log too.',
};

const text = (description: string): Node => ({ description, schema: { type: 'string' } });

/** What a route answers, and by which statuses it refuses. */
export function responsesOf(stated: Responses, where: Where): Responses {
  const answers = Object.entries(stated)
    .filter(([status]) => /^2\d\d$/.test(status))
    .map(([status, response]) => [status, answerOf(status, response, where)] as const);
  // A route that states no answer gives a file.
  const given = answers.length > 0 ? answers : [['200', fileAnswer(where.path)] as const];
  return Object.fromEntries([...given, ...refusalsOf(where)]);
}

function answerOf(status: string, { content }: Response, { method, path, refer }: Where): Response {
  const json = content?.['application/json'];
  const isOne = /\{(id|uploadId|jobId)\}$/.test(path);
  const headers = {
    ...(status === '201' || status === '202' ? { Location: text('Where it is.') } : {}),
    ...(isOne && method !== 'delete' && path.includes('{id}') ? { ETag: text('The state that it is in.') } : {}),
  };
  return {
    description: WORDS[status]!,
    ...(Object.keys(headers).length > 0 ? { headers } : {}),
    ...(json && status !== '204' ? { content: { 'application/json': { schema: refer(json['schema']) } } } : {}),
  };
}

function fileAnswer(path: string): Response {
  const types = path.endsWith('/export') ? writers.map((writer) => writer.mediaType) : ['application/json'];
  return {
    description: 'The file, with its name in Content-Disposition.',
    content: Object.fromEntries(
      types.map((type) => [type.split(';')[0]!, type.includes('json') ? { schema: {} } : binary]),
    ),
  };
}

function refusalsOf({ method, path, takes }: Where): [string, Response][] {
  const isOne = path.endsWith('{id}');
  const possible: [string, boolean][] = [
    ['403', true],
    ['404', path.includes('{')],
    ['409', takes || method === 'delete'],
    ['412', isOne && method !== 'get'],
    ['413', takes],
    ['415', takes],
    ['422', takes || path.includes('{')],
    ['500', true],
  ];
  const schema = { $ref: '#/components/schemas/ErrorReply' };
  return possible
    .filter(([, is]) => is)
    .map(([status]) => [status, { description: REFUSALS[status]!, content: { 'application/json': { schema } } }]);
}
