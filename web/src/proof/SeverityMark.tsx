import type { Severity } from '@ostrakon/core';

const SHAPES: Readonly<Record<Severity, string>> = {
  turnedAway: 'M6 0 12 6 6 12 0 6Z',
  moneyLost: 'M0 1h12L6 12Z',
  surprise: 'M6 0a6 6 0 1 1 0 12A6 6 0 0 1 6 0Zm0 3.5a2.5 2.5 0 1 0 0 5 2.5 2.5 0 0 0 0-5Z',
  tidiness: 'M0 0h12v12H0ZM2 2v8h8V2Z',
  note: 'M5 0h2v12H5Z',
};

const COLOURS: Readonly<Record<Severity, string>> = {
  turnedAway: 'text-fault',
  moneyLost: 'text-ochre',
  surprise: 'text-night',
  tidiness: 'text-ash',
  note: 'text-ash',
};

/** The mark of what a finding costs: a shape of its own, so that colour is not needed. */
export function SeverityMark({ severity, label }: { severity: Severity; label?: string }) {
  return (
    <svg
      viewBox="0 0 12 12"
      className={`inline-block size-3 shrink-0 ${COLOURS[severity]}`}
      role={label === undefined ? undefined : 'img'}
      aria-label={label}
      aria-hidden={label === undefined}
    >
      <path d={SHAPES[severity]} fill="currentColor" fillRule="evenodd" />
    </svg>
  );
}
