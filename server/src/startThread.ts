import { Worker } from 'node:worker_threads';

/**
 * A thread whose file lies beside the one that starts it: built, or in its source, for which the thread needs the loader of
 * the sources first.
 * @param beside `import.meta.url` of the file that starts it
 * @param name of the thread's file, without its ending
 * @param workerData what the thread is told from the start
 */
export function startThread(beside: string, name: string, workerData?: unknown): Worker {
  if (!beside.endsWith('.ts')) return new Worker(new URL(`./${name}.js`, beside), { workerData });
  const source = JSON.stringify(new URL(`./${name}.ts`, beside).href);
  return new Worker(`import('tsx/esm/api').then(({ register }) => { register(); return import(${source}); })`, { eval: true, workerData });
}
