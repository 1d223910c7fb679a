export { liveBook } from './liveBook.ts';
export { products } from './products.ts';
export { type Scenario, scenario } from './scenario.ts';
