import { Worker } from 'node:worker_threads';

/**
 * Ends this process when it holds more than it may, or when its server is gone. It watches from a thread of its own:
 * a job that never comes back, or a library that allocates outside the engine, cannot keep it from looking.
 */
export function watchMemory(most: number): void {
  const program = `
    const { workerData } = require('node:worker_threads');
    const parent = process.ppid;
    setInterval(() => {
      if (process.memoryUsage.rss() > workerData || process.ppid !== parent) process.kill(process.pid, 'SIGKILL');
    }, 40);
  `;
  new Worker(program, { eval: true, workerData: most }).unref();
}
