import { z } from 'zod';
import { PaperAsked, PaperKind, PaperSeen, PaperState, PrintPaper, SetPaper } from '../papers.ts';
import type { Routes } from './route.ts';

const ByKind = z.object({ kind: PaperKind });

/** What the desk prints, and what it looks like. */
export const paperRoutes = {
  'GET /papers/:kind': { says: 'The template of a paper', who: 'pack', params: ByKind, query: PaperAsked, answer: PaperState },
  'PUT /papers/:kind': {
    says: 'Change the template of a paper; one with faults is not taken',
    who: 'edit',
    params: ByKind,
    body: SetPaper,
    answer: PaperState,
    problems: ['paper-refused'],
  },
  'POST /papers/:kind/look': {
    says: 'How a template would look, and its faults',
    who: 'pack',
    params: ByKind,
    body: SetPaper,
    answer: PaperSeen,
  },
  'POST /papers/print': {
    says: 'Papers of consignments, ready to print',
    who: 'pack',
    body: PrintPaper,
    answer: { file: 'application/pdf' },
    problems: ['paper-refused', 'desk-refused'],
  },
} as const satisfies Routes;
