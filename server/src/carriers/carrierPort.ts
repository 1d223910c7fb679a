import type { ClosedDays, LabelRequest, Packaging, RateAnswer, RateAsk, Silence } from '@ostrakon/core';

/** Something that happened to a parcel. */
export interface TrackingEvent {
  readonly at: string;
  readonly code: 'made' | 'takenOver' | 'arrived' | 'void';
  readonly what: string;
  readonly where: string;
}

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

/** A piece of packaging as a carrier gives it, before it belongs to an account. */
export type GivenPackaging = Omit<Packaging, 'id' | 'carrier' | 'cost' | 'inUse'> & {
  readonly code: string;
  readonly services: readonly string[] | null;
};

type Rates = Extract<RateAnswer, { status: 'rates' }>;

/** What every carrier can be asked, however it is reached. Rejects with `CarrierFailure` or `CarrierSaysNo`. */
export interface CarrierPort {
  services(signal: AbortSignal): Promise<readonly ListedService[]>;
  rates(ask: RateAsk, signal: AbortSignal): Promise<Rates>;
  label(request: LabelRequest, signal: AbortSignal): Promise<{ tracking: string; cost: number }>;
  /** Gives a label back that was not used. */
  voidLabel(tracking: string, signal: AbortSignal): Promise<void>;
  /** What has happened to a parcel, from the first event on. */
  track(tracking: string, signal: AbortSignal): Promise<readonly TrackingEvent[]>;
  labelPdf(tracking: string, signal: AbortSignal): Promise<Buffer>;
  /** Boxes and envelopes it gives; each for its own services, whose account is named by whoever asks. */
  packaging(signal: AbortSignal): Promise<readonly GivenPackaging[]>;
  closedDays(year: number, signal: AbortSignal): Promise<readonly ClosedDays[]>;
}
