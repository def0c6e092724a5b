import { Worker } from 'node:worker_threads';

/** Asks for health ten times a second from a thread of its own, so that what the others here compute is not measured with it. */
export function healthAsked(url: string) {
  const program = `
    const { parentPort, workerData } = require('node:worker_threads');
    const { get, Agent } = require('node:http');
    const agent = new Agent({ keepAlive: true });
    const ask = () => {
      const began = performance.now();
      const failed = () => parentPort.postMessage(-1);
      const request = get(workerData, { agent, timeout: 120000 }, (answer) => {
        answer.resume();
        answer.on('end', () => parentPort.postMessage(performance.now() - began));
      });
      request.on('error', failed);
      request.on('timeout', () => request.destroy());
      request.on('close', () => setTimeout(ask, 100));
    };
    ask();
  `;
  const times: number[] = [];
  const thread = new Worker(program, { eval: true, workerData: `${url}/api/health` });
  thread.on('message', (ms: number) => times.push(ms));
  return { times, stop: () => thread.terminate() };
}
