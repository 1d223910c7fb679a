const formats = new Map<string, Intl.NumberFormat>();

/** A number as `locale` writes it, with at most `digits` decimals. Formats are kept: making one costs far more than using it. */
export function formatNumber(value: number, digits: number, locale: string): string {
  const key = `${locale} ${digits}`;
  let format = formats.get(key);
  if (!format) {
    format = new Intl.NumberFormat(locale, { maximumFractionDigits: digits });
    formats.set(key, format);
  }
  return format.format(value);
}
