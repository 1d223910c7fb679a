import { type ArrivalPromise, buyerNote, dayText, momentBefore, type Offer, orderedOn, promiseText, timeInWords } from '@ostrakon/core';
import { RadioGroup } from 'radix-ui';
import { useDraft } from '../draft/DraftProvider.tsx';
import { admissionWords } from '../words/admissionWords.ts';
import type { Format } from '../words/format.ts';
import { placeAnswerWords } from '../words/quoteWords.ts';
import { useFormat, useSubdivisionNames } from '../words/useWords.ts';
import { useBench } from './BenchProvider.tsx';
import { useChosen } from './useChosen.ts';

/** The note, how far a counter is, and the days on the way where no date is promised. */
function optionNote(note: string, { transit, promise, distance }: Extract<Offer, { status: 'priced' }>, format: Format): string {
  const far = distance === undefined ? [] : [`${format.distance(distance)} away`];
  const days =
    !transit || promise
      ? []
      : [transit.least === transit.most ? format.count(transit.most, 'day') : `${transit.least} to ${format.count(transit.most, 'day')}`];
  return [...(note === '' ? [] : [note]), ...far, ...days].join(' · ');
}

/** The dates the buyer reads, and until when they hold. */
function Dates({ promise }: { promise: ArrivalPromise }) {
  const { shop } = useDraft().book;
  const today = orderedOn(promise);
  const { date, time } = momentBefore(promise.orderBefore, promise.timeZone);
  return (
    <span className="block text-sm">
      <span className="font-medium text-glaze">
        {promise.readyAt === undefined ? '' : 'Ready '}
        {promiseText(promise, shop.locale, today)}
      </span>
      <span className="block text-ash">
        order before {date === today ? '' : `${dayText(date, shop.locale, today)}, `}
        {timeInWords(time, shop.locale)}
      </span>
    </span>
  );
}

function Option({ offer, format }: { offer: Offer; format: Format }) {
  const { services, shop } = useDraft().book;
  const { send } = useBench();
  const service = services.find((one) => one.id === offer.service);
  const priced = offer.status === 'priced';
  const free = priced && offer.price === 0;
  return (
    // biome-ignore lint/a11y/noLabelWithoutControl: the Radix radio within is its control
    <label
      className="flex cursor-pointer items-center gap-3 rounded-lg border border-line-strong bg-paper px-3 py-2 has-data-[state=checked]:border-clay has-data-[state=checked]:bg-clay-soft"
      // A carrier's answer may move the options between press and release: what was pressed is what was meant.
      onPointerDown={(event) => {
        if (event.pointerType === 'mouse' && event.button === 0) send({ kind: 'choose', service: offer.service });
      }}
    >
      <RadioGroup.Item
        value={offer.service}
        className="grid size-4 shrink-0 place-items-center rounded-full border border-ash bg-paper data-[state=checked]:border-clay data-[state=checked]:bg-clay"
      >
        <RadioGroup.Indicator className="size-1.5 rounded-full bg-paper" />
      </RadioGroup.Item>
      <span className="min-w-0 flex-1">
        <span className="block truncate font-semibold">{service?.name}</span>
        <span className="block text-sm text-ash">
          {priced ? optionNote(service ? buyerNote(service) : '', offer, format) : (offer.words ?? shop.texts.refer)}
        </span>
        {priced && offer.promise && <Dates promise={offer.promise} />}
      </span>
      {priced && <span className={`font-semibold ${free ? 'text-glaze' : ''}`}>{format.price(offer.price)}</span>}
    </label>
  );
}

/** The option nearest to being free: the chosen one, or the one that wants least more. */
function nearestFree(options: readonly Offer[], chosen: Offer | undefined): Offer | undefined {
  if (chosen?.status === 'priced' && chosen.moreForFree) return chosen;
  const wanting = options.flatMap((offer) =>
    offer.status === 'priced' && offer.moreForFree ? [{ offer, more: offer.moreForFree.more }] : [],
  );
  return wanting.sort((a, b) => a.more - b.more)[0]?.offer;
}

