import type { Address } from './messages.ts';

/** About where regions lie, degrees north and east: near enough for distance bands of an invented tariff. */
const REGIONS: Readonly<Record<string, readonly [number, number]>> = {
  'CA-NL': [48.5, -56],
  'CA-PE': [46.3, -63.2],
  'CA-NS': [44.9, -63.4],
  'CA-NB': [46.3, -66.3],
  'CA-QC': [46.8, -72],
  'CA-ON': [43.9, -79.4],
  'CA-MB': [49.9, -97.1],
  'CA-SK': [51.3, -105.5],
  'CA-AB': [52.3, -113.8],
  'CA-BC': [49.8, -122.5],
  'CA-YT': [60.7, -135.1],
  'CA-NT': [62.5, -114.4],
  'CA-NU': [63.7, -68.5],
  'US-AL': [32.8, -86.8],
  'US-AK': [61.2, -149.9],
  'US-AZ': [33.4, -112],
  'US-AR': [34.8, -92.3],
  'US-CA': [36.8, -119.8],
  'US-CO': [39.7, -105],
  'US-CT': [41.6, -72.7],
  'US-DE': [39.2, -75.5],
  'US-DC': [38.9, -77],
  'US-FL': [28, -82],
  'US-GA': [33, -83.6],
  'US-HI': [21.3, -157.9],
  'US-ID': [43.6, -116.2],
  'US-IL': [40.6, -89],
  'US-IN': [39.8, -86.2],
  'US-IA': [41.6, -93.6],
  'US-KS': [38.5, -98],
  'US-KY': [37.8, -85],
  'US-LA': [30.9, -92],
  'US-ME': [44.3, -69.8],
  'US-MD': [39.2, -76.7],
  'US-MA': [42.3, -71.5],
  'US-MI': [43, -84.5],
  'US-MN': [45, -93.5],
  'US-MS': [32.7, -89.7],
  'US-MO': [38.5, -92.4],
  'US-MT': [46.6, -112],
  'US-NE': [41, -98],
  'US-NV': [38, -117],
  'US-NH': [43.2, -71.5],
  'US-NJ': [40.2, -74.7],
  'US-NM': [35, -106.5],
  'US-NY': [41.5, -74.5],
  'US-NC': [35.6, -79.4],
  'US-ND': [47, -100],
  'US-OH': [40.2, -82.8],
  'US-OK': [35.5, -97.5],
  'US-OR': [44.6, -122.5],
  'US-PA': [40.6, -77],
  'US-RI': [41.7, -71.5],
  'US-SC': [34, -81],
  'US-SD': [44.3, -100],
  'US-TN': [35.8, -86.4],
  'US-TX': [31.5, -98],
  'US-UT': [40.2, -111.8],
  'US-VT': [44, -72.7],
  'US-VA': [37.6, -78],
  'US-WA': [47.3, -121.5],
  'US-WV': [38.6, -80.8],
  'US-WI': [44, -89.5],
  'US-WY': [42.8, -106.5],
  'US-PR': [18.3, -66.1],
  CA: [45.5, -73.6],
  US: [39.8, -98.6],
  PR: [18.3, -66.1],
  MX: [19.4, -99.1],
  PM: [46.8, -56.2],
  GL: [64.2, -51.7],
  GB: [52.5, -1.5],
  IE: [53.3, -7],
  FR: [47, 2.4],
  DE: [51, 10],
  NL: [52.2, 5.3],
  BE: [50.8, 4.4],
  LU: [49.6, 6.1],
  ES: [40.4, -3.7],
  PT: [39, -8.5],
  IT: [43, 12],
  AT: [47.8, 14],
  CH: [46.9, 8.2],
  DK: [55.8, 10.5],
  SE: [59.3, 16],
  NO: [60, 10],
  FI: [61, 25],
  IS: [64.1, -21.9],
  PL: [52, 20],
  CZ: [49.8, 15.5],
  SK: [48.7, 19.5],
  HU: [47.2, 19.4],
  SI: [46.1, 14.8],
  HR: [45.5, 16],
  RO: [45, 25],
  BG: [42.7, 25],
  GR: [38.5, 23.5],
  EE: [58.8, 25.5],
  LV: [57, 24.5],
  LT: [55.2, 24],
  MT: [35.9, 14.5],
  CY: [35, 33],
  JP: [35.7, 139.7],
  KR: [37.5, 127],
  AU: [-33.9, 151.2],
  NZ: [-41.3, 174.8],
  BR: [-15.8, -47.9],
  ZA: [-26.2, 28],
  IN: [28.6, 77.2],
};

/** Where nothing is known of a country, it is far. */
const FAR_KILOMETRES = 12_000;
const EARTH_KILOMETRES = 6371;

const place = ({ country, subdivision }: Address) => REGIONS[subdivision ?? ''] ?? REGIONS[country];

/** Kilometres between the regions of two addresses, by great circle (haversine). */
export function kilometresBetween(from: Address, to: Address): number {
  const [a, b] = [place(from), place(to)];
  if (!a || !b) return FAR_KILOMETRES;
  const radians = Math.PI / 180;
  const [latitude, longitude] = [(b[0] - a[0]) * radians, (b[1] - a[1]) * radians];
  const h = Math.sin(latitude / 2) ** 2 + Math.cos(a[0] * radians) * Math.cos(b[0] * radians) * Math.sin(longitude / 2) ** 2;
  return Math.round(2 * EARTH_KILOMETRES * Math.asin(Math.sqrt(h)));
}

const NORTHERN = new Set(['CA-YT', 'CA-NT', 'CA-NU', 'US-AK', 'US-HI', 'US-PR']);

/** The north, islands far out, Labrador, and rural delivery: a Canadian code whose second sign is 0. */
export function isRemote({ country, subdivision, postalCode = '' }: Address): boolean {
  if (subdivision !== undefined && NORTHERN.has(subdivision)) return true;
  return country === 'CA' && (/^[A-Z]0/i.test(postalCode) || /^A0P|^A2V/i.test(postalCode));
}
