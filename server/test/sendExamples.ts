/** Sends the example of every route that takes one, as a reader of the API's document would. */

interface Described {
  paths: Record<
    string,
    Record<string, { operationId: string; requestBody?: { content: Record<string, { example?: unknown }> } }>
  >;
}
interface Sent {
  operationId: string;
  status: number;
  body: { id?: number; code?: string; message?: string };
}
export type Send = (method: string, path: string, body?: unknown) => Promise<Omit<Sent, 'operationId'>>;

/** What an address needs beside the campaign and the run of the demo. */
export interface Places {
  /** By the operation that needs another run than the first. */
  runs: Readonly<Record<string, number>>;
  /** A waiting file for each operation that uses one up. */
  uploads: Readonly<Record<string, string>>;
}

const FIRST = ['createCampaign', 'declareChannel'];
/** What changes runs for those that come after. */
const LAST = ['saveProcedure', 'moveInHistory', 'joinRun', 'continueRun', 'renameRun'];

export async function sendExamples(api: Described, places: Places, send: Send): Promise<Sent[]> {
  const operations = Object.entries(api.paths).flatMap(([path, methods]) =>
    Object.entries(methods).flatMap(([method, { operationId, requestBody }]) => {
      const example = requestBody?.content['application/json']?.example;
      return example === undefined ? [] : [{ path, method: method.toUpperCase(), operationId, example }];
    }),
  );
  const order = ({ operationId, method }: (typeof operations)[number]): number =>
    LAST.includes(operationId)
      ? 10 + LAST.indexOf(operationId)
      : FIRST.includes(operationId)
        ? 0
        : method === 'POST'
          ? 1
          : 2;
  const created = new Map<string, number>();
  const sent: Sent[] = [];
  for (const { path, method, operationId, example } of operations.sort((a, b) => order(a) - order(b))) {
    const [collection] = path.replace('/api/', '').split('/');
    const id =
      method === 'PUT' && path === `/api/${collection}/{id}`
        ? (created.get(collection!) ?? 1)
        : (places.runs[operationId] ?? 1);
    const address = path
      .replace('{id}', String(id))
      .replace('{symbol}', 'Q')
      .replace('{uploadId}', places.uploads[operationId] ?? '');
    const upload = places.uploads[operationId];
    const asked = upload && 'uploadId' in (example as object) ? { ...(example as object), uploadId: upload } : example;
    const { status, body } = await send(method, address.replace(/^\/api/, ''), asked);
    if (status === 201 && body.id !== undefined) created.set(path.split('/').at(-1)!, body.id);
    sent.push({ operationId, status, body });
  }
  return sent;
}
