import { type FitWork, fitAll } from './fitting.ts';

// Thousands of orders are packed and fitted away from the page.
self.onmessage = ({ data }: MessageEvent<FitWork>) => self.postMessage(fitAll(data));
