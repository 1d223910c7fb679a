import { type Packaging, sidesOf } from '@ostrakon/core';

const SIZE = 30;

/** A small drawing of the outside, in proportion, seen from a corner. */
export function PackagingShape({ packaging }: { packaging: Packaging }) {
  const { length, width, height } = sidesOf(packaging.outside);
  const cos = Math.cos(Math.PI / 6);
  const wide = (length + width) * cos;
  const high = (length + width) / 2 + height;
  const scale = SIZE / Math.max(wide, high);
  const at = (x: number, y: number, z: number) =>
    `${((x - y) * cos * scale + width * cos * scale).toFixed(1)},${(((x + y) / 2 - z) * scale + height * scale).toFixed(1)}`;
  const face = (...points: string[]) => points.join(' ');
  return (
    <svg width={wide * scale + 1} height={high * scale + 1} className="block overflow-visible" aria-hidden role="presentation">
      <g stroke="var(--color-ink)" strokeWidth={0.75} strokeLinejoin="round" opacity={packaging.inUse ? 1 : 0.45}>
        <polygon
          points={face(at(0, 0, height), at(length, 0, height), at(length, width, height), at(0, width, height))}
          fill="var(--color-bone)"
        />
        <polygon
          points={face(at(0, width, height), at(length, width, height), at(length, width, 0), at(0, width, 0))}
          fill="var(--color-clay-tint)"
        />
        <polygon
          points={face(at(length, 0, height), at(length, width, height), at(length, width, 0), at(length, 0, 0))}
          fill="var(--color-line-strong)"
        />
      </g>
    </svg>
  );
}
