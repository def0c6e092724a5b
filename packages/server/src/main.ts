import { createServer, type Server } from 'node:http';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { openDataFolder } from './data-folder/open-data-folder.ts';
import { plansFolder } from './compute/kept-plans.ts';
import { WorkPool } from './pool/work-pool.ts';
import { Safekeeping } from './safekeeping/safekeeping.ts';

const HERE = path.dirname(fileURLToPath(import.meta.url));
const MOST_PORTS_TRIED = 50;

/** Starts on the wanted port of 127.0.0.1, or on the next free one. */
function listen(server: Server, port: number, tries = 0): Promise<number> {
  return new Promise((resolve, reject) => {
    const failed = (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EADDRINUSE' || tries >= MOST_PORTS_TRIED) {
        reject(error);
        return;
      }
      console.log(`Port ${port} is taken; trying ${port + 1}.`);
      resolve(listen(server, port + 1, tries + 1));
    };
    server.once('error', failed);
    server.listen(port, '127.0.0.1', () => {
      server.off('error', failed);
      const address = server.address();
      resolve(typeof address === 'object' && address ? address.port : port);
    });
  });
}

async function main(): Promise<void> {
  const dataFolder = path.resolve(process.env.EIGHTUP_DATA ?? 'data/own');
  const wanted = Number(process.env.PORT ?? 4808);
  if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
    console.error(`PORT is “${process.env.PORT}”; it must be a number from 0 to 65535.`);
    process.exit(2);
  }
  const log = pino({ level: process.env.LOG_LEVEL ?? 'warn' }, pino.destination(2));
  const { orm, store, held } = await openDataFolder(dataFolder);
  const pool = new WorkPool({ plans: plansFolder(dataFolder) });
  const safekeeping = new Safekeeping(orm, store, pool);
  if (process.argv.includes('--demo')) {
    const { loadDemo } = await import('./demo/load-demo.ts');
    await loadDemo(orm, store, pool);
  }
  const webFolder = process.env.EIGHTUP_WEB ?? path.join(HERE, '../../web/dist');
  const server = createServer(createApp({ orm, store, pool, safekeeping, log, webFolder }));
  // Everything of a maker's life may take longer to arrive than a request from a network should.
  server.requestTimeout = 0;
  const port = await listen(server, wanted);
  held.tell(`http://127.0.0.1:${port}`);
  console.log(`Eight Up: http://127.0.0.1:${port}`);
  safekeeping.begin((error) => log.error({ err: error }, 'a backup could not be made'));
  const stop = () => {
    safekeeping.end();
    server.close(() => void orm.close().then(() => process.exit(0)));
    server.closeIdleConnections();
    void pool.close();
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((error: unknown) => {
  console.error('Eight Up could not start:', error instanceof Error ? error.message : error);
  process.exit(1);
});
