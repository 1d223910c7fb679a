import type { DispatchCalendar, Transit } from '../dispatch/dispatchCalendar.ts';
import type { GoodsRule } from '../goods/product.ts';
import { canonicalJson } from '../json/canonicalJson.ts';
import type { Id } from '../names/naming.ts';
import type { Minor } from '../numbers/units.ts';
import type { VolumeRule } from '../packing/billable.ts';
import type { Place } from '../places/place.ts';
import type { Allowance } from '../rate-book/allowance.ts';
import type { Card, TieredCard, TierResult } from '../rate-book/card.ts';
import type { Charge } from '../rate-book/charge.ts';
import type { Conditions, FreeFrom, Lane } from '../rate-book/lane.ts';
import type { Limit } from '../rate-book/limits.ts';
import type { HolidaysOf, Pricing, Service, SeveralAddresses } from '../rate-book/rateBook.ts';
import type { ClosedList } from '../time/closedDays.ts';

/** One tier that differs: an absent side has no such tier. `upTo` is absent for the row above the last tier. */
export interface TierChange {
  readonly upTo?: string | number;
  readonly before?: TierResult;
  readonly after?: TierResult;
}

type ShopFact = 'name' | 'currency' | 'units' | 'locale' | 'timeZone';

/** The lane a change belongs to, by names; `group` where it is the card of a goods group. */
export interface Of {
  readonly service: string;
  readonly zone: string;
  readonly group?: string;
}

interface Range {
  readonly floor: Minor | null;
  readonly cap: Minor | null;
}

type Names = readonly string[];

/** One difference between two rate books, as facts; the words live with the screens. Names are the newer ones. */
export type Change =
  | { code: 'shopFact'; fact: ShopFact; before: string; after: string }
  | { code: 'served'; added: readonly string[]; removed: readonly string[] }
  | { code: 'text'; text: 'noOption' | 'refer'; after: string }
  | { code: 'policySet' | 'mailSet'; after: string | null }
  | { code: 'languagesChanged'; added: Names; removed: Names }
  /** So many texts are said in another way in a language, by its tag. */
  | { code: 'translated'; locale: string; texts: number }
  | { code: 'zoneAdded' | 'zoneRemoved'; zone: string }
  | { code: 'zoneRenamed'; before: string; after: string }
  | { code: 'zonesReordered' | 'servicesReordered'; names: readonly string[] }
  | { code: 'placesChanged'; zone: string; added: readonly Place[]; removed: readonly Place[] }
  | {
      code: 'packagingChanged' | 'locationsChanged' | 'goodsGroupsChanged';
      added: Names;
      removed: Names;
      changed: Names;
      reordered: boolean;
    }
  /** One thing said of products, by article number; `group` is the name of the group they are in. */
  | { code: 'goodsRuled'; products: Names; rule: GoodsRule; group?: string }
  | { code: 'usualPackaging'; after: string | null }
  | { code: 'volumeRule'; before: VolumeRule; after: VolumeRule }
  | { code: 'serviceAdded' | 'serviceRemoved'; service: string }
  | { code: 'serviceRenamed'; before: string; after: string }
  | { code: 'serviceDescribed'; service: string; before: Service; after: Service }
  | { code: 'serviceTimes'; service: string; what: 'days' | 'round' | 'counter'; before: Service; after: Service }
  | { code: 'serviceCarried'; service: string; before: Service; after: Service }
  | { code: 'serviceTold'; service: string; before: Service; after: Service }
  | { code: 'dispatchSet'; location: string; before: DispatchCalendar | null; after: DispatchCalendar | null }
  | { code: 'datesShown'; shown: boolean }
  | { code: 'editionsAnswer'; days: number }
  | { code: 'shopClosed'; after: ClosedList }
  | { code: 'holidaysListed'; after: readonly HolidaysOf[] }
  | ({ code: 'laneAdded'; lane: Lane; by: Service } & Of)
  | ({ code: 'laneRemoved'; lane: Lane } & Of)
  | ({ code: 'cardReplaced'; before: Card; after: Card } & Of)
  | ({ code: 'tiersChanged'; card: TieredCard; tiers: readonly TierChange[] } & Of)
  | ({ code: 'groupCardRemoved' } & Of)
  | ({ code: 'limitsChanged'; before: readonly Limit[]; after: readonly Limit[] } & Of)
  | ({ code: 'conditionsChanged'; after: Conditions } & Of)
  | ({ code: 'rangeChanged'; before: Range; after: Range } & Of)
  | ({ code: 'transitChanged'; after: Transit | null } & Of)
  | ({ code: 'freeFromChanged'; before: FreeFrom | null; after: FreeFrom | null } & Of)
  | { code: 'zoneTaxed'; zone: string; before: number; after: number }
  | { code: 'zoneLabelled'; zone: string; after: string }
  | { code: 'pricing'; before: Pricing; after: Pricing }
  | { code: 'severalAddresses'; after: SeveralAddresses }
  | { code: 'chargeRemoved' | 'allowanceRemoved'; name: string }
  | { code: 'chargeSet'; added: boolean; charge: Charge }
  | { code: 'allowanceSet'; added: boolean; allowance: Allowance }
  | { code: 'chargesReordered' | 'allowancesReordered'; names: Names };

/** Equal documents, whatever the order of their members; most differ in nothing at all, which plain text shows sooner. */
export const same = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b) || canonicalJson(a) === canonicalJson(b);

/** Whether entries that stand in both lists changed their order. */
export function reordered(before: readonly { id: Id }[], after: readonly { id: Id }[]): boolean {
  const ids = (list: readonly { id: Id }[], other: readonly { id: Id }[]) =>
    list.map((entry) => entry.id).filter((id) => other.some((entry) => entry.id === id));
  return !same(ids(before, after), ids(after, before));
}
