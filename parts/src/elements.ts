import type { Cart, PricedOption, Quote } from '@ostrakon/client';
import type { PublicShop } from '@ostrakon/core/contract';
import { DeliveryPart, make } from './DeliveryPart.ts';

const isPriced = (option: Quote['options'][number]): option is PricedOption => option.status === 'priced';

const wait = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));
const EVERY_MS = 1500;
const MOST = 8;

/**
 * The ways of delivery of a cart, to be chosen from. `cart` (lines as JSON), `country`, `postal-code`, `subdivision`.
 * Fires `ostrakon-choice` with `{ service, name, price, edition, promise }`, and null where what was chosen is gone.
 */
export class DeliveryOptions extends DeliveryPart {
  #chosen: string | null = null;

  /** The service that is chosen; null while none is. */
  get value(): string | null {
    return this.#chosen;
  }

  protected async ask(signal: AbortSignal): Promise<readonly (Node | null)[]> {
    const cart = this.asked;
    if (!cart) return [];
    let quote = await this.client.quote(cart, { signal });
    this.#keepChoice(quote);
    // What carriers have not said yet comes while the rest can be chosen already.
    for (let times = 0; (quote.pending?.length ?? 0) > 0 && times < MOST && !signal.aborted; times += 1) {
      this.draw(...this.#drawn(quote));
      await wait(EVERY_MS);
      quote = await this.client.quote(cart, { signal });
      this.#keepChoice(quote);
    }
    return this.#drawn(quote);
  }

  #keepChoice(quote: Quote): void {
    if (this.#chosen === null || quote.options.some((option) => isPriced(option) && option.service === this.#chosen)) return;
    this.#chosen = null;
    this.#tell(null);
  }

  #tell(detail: object | null): void {
    this.dispatchEvent(new CustomEvent('ostrakon-choice', { detail, bubbles: true, composed: true }));
  }

  #choose(option: PricedOption, quote: Quote): void {
    this.#chosen = option.service;
    const { service, name, price, promise } = option;
    this.#tell({ service, name, price, edition: quote.edition, promise: promise ?? null });
  }

  #row(option: PricedOption, quote: Quote): HTMLElement {
    const { service, name, note, promise, price } = option;
    const input = make('input', { type: 'radio', name: 'delivery', id: `o-${service}`, change: () => this.#choose(option, quote) });
    input.checked = service === this.#chosen;
    return make(
      'label',
      { for: `o-${service}`, part: 'option' },
      input,
      make(
        'span',
        {},
        make('b', {}, name),
        note !== '' && make('small', {}, note),
        promise && make('small', { class: 'days' }, promise.text),
      ),
      make('span', { class: 'price' }, this.money(price, quote)),
    );
  }

  #drawn(quote: Quote): (HTMLElement | null)[] {
    const priced = quote.options.filter(isPriced);
    const asks = quote.options.flatMap((option) =>
      isPriced(option) ? [] : [make('p', {}, make('b', {}, option.name), ` ${option.message}`)],
    );
    return [
      priced.length === 0
        ? null
        : make('fieldset', {}, make('legend', {}, this.words.choose), ...priced.map((option) => this.#row(option, quote))),
      ...asks,
      quote.message === undefined ? null : make('p', { role: 'status' }, quote.message),
      (quote.pending?.length ?? 0) === 0 ? null : make('p', { role: 'status' }, make('small', {}, this.words.waiting)),
      quote.withheld.length === 0
        ? null
        : make(
            'ul',
            { 'aria-label': this.words.notFor },
            ...quote.withheld.map(({ name, reasons }) =>
              make('li', {}, make('small', {}, `${name}: ${reasons.map(({ text }) => text).join(' ')}`)),
            ),
          ),
    ];
  }
}

/** How much more in goods makes delivery free, for a cart and a place; nothing where nothing would. */
export class FreeFrom extends DeliveryPart {
  protected async ask(signal: AbortSignal): Promise<readonly (Node | null)[]> {
    const cart = this.asked;
    if (!cart) return [];
    const quote = await this.client.quote(cart, { signal });
    const near = quote.options.filter(isPriced).filter(({ moreForFree }) => moreForFree !== undefined);
    const [first] = near.sort((a, b) => (a.moreForFree ?? 0) - (b.moreForFree ?? 0));
    if (!first) return [];
    const more = first.moreForFree ?? 0;
    const said = this.words.moreForFree(this.money(more, quote), first.name);
    const goods = this.#goods(cart);
    const bar = make('progress', { max: String(goods + more), value: String(goods), 'aria-label': said });
    return [make('p', { role: 'status' }, said), goods > 0 ? bar : null];
  }

  /** What the goods come to, where the page says so; the shop's own prices are not asked for. */
  #goods({ lines }: Cart): number {
    const said = Number(this.getAttribute('goods') ?? Number.NaN);
    if (Number.isFinite(said)) return said;
    return lines.reduce((sum, line) => sum + ('unitPrice' in line ? line.unitPrice * line.quantity : 0), 0);
  }
}

