import type { Address, DeliveryClient, Line } from '@ostrakon/client';

/** A cart whose goods go to several addresses: the options that take all of it, and those of each part. */
export async function severalAddresses(delivery: DeliveryClient, parts: readonly { to: Address; lines: Line[] }[]) {
  const [first, ...others] = parts;
  if (!first) throw new Error('a cart goes somewhere');
  const quote = await delivery.quote({
    destination: first.to,
    others: others.map(({ to }) => to),
    lines: parts.flatMap(({ lines }, to) => lines.map((line) => ({ ...line, to }))),
  });
  return { forAll: quote.options, byPart: quote.consignments ?? [{ to: 0, lines: [], options: quote.options }] };
}
