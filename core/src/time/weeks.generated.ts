// Written by scripts/generate-weeks.mjs. Source: Unicode CLDR 48.2.0, weekData, by the npm package cldr-core.

/** Days of rest, Monday 1 to Sunday 7, and the countries where they hold; elsewhere Saturday and Sunday. */
export const REST_LINES = `
45:AF
5:IR
56:BH DZ EG IL IQ JO KW LY OM QA SA SD SY YE
7:IN UG
`;

/** The first day of the week, and the countries where it is that; elsewhere Monday. */
export const FIRST_DAY_LINES = `
5:MV
6:AF BH DJ DZ EG IQ IR JO KW LY OM QA SD SY
7:AG AS BD BR BS BT BW BZ CA CO DM DO ET GT GU HK HN ID IL IN IS JM JP KE KH KR LA MH MM MO MT MX MZ NI NP PA PE PH PK
PR PT PY SA SG SV TH TT TW UM US VE VI WS YE ZA ZW
`;
