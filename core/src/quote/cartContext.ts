import type { CarrierAnswers } from '../carriers/carrierAnswers.ts';
import type { MeasuredCart } from './consignment.ts';
import type { CartToPack } from './measureCart.ts';
import type { Occasion } from './occasion.ts';
import type { QuoteRequest } from './request.ts';

/** What all consignments of a cart share. */
export interface CartContext extends CartToPack {
  readonly cart: QuoteRequest;
  readonly values: MeasuredCart;
  readonly occasion: Occasion;
  readonly carriers: CarrierAnswers;
  /** Whether prices say how they came about; who only wants to know them is spared the rows. */
  readonly ledger: boolean;
}
