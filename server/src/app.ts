import { existsSync } from 'node:fs';
import { join } from 'node:path';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import swagger from '@fastify/swagger';
import swaggerUi from '@fastify/swagger-ui';
import type { TypeBoxTypeProvider } from '@fastify/type-provider-typebox';
import { AppError } from '@undameter/core';
import Fastify, { type FastifyInstance } from 'fastify';
import { asJson, checkedJson } from './checkReplies';
import { compileSchema } from './compileSchema';
import { asAppError, replyOf } from './errors';
import { guardOrigin } from './guard';
import { everyRoute } from './http/everyRoute';
import { renewDerived } from './http/renewDerived';
import { checkChanges, nameTouched } from './http/touches';
import { forgetLiving } from './living/LivingMemory';
import { refuseOtherMethods } from './http/methods';
import { documentOf } from './openapi/documentOf';
import { aboutRoutes } from './routes/about';
import { benchRoutes } from './routes/bench';
import { campaignRoutes } from './routes/campaigns';
import { conditionRoutes } from './routes/conditions';
import { viewRoutes } from './routes/views';
import { pictureRoutes } from './routes/pictures';
import { procedureRoutes } from './routes/procedures';
import { chartAxesRoutes } from './routes/chartAxes';
import { fieldRoutes } from './routes/fields';
import { figureRoutes } from './routes/figures';
import { findingRoutes } from './routes/findings';
import { exportingRoutes } from './routes/exporting';
import { instrumentRoutes } from './routes/instruments';
import { intakeRoutes } from './routes/intake';
import { joiningRoutes } from './routes/joining';
import { modelRoutes } from './routes/models';
import { propagationRoutes } from './routes/propagations';
import { livingRoutes } from './routes/living';
import { readingRoutes } from './routes/readings';
import { reportRoutes } from './routes/reports';
import { runProcedureRoutes } from './routes/runProcedure';
import { runRoutes } from './routes/runs';
import { sensorRoutes } from './routes/sensors';
import { typedRoutes } from './routes/typed';
import { tableRoutes } from './routes/tables';
import type { Services } from './services';

const JSON_LIMIT_BYTES = 16 * 2 ** 20;

/** The web server around the services; listening is the caller's. */
export async function buildApp(services: Services): Promise<FastifyInstance> {
  const app = Fastify({
    bodyLimit: JSON_LIMIT_BYTES,
    logger: { level: process.env['UNDAMETER_LOG'] ?? 'warn' },
  }).withTypeProvider<TypeBoxTypeProvider>();
  app.setValidatorCompiler(compileSchema);
  // The usual serialiser compiles itself at the first reply of each route, which stalled all screens for most of a
  // second. Replies are checked by their types, and in tests by their schemas.
  app.setSerializerCompiler(services.config.checksReplies ? checkedJson : asJson);
  app.setErrorHandler((error, request, reply) => {
    const log = (reference: string, cause: unknown): void => request.log.error({ reference, err: cause }, 'unforeseen');
    const known = asAppError(error, log, request.headers['content-type']);
    const { status, body } = replyOf(known);
    void reply.status(status).send(body);
  });
  guardOrigin(app);
  await app.register(helmet, { contentSecurityPolicy: contentPolicy, strictTransportSecurity: false });
  // Bodies are JSON; the routes that take files say so themselves.
  app.removeContentTypeParser('text/plain');
  await app.register(swagger, documentOf(services.config.version));
  await app.register(swaggerUi, {
    routePrefix: '/api/docs',
    staticCSP: false,
    theme: {
      title: 'Undameter: the API',
      css: [{ filename: 'bench.css', content: '.swagger-ui .topbar { display: none }' }],
    },
  });
  await app.register(
    async (api) => {
      const routes = api.withTypeProvider<TypeBoxTypeProvider>();
      const refuseTheRest = refuseOtherMethods(routes);
      routes.addHook('onRoute', everyRoute);
      routes.addHook('onRoute', checkChanges);
      routes.addHook('onSend', nameTouched);
      routes.addHook('onSend', renewDerived(services.derivedRuns));
      routes.addHook('onSend', forgetLiving(services.living));
      aboutRoutes(routes, services);
      campaignRoutes(routes, services);
      intakeRoutes(routes, services);
      fieldRoutes(routes, services);
      runRoutes(routes, services);
      runProcedureRoutes(routes, services);
      typedRoutes(routes, services);
      instrumentRoutes(routes, services);
      readingRoutes(routes, services);
      pictureRoutes(routes, services);
      benchRoutes(routes, services);
      joiningRoutes(routes, services);
      exportingRoutes(routes, services);
      conditionRoutes(routes, services);
      procedureRoutes(routes, services);
      viewRoutes(routes, services);
      tableRoutes(routes, services);
      sensorRoutes(routes, services);
      modelRoutes(routes, services);
      propagationRoutes(routes, services);
      findingRoutes(routes, services);
      figureRoutes(routes, services);
      chartAxesRoutes(routes, services);
      livingRoutes(routes, services);
      reportRoutes(routes, services);
      routes.get('/openapi.json', { schema: { hide: true } }, () => app.swagger());
      await api.after();
      refuseTheRest();
    },
    { prefix: '/api' },
  );
  await serveWeb(app, services.config.webDirectory);
  return app;
}

/** Scripts and styles only from here; styles also inline, since the component library writes them. */
const contentPolicy = {
  useDefaults: false,
  directives: {
    defaultSrc: ["'none'"],
    scriptSrc: ["'self'"],
    styleSrc: ["'self'", "'unsafe-inline'"],
    imgSrc: ["'self'", 'data:', 'blob:'],
    fontSrc: ["'self'"],
    connectSrc: ["'self'"],
    workerSrc: ["'self'"],
    formAction: ["'self'"],
    baseUri: ["'none'"],
    frameAncestors: ["'none'"],
  },
};

/** The built app; every address that is no file and no API is a place in it. */
async function serveWeb(app: FastifyInstance, directory: string | undefined): Promise<void> {
  const built = directory !== undefined && existsSync(join(directory, 'index.html'));
  if (built)
    await app.register(fastifyStatic, { root: directory, maxAge: '1y', immutable: true, setHeaders: freshPage });
  app.setNotFoundHandler((request, reply) => {
    if (built && request.method === 'GET' && !request.url.startsWith('/api')) return reply.sendFile('index.html');
    const { status, body } = replyOf(new AppError('ROUTE_UNKNOWN', { path: request.url.split('?')[0]! }));
    return reply.status(status).send(body);
  });
}

/** File names carry a hash and may be kept for ever; the page that names them may not. */
function freshPage(reply: { setHeader(name: string, value: string): unknown }, path: string): void {
  if (path.endsWith('index.html')) reply.setHeader('cache-control', 'no-cache');
}
