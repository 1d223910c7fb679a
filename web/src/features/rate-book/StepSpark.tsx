import type { Card } from '@ostrakon/core';
import { stepLine } from './sheetCell.ts';

const WIDTH = 100;
const HEIGHT = 12;

/** A card's prices as a tiny line of steps. */
export function StepSpark({ card }: { card: Card }) {
  const high = (y: number) => HEIGHT - 1 - y * (HEIGHT - 2);
  return (
    <svg aria-hidden viewBox={`0 0 ${WIDTH} ${HEIGHT}`} preserveAspectRatio="none" className="mt-0.5 h-2.5 w-full text-clay">
      {stepLine(card).map((step) =>
        step.y === null ? null : (
          <path
            key={step.from}
            d={`M${step.from * WIDTH} ${high(step.y)}H${step.to * WIDTH}`}
            stroke="currentColor"
            strokeWidth="1.5"
            vectorEffect="non-scaling-stroke"
            fill="none"
          />
        ),
      )}
    </svg>
  );
}
