import { answerOf, type ServiceAnswer } from '../carriers/rateAnswer.ts';
import type { Id } from '../names/naming.ts';
import type { Destination } from '../places/place.ts';
import { findZone } from '../places/placeIndex.ts';
import type { CartContext } from './cartContext.ts';
import type { CompiledLane } from './compiledLane.ts';
import type { MeasuredConsignment } from './consignment.ts';
import { askFor, joinedAnswer, type LaneAnswer } from './livePrice.ts';
import type { ShipmentGoods } from './shipmentGoods.ts';

/** What is asked about: a consignment, where it goes, and the lines the buyer pays a charge of their own for. */
interface Carried {
  readonly consignment: MeasuredConsignment;
  readonly destination: Destination;
  readonly apart: ReadonlySet<number>;
  readonly goods: ShipmentGoods;
}

/** What carriers say of one consignment. */
export class ShipmentCarriers {
  readonly #cart: CartContext;
  readonly #carried: Carried;
  /** By place of the service, then by zone. */
  readonly #answers = new Map<number, Map<Id, LaneAnswer>>();
  #zone: Id | null | undefined;

  constructor(cart: CartContext, carried: Carried) {
    this.#cart = cart;
    this.#carried = carried;
  }

  /** Where a carrier is asked for: the buyer's address in its own zone, a sample address in others. */
  #addressIn(zone: Id): Destination | undefined {
    const { compiled, carriers } = this.#cart;
    if (this.#zone === undefined) {
      const match = findZone(compiled.places, this.#carried.destination);
      this.#zone = (match && compiled.book.zones[match.zone]?.id) ?? null;
    }
    return this.#zone === zone ? this.#carried.destination : carriers.samples.get(zone);
  }

  /** What the carrier of a lane says. Lines with a charge of their own in place of a price are part of its cost only. */
  answer(lane: CompiledLane): LaneAnswer {
    const held = this.#answers.get(lane.slot)?.get(lane.zone);
    if (held) return held;
    const answer = this.#ask(lane);
    const byZone = this.#answers.get(lane.slot) ?? new Map<Id, LaneAnswer>();
    this.#answers.set(lane.slot, byZone.set(lane.zone, answer));
    return answer;
  }

  #said(lane: CompiledLane, { parcels, measures, origin }: MeasuredConsignment): ServiceAnswer {
    const { compiled, carriers } = this.#cart;
    const { locations, shop } = compiled.book;
    const from = locations.find(({ id }) => id === origin);
    if (!from) return { kind: 'silent', why: 'noLocation' };
    const to = this.#addressIn(lane.zone);
    const question = askFor(lane, { from, to, parcels, value: measures.valueAfterDiscounts, currency: shop.currency });
    if (question === null || lane.carriage === null) return { kind: 'silent', why: 'noAddress' };
    return answerOf(carriers.to(question), lane.carriage.service);
  }

  #ask(lane: CompiledLane): LaneAnswer {
    const { consignment, apart, goods } = this.#carried;
    const whole = this.#said(lane, consignment);
    if (lane.terms === null || !lane.ownCharges || apart.size === 0) return joinedAnswer(whole, whole);
    const rest = consignment.lines.filter((line) => !apart.has(line));
    return joinedAnswer(whole, rest.length === 0 ? null : this.#said(lane, goods.packedAlone(rest).consignment));
  }
}
