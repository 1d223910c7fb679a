import { SEVERITIES, type Severity, type ToldFinding } from '@ostrakon/core';

/** What stands on a place of the sheet: the gravest of its findings, and how many there are. */
export interface SheetMark {
  readonly severity: Severity;
  readonly count: number;
}

/** "zone/service", "zone/" for a whole zone, "/service" for a whole service. */
function keysOf({ findings }: ToldFinding): readonly string[] {
  return findings.flatMap((finding) => {
    const { zones, service } = finding.where;
    switch (finding.code) {
      case 'noOption':
        return zones.flatMap((zone) => [`${zone}/`, ...finding.facts.edges.map((edge) => `${zone}/${edge.service}`)]);
      case 'datesOnSome':
        return finding.facts.undated.map((one) => `/${one.service}`);
      case 'promiseOnHoliday':
        return [`/${service ?? ''}`];
      default:
        return zones.map((zone) => `${zone}/${service ?? ''}`);
    }
  });
}

/** Marks of the sheet by place. What is only worth knowing has none. */
export function sheetMarks(told: readonly ToldFinding[]): ReadonlyMap<string, SheetMark> {
  const marks = new Map<string, SheetMark>();
  for (const one of told) {
    const [{ severity }] = one.findings;
    if (severity === 'note') continue;
    for (const key of new Set(keysOf(one))) {
      const held = marks.get(key);
      const graver = !held || SEVERITIES.indexOf(severity) < SEVERITIES.indexOf(held.severity);
      marks.set(key, { severity: graver ? severity : held.severity, count: (held?.count ?? 0) + 1 });
    }
  }
  return marks;
}