function MoreForFree({ offer, format }: { offer: Offer | undefined; format: Format }) {
  const { services } = useDraft().book;
  if (offer?.status !== 'priced' || !offer.moreForFree) return null;
  const { from, more } = offer.moreForFree;
  const name = services.find((one) => one.id === offer.service)?.name;
  return (
    <div className="mt-2 text-sm text-ash">
      <div className="h-1.5 overflow-hidden rounded-full bg-clay-tint" aria-hidden>
        <div className="h-full bg-glaze" style={{ width: `${Math.round(((from - more) / from) * 100)}%` }} />
      </div>
      <p className="mt-1">
        {format.money(more)} more goods for free delivery by {name}
      </p>
    </div>
  );
}

function announce(options: readonly Offer[], message: string | undefined, nothing: boolean, format: Format): string {
  if (nothing) return 'Nothing in this cart needs delivery.';
  if (options.length === 0) return message ?? '';
  const prices = options.flatMap((offer) => (offer.status === 'priced' ? [offer.price] : []));
  const from = prices.length > 0 ? `, from ${format.price(Math.min(...prices))}` : '';
  return `${options.length} ${options.length === 1 ? 'option' : 'options'}${from}.`;
}

/** The options as a buyer would see them. */
export function BuyerSees() {
  const { quote, state, send, zone, refused } = useBench();
  const { book } = useDraft();
  const format = useFormat();
  const subdivision = useSubdivisionNames();
  const chosen = useChosen();
  const nothing = refused === null && quote.remarks.some((remark) => remark.code === 'nothingToDeliver');
  const zoneName = book.zones.find((one) => one.id === zone)?.name;
  return (
    <section aria-label="What the buyer sees" className="border-line border-t px-4 py-3">
      <div className="mb-2 flex items-baseline justify-between gap-2 text-sm">
        <h3 className="font-semibold text-ash">The buyer sees</h3>
        {zoneName !== undefined && <span className="font-semibold">zone: {zoneName}</span>}
      </div>
      <p aria-live="polite" className="sr-only">
        {announce(quote.options, quote.message, nothing, format)}
      </p>
      {refused !== null && (
        <p role="alert" className="rounded-md border border-fault bg-fault-soft px-3 py-2 text-fault">
          {admissionWords(refused, format)}
        </p>
      )}
      {nothing ? (
        <p className="text-ash">
          {state.cart.lines.length === 0 ? 'Put something in the cart.' : 'Nothing in this cart needs delivery, so no option is asked for.'}
        </p>
      ) : (
        <RadioGroup.Root
          aria-label="Delivery options"
          className="space-y-1.5"
          value={chosen?.service ?? ''}
          onValueChange={(service) => send({ kind: 'choose', service })}
        >
          {quote.options.map((offer) => (
            <Option key={offer.service} offer={offer} format={format} />
          ))}
        </RadioGroup.Root>
      )}
      {quote.remarks.map((remark) =>
        remark.code === 'oneAddressOnly' || remark.code === 'tooManyItemsForAddresses' ? (
          <p key={remark.code} className="mb-1.5 text-sm text-ochre">
            {remark.code === 'oneAddressOnly'
              ? 'This shop sends an order to one address only.'
              : `An order to several addresses has ${remark.most} items at most; this one has ${remark.items}.`}
          </p>
        ) : null,
      )}
      {quote.options.length === 0 && quote.message === undefined && !nothing && quote.consignments.length > 1 && (
        <p>No option takes the whole cart; the buyer chooses one for each of the {quote.consignments.length} consignments below.</p>
      )}
      {quote.message !== undefined && <p className="rounded-md border border-fault bg-fault-soft px-3 py-2 text-fault">{quote.message}</p>}
      <MoreForFree offer={nearestFree(quote.options, chosen)} format={format} />
      <p className="mt-2 text-sm text-ash">{placeAnswerWords(quote.place, book, state.cart.destination.country, format, subdivision)}</p>
    </section>
  );
}
