import { Link } from 'react-router';
import { SeverityMark } from '../../proof/SeverityMark.tsx';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useProof, useTold } from '../../proof/useProof.ts';
import { findingWords } from '../../words/findingWords.ts';
import { severityWords } from '../../words/severityWords.ts';

/** What was found of this service in this zone, one click from its repair. */
export function LaneFindings({ zone, service }: { zone: string; service: string }) {
  const { told } = useTold();
  const { looked } = useProof();
  const names = useFindingNames();
  const here = told.filter(({ findings }) =>
    findings.some(
      (finding) =>
        finding.where.zones.includes(zone) &&
        (finding.where.service === service ||
          (finding.code === 'noOption' && finding.facts.edges.some((edge) => edge.service === service))),
    ),
  );
  // Its line is kept free, so that what stands below stays where it is when findings come.
  if (here.length === 0)
    return <p className="mb-3 min-h-9 py-1.5 text-ash text-sm">{looked === null ? 'Looking for findings…' : 'No finding here.'}</p>;
  return (
    <section aria-label="Findings here" className="mb-3 min-h-9 rounded-lg border border-line-strong bg-paper px-3 py-1.5 text-sm">
      <ul className="space-y-0.5">
        {here.map((one) => {
          const [{ severity }] = one.findings;
          return (
            <li key={one.id} className="flex items-baseline gap-2">
              <SeverityMark severity={severity} label={severityWords[severity][0]} />
              <span className="min-w-0 flex-1">{findingWords(one, names).what}</span>
              {severity !== 'note' && (
                <Link
                  to={`/proof?zone=${zone}&service=${service}`}
                  className="inline-flex min-h-6 shrink-0 items-center text-clay underline"
                >
                  Mend it
                </Link>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
