import type { ClosedDays, LabelRequest, RateAnswer, RateAsk, Silence } from '@ostrakon/core';

/** A service as a carrier lists it. */
export interface ListedService {
  readonly code: string;
  readonly name: string;
  readonly note: string;
}

/** A failure of a carrier. `down` may be tried again at once, the others may not. */
export class CarrierFailure extends Error {
  readonly why: Extract<Silence, 'timeout' | 'down' | 'refused' | 'busy' | 'key' | 'otherCurrency'>;
  /** Milliseconds for which the carrier asks to be left alone. */
  readonly restFor: number;

  constructor(why: CarrierFailure['why'], detail: string, restFor = 0) {
    super(detail);
    this.restFor = restFor;
    this.name = 'CarrierFailure';
    this.why = why;
  }
}

/** A question a carrier has answered with a no of its own: nothing is wrong with the carrier. */
export class CarrierSaysNo extends Error {}

type Rates = Extract<RateAnswer, { status: 'rates' }>;

/** What every carrier can be asked, however it is reached. Rejects with `CarrierFailure` or `CarrierSaysNo`. */
export interface CarrierPort {
  services(signal: AbortSignal): Promise<readonly ListedService[]>;
  rates(ask: RateAsk, signal: AbortSignal): Promise<Rates>;
  label(request: LabelRequest, signal: AbortSignal): Promise<{ tracking: string; cost: number }>;
  labelPdf(tracking: string, signal: AbortSignal): Promise<Buffer>;
  closedDays(year: number, signal: AbortSignal): Promise<readonly ClosedDays[]>;
}
