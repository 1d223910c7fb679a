import { PATTERNED_FROM, zoneColour, zonePattern } from '../ui/zoneColours.ts';

const PATHS = ['', 'M0 8 L8 0', 'M0 4 H8', 'M0 0 L8 8 M0 8 L8 0'];

/** A zone's colour with its pattern over it, on a square of eight pixels. */
function PatternedSquare({ at }: { at: number }) {
  return (
    <>
      <rect width="8" height="8" fill={zoneColour(at)} />
      <path d={PATHS[zonePattern(at)]} stroke="var(--color-paper)" strokeWidth="1.6" fill="none" />
    </>
  );
}

/** Stripes of a zone's colour: only some places of a country are in it. */
function PartSquare({ at }: { at: number }) {
  return (
    <>
      <rect width="8" height="8" fill="var(--color-bone)" />
      <rect width="8" height="3" fill={zoneColour(at)} />
    </>
  );
}

/** What stands for a country of which only some places are in a zone. */
export function PartMark() {
  return (
    <svg aria-hidden width="12" height="12" viewBox="0 0 8 8" className="shrink-0 rounded-sm">
      <g transform="rotate(45 4 4) translate(-2 -2) scale(1.5)">
        <PartSquare at={0} />
      </g>
    </svg>
  );
}

/** The fills of zones that have a pattern, and of countries that are served in part, for a map in which a pixel is `pixel` units. */
export function ZonePatterns({ count, pixel }: { count: number; pixel: number }) {
  const patterned = Array.from({ length: Math.max(0, count - PATTERNED_FROM) }, (_, nth) => PATTERNED_FROM + nth);
  return (
    <defs>
      {Array.from({ length: count }, (_, nth) => nth).map((at) => (
        <pattern
          key={at}
          id={`zone-part-${at}`}
          width="8"
          height="8"
          patternUnits="userSpaceOnUse"
          patternTransform={`scale(${pixel}) rotate(45)`}
        >
          <PartSquare at={at} />
        </pattern>
      ))}
      {patterned.map((at) => (
        <pattern key={at} id={`zone-fill-${at}`} width="8" height="8" patternUnits="userSpaceOnUse" patternTransform={`scale(${pixel})`}>
          <PatternedSquare at={at} />
        </pattern>
      ))}
    </defs>
  );
}

/** The mark of a zone beside its name. */
export function ZoneMark({ at }: { at: number }) {
  return (
    <svg aria-hidden width="12" height="12" viewBox="0 0 8 8" className="shrink-0 rounded-sm">
      <PatternedSquare at={at} />
    </svg>
  );
}
