import { createServer } from 'node:http';
import next from 'next';
import { environment } from '@/config/environment';
import { closeDatabase, openDatabase } from '@/db/connection';
import { closeLive } from '@/server/edge/live';
import { log } from '@/server/edge/log';
import { guard } from './guard';

/** How long requests under way may take when the server is asked to stop, ms. */
const GRACE_MS = 10_000;

/** The web server: a guard in front, the application behind it. */
async function main(): Promise<void> {
  const { listen, port, databaseUrl } = environment();
  openDatabase(databaseUrl);
  const app = next({ dev: false, dir: process.cwd(), hostname: listen, port });
  await app.prepare();
  const handle = app.getRequestHandler();
  const server = createServer((request, response) => {
    guard(request, response, () => handle(request, response)).catch((cause: unknown) => {
      log.error({ cause: String(cause) }, 'A request failed at the edge');
      if (!response.headersSent) response.writeHead(500);
      response.end();
    });
  });
  // Whoever sends slowly on purpose holds a connection for so long and no longer.
  server.headersTimeout = 15_000;
  server.requestTimeout = 30_000;
  server.keepAliveTimeout = 10_000;
  const stop = (): void => {
    log.info('Stopping');
    const late = setTimeout(() => process.exit(0), GRACE_MS);
    late.unref();
    server.close(() => {
      void app
        .close()
        .then(closeDatabase)
        .finally(() => process.exit(0));
    });
    void closeLive();
    server.closeIdleConnections();
  };
  process.once('SIGTERM', stop);
  process.once('SIGINT', stop);
  // What a lost connection of the pool rejects with nobody waiting must not end the process.
  process.on('unhandledRejection', (cause) => log.error({ cause: String(cause) }, 'Unhandled'));
  server.listen(port, listen, () => log.info({ listen, port }, 'Web ready'));
}

await main();
