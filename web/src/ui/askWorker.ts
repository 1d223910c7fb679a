export interface Asked<T> {
  readonly answer: Promise<T>;
  readonly stop: () => void;
}

/** Puts one question to a worker, which ends with its answer; stopped, it never answers. */
export function askWorker<T>(worker: Worker, question: unknown): Asked<T> {
  const answer = new Promise<T>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<T>) => {
      resolve(data);
      worker.terminate();
    };
    worker.onerror = (event) => {
      reject(new Error(event.message));
      worker.terminate();
    };
  });
  worker.postMessage(question);
  return { answer, stop: () => worker.terminate() };
}
