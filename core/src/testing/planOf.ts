import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import { admitted } from '../quote/admit.ts';
import type { CompiledBook } from '../quote/compile.ts';
import { type Plan, plan } from '../quote/plan.ts';
import type { QuoteRequest } from '../quote/request.ts';

/** The plan of a request a test made itself. */
export const planOf = (compiled: CompiledBook, request: QuoteRequest, carriers?: CarrierAnswers): Plan =>
  plan(compiled, admitted(compiled, request), carriers);
