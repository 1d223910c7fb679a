import { CarrierDesk } from './desk.ts';
import { RateAnswer, RateAsk } from './messages.ts';
import { carrierOf } from './tariffs.ts';

/** Asks a stand-in carrier for its prices without a network, as they would be told over it. */
export function ratesOf(carrier: string, key: string, asked: unknown): RateAnswer {
  const tariff = carrierOf(carrier);
  if (!tariff) throw new Error(`There is no carrier ${carrier}`);
  return RateAnswer.parse(new CarrierDesk(tariff, () => 0).rates(key, RateAsk.parse(asked)));
}
