import type { Cart, DeliveryClient } from '@ostrakon/client';

/** What a checkout lists: name, price as money, when it arrives; and why others are not there. */
export async function showOptions(delivery: DeliveryClient, cart: Cart, locale: string) {
  const { options, withheld, message, currency, minorDigits, edition } = await delivery.quote(cart);
  const money = new Intl.NumberFormat(locale, { style: 'currency', currency });
  return {
    // Kept with the order: the same cart can be asked for again as it was.
    edition,
    choices: options.map((option) =>
      option.status === 'priced'
        ? {
            service: option.service,
            name: option.name,
            price: money.format(option.price / 10 ** minorDigits),
            arrives: option.promise?.text,
          }
        : { service: option.service, name: option.name, price: option.message, arrives: undefined },
    ),
    notForThisCart: withheld.map(({ name, reasons }) => `${name}: ${reasons.map(({ text }) => text).join(' ')}`),
    // The shop's own words where nothing is offered.
    message,
  };
}
