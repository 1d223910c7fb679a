import { type Cart, DeliveryClient, type Line } from '@ostrakon/client';
import { sheet } from './style.ts';
import { type PartWords, partWords } from './words.ts';

let shared: CSSStyleSheet | undefined;

/** Where this script came from: the shop answers there. */
const HOME = new URL('..', import.meta.url).href;

type Child = Node | string | null | undefined | false;

/** An element with attributes and children; nothing is ever read as HTML. */
export function make<K extends keyof HTMLElementTagNameMap>(
  tag: K,
  attributes: Readonly<Record<string, string | boolean | ((event: Event) => void) | undefined>> = {},
  ...children: readonly Child[]
): HTMLElementTagNameMap[K] {
  const element = document.createElement(tag);
  for (const [name, value] of Object.entries(attributes)) {
    if (typeof value === 'function') element.addEventListener(name, value);
    else if (value === true) element.setAttribute(name, '');
    else if (typeof value === 'string') element.setAttribute(name, value);
  }
  element.append(...children.filter((child): child is Node | string => child instanceof Node || typeof child === 'string'));
  return element;
}

/** What all parts have in common: which shop, which language, when to draw again, and what is said when the shop is silent. */
export abstract class DeliveryPart extends HTMLElement {
  static observedAttributes = [
    'address',
    'key',
    'language',
    'country',
    'subdivision',
    'postal-code',
    'cart',
    'product',
    'quantity',
    'service',
  ];

  readonly #shadow = this.attachShadow({ mode: 'open' });
  #asking: AbortController | undefined;
  #planned = false;
  /** Drawn already, so that nothing flickers while it is asked again. */
  #shown = false;

  connectedCallback(): void {
    shared ??= sheet();
    this.#shadow.adoptedStyleSheets = [shared];
    this.#plan();
  }

  disconnectedCallback(): void {
    this.#asking?.abort();
  }

  attributeChangedCallback(): void {
    this.#plan();
  }

  /** Several attributes set one after the other ask once. */
  #plan(): void {
    if (this.#planned || !this.isConnected) return;
    this.#planned = true;
    queueMicrotask(() => {
      this.#planned = false;
      void this.refresh();
    });
  }

  /** Asks the shop again and draws what it says. */
  async refresh(): Promise<void> {
    this.#asking?.abort();
    const asking = new AbortController();
    this.#asking = asking;
    if (!this.#shown) this.draw(make('p', { role: 'status' }, this.words.looking));
    try {
      const drawn = await this.ask(asking.signal);
      if (asking.signal.aborted) return;
      this.#shown = true;
      this.draw(...drawn);
    } catch {
      if (asking.signal.aborted) return;
      this.#shown = false;
      this.draw(
        make('p', { role: 'status' }, this.words.failed),
        make('button', { type: 'button', click: () => void this.refresh() }, this.words.again),
      );
      this.dispatchEvent(new CustomEvent('ostrakon-failed', { bubbles: true, composed: true }));
    }
  }

  /** What is to be shown, by what the shop answers. */
  protected abstract ask(signal: AbortSignal): Promise<readonly Child[]>;

  protected draw(...children: readonly Child[]): void {
    const focused = this.#shadow.activeElement?.id;
    this.#shadow.replaceChildren(...children.filter((child): child is Node | string => child instanceof Node || typeof child === 'string'));
    // Who was at a field is there again.
    if (focused) this.#shadow.getElementById(focused)?.focus();
  }

  protected get words(): PartWords {
    return partWords(this.language);
  }

  protected get language(): string {
    return this.getAttribute('language') ?? this.closest<HTMLElement>('[lang]')?.lang ?? navigator.language;
  }

  protected get client(): DeliveryClient {
    const key = this.getAttribute('key');
    return new DeliveryClient({ address: this.getAttribute('address') ?? `${HOME}v1`, ...(key !== null && { key }) });
  }

  /** The cart as its attributes say: lines as JSON in `cart`, or one product. */
  protected get asked(): Cart | null {
    const country = this.getAttribute('country');
    const lines = this.lines;
    if (country === null || lines.length === 0) return null;
    const subdivision = this.getAttribute('subdivision');
    const postalCode = this.getAttribute('postal-code')?.trim();
    return {
      lines,
      discounts: [],
      destination: { country, ...(subdivision && { subdivision }), ...(postalCode && { postalCode }) },
      language: this.language,
      carriers: 'later',
    };
  }

  protected get lines(): Line[] {
    const product = this.getAttribute('product');
    if (product !== null) return [{ product, quantity: Number(this.getAttribute('quantity') ?? 1) }];
    try {
      const lines = JSON.parse(this.getAttribute('cart') ?? '[]');
      return Array.isArray(lines) ? lines : [];
    } catch {
      return [];
    }
  }

  protected money(minor: number, { currency, minorDigits }: { currency: string; minorDigits: number }): string {
    if (minor === 0) return this.words.free;
    return new Intl.NumberFormat(this.language, { style: 'currency', currency, currencyDisplay: 'narrowSymbol' }).format(
      minor / 10 ** minorDigits,
    );
  }
}
