import { type Reason, type Service, type Shop, toBuyerReason, toldWords } from '@ostrakon/core';
import { Link } from 'react-router';
import { useDraft } from '../draft/DraftProvider.tsx';
import { showing } from '../ui/usePointedAt.ts';
import { groupNameOf, reasonWords } from '../words/quoteWords.ts';
import { useFormat } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { useOriginName } from './useOriginName.ts';

/** What the public quote says of it, if it says anything. */
function forBuyer(reasons: readonly Reason[], service: Service | undefined, shop: Shop): string {
  const told = reasons.map(toBuyerReason);
  const words = told.flatMap((reason) => (reason === null ? [] : [toldWords(reason, service ?? {}, shop)]));
  return told.includes(null) ? 'nothing' : [...new Set(words)].join(' ');
}

/** Where the reason is mended: the very field. */
function mendOf(reason: Reason, zone: string, service: string): string {
  const lane = `/book/${zone}/${service}`;
  const group = 'group' in reason && typeof reason.group === 'string' ? `&goods=${encodeURIComponent(reason.group)}` : '';
  switch (reason.code) {
    case 'belowLimit':
      return `${lane}?${showing(`limit-${reason.measure}-from`)}`;
    case 'aboveLimit':
      return `${lane}?${showing(`limit-${reason.measure}-upTo`)}`;
    case 'aboveTopTier':
    case 'tierNotOffered':
    case 'crossingNotOffered':
      return `${lane}?${showing('tier')}${group}`;
    case 'couponNeeded':
      return `${lane}?${showing('coupons')}`;
    case 'wrongWeekday':
      return `${lane}?${showing('weekdays')}`;
    case 'goodsRefused':
    case 'outsideDates':
      return `${lane}?${showing('conditions')}`;
    case 'carrierDeclined':
    case 'carrierSilent':
    case 'outsideRound':
      return `/services/${service}`;
    case 'noOrigin':
    case 'pointUnknown':
      return '/shop/locations';
    default:
      return lane;
  }
}

/** Every service the buyer does not see, and every reason for it. */
export function NotOffered() {
  const { quote, zone } = useBench();
  const { book } = useDraft();
  const { services } = book;
  const format = useFormat();
  const originOf = useOriginName();
  if (quote.withheld.length === 0 || zone === null) return null;
  const without = quote.withheld.filter(({ reasons }) => reasons[0].code === 'noLane').map(({ service }) => service);
  const told = quote.withheld.filter(({ reasons }) => reasons[0].code !== 'noLane');
  const name = (id: string) => services.find((one) => one.id === id)?.name ?? id;
  return (
    <section aria-label="Not offered" className="border-line border-t px-4 py-3">
      <h3 className="mb-1.5 text-sm font-semibold text-ash">Not offered</h3>
      <ul className="space-y-1.5 text-sm">
        {told.map(({ service, reasons }) => (
          <li key={service}>
            <span className="font-semibold">{name(service)}</span>{' '}
            {reasons.map((reason, at) => (
              <span
                key={`${reason.code} ${'measure' in reason ? reason.measure : ''} ${reason.consignment ?? ''} ${'group' in reason ? reason.group : ''}`}
                className="text-ash"
              >
                {at > 0 && '; '}
                {reason.consignment !== undefined && `from ${originOf(reason.consignment)}: `}
                {reasonWords(reason, format, groupNameOf(book))}
              </span>
            ))}{' '}
            <Link
              to={mendOf(reasons[0], zone, service)}
              aria-label={`Show what holds ${name(service)} back`}
              className="text-clay underline"
            >
              Show
            </Link>
            <span className="block text-xs text-ash">
              To the buyer:{' '}
              {forBuyer(
                reasons,
                services.find(({ id }) => id === service),
                book.shop,
              )}
            </span>
          </li>
        ))}
        {without.length > 0 && (
          <li className="text-ash">
            <span className="font-semibold text-ink">{format.list(without.map(name))}</span> {without.length === 1 ? 'is' : 'are'} not
            offered in this zone
          </li>
        )}
      </ul>
    </section>
  );
}
