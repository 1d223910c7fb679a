import { z } from 'zod';

/**
 * ISO 4217 codes of circulating money whose minor unit is not 1/100.
 * Source: ISO 4217 list one, column "Minor unit". Never taken from Intl, whose display digits differ for some codes.
 */
const MINOR_DIGITS: Readonly<Record<string, number>> = Object.fromEntries([
  ...'BIF CLP DJF GNF ISK JPY KMF KRW PYG RWF UGX UYI VND VUV XAF XOF XPF'.split(' ').map((code) => [code, 0] as const),
  ...'BHD IQD JOD KWD LYD OMR TND'.split(' ').map((code) => [code, 3] as const),
]);

/** ISO 4217 codes of circulating money. Source: ISO 4217 list one; funds, metals and codes with 4 places left out. */
export const CURRENCY_CODES: readonly string[] =
  `AED AFN ALL AMD AOA ARS AUD AWG AZN BAM BBD BDT BHD BIF BMD BND BOB BRL BSD BTN BWP BYN BZD CAD CDF CHF CLP CNY COP CRC
CUP CVE CZK DJF DKK DOP DZD EGP ERN ETB EUR FJD FKP GBP GEL GHS GIP GMD GNF GTQ GYD HKD HNL HTG HUF IDR ILS INR IQD IRR
ISK JMD JOD JPY KES KGS KHR KMF KPW KRW KWD KYD KZT LAK LBP LKR LRD LSL LYD MAD MDL MGA MKD MMK MNT MOP MRU MUR MVR MWK
MXN MYR MZN NAD NGN NIO NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PYG QAR RON RSD RUB RWF SAR SBD SCR SDG SEK SGD SHP SLE
SOS SRD SSP STN SVC SYP SZL THB TJS TMT TND TOP TRY TTD TWD TZS UAH UGX USD UYU UZS VES VND VUV WST XAF XCD XOF XPF YER
ZAR ZMW`.split(/\s+/);

const known = new Set(CURRENCY_CODES);

export const Currency = z
  .string()
  .regex(/^[A-Z]{3}$/, 'A currency is three capital letters, such as CAD')
  .refine((code) => known.has(code), 'No ISO 4217 currency in circulation has this code');
export type Currency = z.infer<typeof Currency>;

/** Decimal places of a currency's minor unit: 0, 2 or 3. */
export function minorDigits(currency: Currency): number {
  return MINOR_DIGITS[currency] ?? 2;
}
