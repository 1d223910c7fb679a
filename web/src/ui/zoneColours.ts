/** Near to far, from clay to slate: neighbours differ in lightness, too; the second dozen lies between the first. */
const COLOURS = [
  '#a4472a',
  '#c98a3c',
  '#7d8a3a',
  '#2c6a60',
  '#5d8fa8',
  '#3f4a78',
  '#74406b',
  '#b5857a',
  '#8a7a5c',
  '#4f6f4a',
  '#b06a8c',
  '#6a6a8a',
  '#d26f4f',
  '#8f5a0e',
  '#a9b35f',
  '#63a394',
  '#2f5f7d',
  '#8088c0',
  '#a772a3',
  '#6e2f23',
  '#c4b184',
  '#2f4a35',
  '#d79bb4',
  '#44475c',
];

/** Zones from here on share a colour with another, and have a pattern to tell them apart. */
export const PATTERNED_FROM = COLOURS.length;

/** The colour of a zone by its place in the book. */
export const zoneColour = (at: number): string => COLOURS[at % COLOURS.length] ?? '#a4472a';

/** Which pattern lies over a zone's colour: 0 is none. */
export const zonePattern = (at: number): number => Math.floor(at / COLOURS.length) % 4;

/** What fills a country of which a zone has only some places. */
export const zonePartFill = (at: number): string => `url(#zone-part-${at})`;

/** What fills a zone on a map: its colour, or the pattern that `ZonePatterns` has drawn. */
export const zoneFill = (at: number): string => (zonePattern(at) === 0 ? zoneColour(at) : `url(#zone-fill-${at})`);
