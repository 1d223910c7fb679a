import type { RequestListener } from 'node:http';
import { Counter, collectDefaultMetrics, Histogram, type OpenMetricsContentType, Registry } from 'prom-client';
import type { Watch } from './http/requests.ts';

/** Upper bounds in seconds: from a quote answered from memory to an import. */
const BUCKETS = [0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 1, 5, 30];

/** What the server counts of itself, as OpenMetrics text. Routes by their patterns: no names of anybody. */
export class Metrics implements Watch {
  readonly #registry: Registry<OpenMetricsContentType>;
  readonly #requests: Counter;
  readonly #seconds: Histogram;

  constructor() {
    const registry = new Registry<OpenMetricsContentType>();
    registry.setContentType(Registry.OPENMETRICS_CONTENT_TYPE);
    collectDefaultMetrics({ register: registry as unknown as Registry });
    const registers = [registry as unknown as Registry];
    this.#registry = registry;
    const labels = { labelNames: ['method', 'route'], registers };
    this.#requests = new Counter({
      name: 'ostrakon_requests',
      help: 'Requests answered',
      labelNames: ['method', 'route', 'status'],
      registers,
    });
    this.#seconds = new Histogram({ name: 'ostrakon_request_seconds', help: 'How long they took', buckets: BUCKETS, ...labels });
  }

  answered(method: string, route: string, status: number, seconds: number): void {
    this.#requests.inc({ method, route, status });
    this.#seconds.observe({ method, route }, seconds);
  }

  readonly answer: RequestListener = (req, res) => {
    if (req.method !== 'GET' || req.url !== '/metrics') {
      res.writeHead(404).end();
      return;
    }
    this.#registry.metrics().then(
      (text) => res.writeHead(200, { 'Content-Type': this.#registry.contentType }).end(text),
      () => res.writeHead(500).end(),
    );
  };
}
