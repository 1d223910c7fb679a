/** Near to far, from clay to slate: neighbours differ in lightness, too. */
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
];

/** The colour of a zone by its place in the book; repeats after a dozen. */
export const zoneColour = (at: number): string => COLOURS[at % COLOURS.length] ?? '#a4472a';
