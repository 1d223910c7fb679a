import type { UnitsOfShop } from '../measures/mass.ts';
import type { Measure } from '../measures/measure.ts';
import { dimensionOf } from '../measures/measure.ts';
import type { Range } from './box.ts';

const OUNCE = 28_349_523.125;
const LENGTHS = { metric: 10_000, imperial: 25_400 } as const;

/** A step of figures people use, and the text of so many of them. */
interface Step {
  readonly size: number;
  readonly text: (count: number) => string;
}

/** Without the noise of binary fractions. */
const plain = (value: number) => String(Number(value.toFixed(6)));

const massStep = (grams: number): Step => ({
  size: grams * 1e6,
  text: (count) => (count * grams >= 1000 ? `${plain((count * grams) / 1000)} kg` : `${plain(count * grams)} g`),
});
const poundStep = (ounces: number): Step => ({
  size: ounces * OUNCE,
  text: (count) => (count * ounces >= 16 ? `${plain((count * ounces) / 16)} lb` : `${plain(count * ounces)} oz`),
});
const MILLIGRAM: Step = { size: 1000, text: (count) => `${count} mg` };

const METRIC_MASSES = [10_000, 5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5, 2, 1].map(massStep);
const IMPERIAL_MASSES = [160, 80, 32, 16, 8, 4, 2, 1, 0.5, 0.25].map(poundStep);
const MONEYS = [1e6, 5e5, 2e5, 1e5, 5e4, 2e4, 1e4, 5000, 2000, 1000, 500, 200, 100, 50, 20, 10, 5, 2, 1].map(
  (size): Step => ({ size, text: (count) => String(count * size) }),
);
const COUNTS = [100, 50, 20, 10, 5, 2, 1].map((size): Step => ({ size, text: (count) => String(count * size) }));
const lengthSteps = (units: UnitsOfShop): Step[] =>
  [100, 50, 20, 10, 5, 2, 1, 0.5, 0.1].map((count) => ({
    size: count * LENGTHS[units],
    text: (times) => `${plain(times * count)} ${units === 'metric' ? 'cm' : 'in'}`,
  }));

function stepsOf(measure: Measure, units: UnitsOfShop): readonly Step[] {
  switch (dimensionOf(measure)) {
    case 'mass':
      return [...(units === 'metric' ? METRIC_MASSES : IMPERIAL_MASSES), MILLIGRAM];
    case 'money':
      return MONEYS;
    case 'count':
      return COUNTS;
    case 'length':
      return lengthSteps(units);
    case 'distance':
      return [100_000, 50_000, 20_000, 10_000, 5000, 2000, 1000, 500, 100, 10, 1].map((metres) => ({
        size: metres * 1000,
        text: (count) => `${count * metres} m`,
      }));
  }
}

export interface RoundFigure {
  readonly value: number;
  /** As it is written: a weight or length with its unit, else a plain number. */
  readonly text: string;
}

/** A range without an end is entered by so much of where it begins. */
const FIFTHS = 5;

/** Figures for a range that may be anything. */
const USUAL: Readonly<Record<ReturnType<typeof dimensionOf>, number>> = { mass: 1, money: 5000, count: 1, length: 20, distance: 5 };

function usual(measure: Measure, units: UnitsOfShop): RoundFigure {
  const dimension = dimensionOf(measure);
  const unit = { mass: units === 'metric' ? 1e9 : 16 * OUNCE, money: 1, count: 1, length: LENGTHS[units], distance: 1e6 }[dimension];
  const value = Math.round(USUAL[dimension] * unit);
  const text = stepsOf(measure, units).map((step) => ({ step, count: value / step.size }));
  const exact = text.find(({ step, count }) => Math.round(Math.round(count) * step.size) === value && count >= 1);
  return { value, text: exact ? exact.step.text(Math.round(exact.count)) : String(value) };
}

/**
 * The roundest figure in a range of whole numbers, near its middle, or a little above its beginning where it has no end; null
 * where none fits.
 * @param units metric or imperial figures
 */
export function roundFigure(measure: Measure, { from, below }: Range, units: UnitsOfShop): RoundFigure | null {
  const open = !Number.isFinite(below);
  if (open && from <= 1) return usual(measure, units);
  const middle = open ? from : (from + below - 1) / 2;
  for (const { size, text } of stepsOf(measure, units)) {
    if (open && size > Math.max(1, from / FIFTHS)) continue;
    const nearest = open ? Math.ceil(from / size) : Math.round(middle / size);
    for (const count of [nearest, nearest - 1, nearest + 1]) {
      const value = Math.round(count * size);
      if (count > 0 && value >= from && value < below) return { value, text: text(count) };
    }
  }
  return from <= 0 && below > 0 ? { value: 0, text: stepsOf(measure, units)[0]?.text(0) ?? '0' } : null;
}
