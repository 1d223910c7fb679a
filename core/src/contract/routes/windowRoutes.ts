import { EndForBuyer, RunningWindows } from '../windows.ts';
import type { Routes } from './route.ts';

/** Hours that run for buyers after an order. */
export const windowRoutes = {
  'GET /windows': {
    says: 'For how many buyers hours are running after an order, for whom, and until when',
    who: 'edit',
    answer: RunningWindows,
  },
  'POST /windows/end': {
    says: 'End them for one buyer, whom the shop knows by a reference of its own',
    who: 'edit',
    body: EndForBuyer,
    answer: RunningWindows,
    problems: ['not-found', 'desk-refused'],
  },
} as const satisfies Routes;