/** What one product costs to deliver to a place, and when it comes; the visitor may write a postal code of their own. */
export class Estimate extends DeliveryPart {
  protected async ask(signal: AbortSignal): Promise<readonly (Node | null)[]> {
    const cart = this.asked;
    if (!cart) return [];
    const quote = await this.client.quote(cart, { signal });
    const { country, postalCode } = cart.destination;
    const place = postalCode ?? new Intl.DisplayNames(this.language, { type: 'region' }).of(country) ?? country;
    const priced = quote.options.filter(isPriced).sort((a, b) => a.price - b.price);
    const [cheapest] = priced;
    const said = cheapest
      ? this.words.estimate(
          place,
          priced.length > 1 && cheapest.price > 0 ? this.words.from(this.money(cheapest.price, quote)) : this.money(cheapest.price, quote),
          cheapest.promise?.text ?? '',
        )
      : this.words.noEstimate(place);
    return [make('p', { role: 'status' }, said), this.hasAttribute('ask') ? this.#field(postalCode ?? '') : null];
  }

  #field(code: string): HTMLElement {
    const input = make('input', {
      type: 'text',
      id: 'code',
      autocomplete: 'postal-code',
      maxlength: '12',
      'aria-label': this.words.yourCode,
    });
    input.value = code;
    input.placeholder = this.words.yourCode;
    input.addEventListener('change', () => this.setAttribute('postal-code', input.value));
    return input;
  }
}

/** The hours of a counter: `service`, or the first there is. */
export class CounterHours extends DeliveryPart {
  protected async ask(signal: AbortSignal): Promise<readonly (Node | null)[]> {
    const shop = await this.client.ask<PublicShop>('/shop', { language: this.language }, { signal });
    const wanted = this.getAttribute('service');
    const counter = shop.counters.find(({ service }) => wanted === null || service === wanted);
    if (!counter) return [];
    const day = new Intl.DateTimeFormat(this.language, { weekday: 'short', day: 'numeric', month: 'short', timeZone: 'UTC' });
    const clock = new Intl.DateTimeFormat(this.language, { hour: 'numeric', minute: '2-digit', timeZone: 'UTC' });
    const time = (text: string) => clock.format(new Date(`2000-01-01T${text === '24:00' ? '00:00' : text}:00Z`));
    const rows = counter.days.slice(0, 7).map(({ date, hours, name }) => {
      const open = hours.map(({ from, until }) => `${time(from)} – ${time(until)}`).join(', ') || this.words.closed;
      return make(
        'tr',
        {},
        make('th', { scope: 'row' }, day.format(new Date(`${date}T00:00:00Z`))),
        make('td', {}, name === undefined ? open : `${open} (${name})`),
      );
    });
    return [
      make('p', {}, make('b', {}, counter.name), `, ${[counter.street, counter.city].filter(Boolean).join(', ')}`),
      make('p', { role: 'status' }, counter.openNow ? this.words.openNow : this.words.closedNow),
      make('table', {}, make('tbody', {}, ...rows)),
    ];
  }
}
