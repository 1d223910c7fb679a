import type { Point } from '@ostrakon/core';

const WIDE = 480;
const HIGH = 260;
const EDGE = 18;

/** The way of a round drawn from above: straight lines from stop to stop, no roads. */
export function roundMap(from: Point, stops: readonly Point[]): string {
  if (stops.length === 0) return '';
  const all = [from, ...stops];
  const [south, north] = [Math.min(...all.map(({ latitude }) => latitude)), Math.max(...all.map(({ latitude }) => latitude))];
  const [west, east] = [Math.min(...all.map(({ longitude }) => longitude)), Math.max(...all.map(({ longitude }) => longitude))];
  const narrow = Math.cos((((south + north) / 2) * Math.PI) / 180);
  const [wide, high] = [Math.max((east - west) * narrow, 1e-4), Math.max(north - south, 1e-4)];
  const scale = Math.min((WIDE - 2 * EDGE) / wide, (HIGH - 2 * EDGE) / high);
  const at = ({ latitude, longitude }: Point): readonly [number, number] => [
    Math.round(EDGE + (longitude - west) * narrow * scale),
    Math.round(HIGH - EDGE - (latitude - south) * scale),
  ];
  const way = [from, ...stops, from].map((point) => at(point).join(',')).join(' ');
  const [x0, y0] = at(from);
  const marks = stops.map((stop, nth) => {
    const [x, y] = at(stop);
    return `<circle cx="${x}" cy="${y}" r="8" fill="#a4472a"/><text x="${x}" y="${y + 4}" font-size="10" text-anchor="middle" fill="#ffffff">${nth + 1}</text>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDE} ${HIGH}" width="${WIDE}" height="${HIGH}"><polyline points="${way}" fill="none" stroke="#6c6158" stroke-width="1.2"/><rect x="${x0 - 6}" y="${y0 - 6}" width="12" height="12" fill="#221b16"/>${marks.join('')}</svg>`;
}
