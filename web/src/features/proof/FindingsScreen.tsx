import { meantNote, SEVERITIES, type Severity, type ToldFinding, zonesOf } from '@ostrakon/core';
import { useEffect, useRef, useState } from 'react';
import { useDraft, useDraftSession } from '../../draft/DraftProvider.tsx';
import { SeverityMark } from '../../proof/SeverityMark.tsx';
import { useFindingNames } from '../../proof/useFindingNames.ts';
import { useProof, useTold } from '../../proof/useProof.ts';
import { usePutOnBench } from '../../proof/useRepair.ts';
import { Button } from '../../ui/Button.tsx';
import { Select } from '../../ui/Select.tsx';
import { useAddress } from '../../ui/useAddress.ts';
import { findingWords, witnessWords } from '../../words/findingWords.ts';
import { severityWords } from '../../words/severityWords.ts';
import { MeantDialog } from './MeantDialog.tsx';
import { RepairButtons } from './RepairButtons.tsx';
import { useKeepAsTrial } from './useKeepAsTrial.ts';

function Row({ told, isNew }: { told: ToldFinding; isNew: boolean }) {
  const names = useFindingNames();
  const put = usePutOnBench();
  const keep = useKeepAsTrial();
  const { what, why } = findingWords(told, names);
  const [{ witness }] = told.findings;
  const [saying, setSaying] = useState(false);
  return (
    <li
      data-finding
      tabIndex={-1}
      className="flex items-start justify-between gap-3 border-line border-b px-3 py-2 outline-none last:border-b-0 focus-within:bg-clay-soft focus:bg-clay-soft max-md:flex-col"
    >
      <span className="min-w-0 flex-1">
        <span className="block font-serif text-base">
          {what} {isNew && <span className="rounded bg-ochre-soft px-1 font-sans text-xs text-ochre">not live yet</span>}
        </span>
        <span className="block text-sm text-ash">{why}</span>
        {witness?.lines && (
          <span className="block text-sm">
            <button type="button" data-witness className="text-start text-clay hover:underline" onClick={() => put(witness)}>
              Put on the bench: {witnessWords(witness, names)}
            </button>
            {witness.destination && (
              <button
                type="button"
                aria-label={`Keep as a trial: ${what}`}
                className="ms-3 min-h-6 text-clay hover:underline"
                onClick={() => void keep(witness, witnessWords(witness, names))}
              >
                Keep as a trial
              </button>
            )}
          </span>
        )}
      </span>
      <RepairButtons told={told}>
        <Button look="quiet" data-meant aria-label={`Meant so: ${what}`} onClick={() => setSaying(true)}>
          Meant so…
        </Button>
      </RepairButtons>
      {saying && <MeantDialog told={told} what={what} onClose={() => setSaying(false)} />}
    </li>
  );
}

function Group({ severity, list, live }: { severity: Severity; list: readonly ToldFinding[]; live: ReadonlySet<string> | null }) {
  const [name, about] = severityWords[severity];
  if (list.length === 0) return null;
  return (
    <section aria-label={name} className="mt-4">
      <h2 className="mb-1 flex items-baseline gap-2 font-semibold">
        <SeverityMark severity={severity} />
        {name} <span className="font-normal text-sm text-ash">{about}</span>
      </h2>
      <ul className="rounded-lg border border-line-strong bg-paper">
        {list.map((told) => (
          <Row key={told.id} told={told} isNew={live !== null && !live.has(told.id)} />
        ))}
      </ul>
    </section>
  );
}

/** What the owner means to be so, with their notes. */
function MeantList({ list }: { list: readonly ToldFinding[] }) {
  const { book } = useDraft();
  const session = useDraftSession();
  const names = useFindingNames();
  if (list.length === 0) return null;
  return (
    <details className="mt-4 text-sm">
      <summary className="cursor-pointer py-1 text-ash">
        {list.length === 1 ? 'One is' : `${list.length} are`} kept quiet as meant so; each speaks up again when what is known of it changes
      </summary>
      <ul className="mt-1 rounded-lg border border-line bg-paper">
        {list.map((told) => {
          const { what } = findingWords(told, names);
          return (
            <li key={told.id} className="flex items-baseline justify-between gap-3 border-line border-b px-3 py-1.5 last:border-b-0">
              <span>
                {what} <span className="text-ash">{meantNote(book, told)}</span>
              </span>
              <Button
                look="quiet"
                aria-label={`No longer meant so: ${what}`}
                onClick={() => session.dispatch({ name: 'unmeanSo', args: { finding: told.id } })}
              >
                No longer
              </Button>
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** Arrows walk the findings; R takes the repair that is shown, B puts the cart on the bench, M says that it is meant so. */
function walk(event: KeyboardEvent, within: HTMLElement | null): void {
  const { target } = event;
  const here = target === document.body || (target instanceof Element && target.closest('#page') !== null);
  if (!within || !here || (target instanceof Element && target.closest('input, select, [role=menu]') !== null)) return;
  const rows = [...within.querySelectorAll<HTMLElement>('[data-finding]')];
  const at = rows.findIndex((row) => row.contains(document.activeElement));
  const move = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (move !== undefined) {
    event.preventDefault();
    rows[Math.min(Math.max(at + move, 0), rows.length - 1)]?.focus();
    return;
  }
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const act = { r: '[data-repair]', b: '[data-witness]', m: '[data-meant]' }[event.key.toLowerCase()];
  if (act !== undefined && at >= 0) rows[at]?.querySelector<HTMLElement>(act)?.click();
}

const counted = (number: number, one: string) => `${number.toLocaleString('en')} ${one}${number === 1 ? '' : 's'}`;

/** Whether something has gone on for a while: shorter waits are not told. */
function useSlow(waiting: boolean): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!waiting) return setSlow(false);
    const timer = setTimeout(() => setSlow(true), SLOW);
    return () => clearTimeout(timer);
  }, [waiting]);
  return slow;
}

const SLOW = 300;

const count = (list: readonly unknown[], one: string) => `${list.length === 0 ? 'No' : list.length} ${one}${list.length === 1 ? '' : 's'}`;

/** Every fault of the draft that can be shown, by what it costs, with its repair. */
export function FindingsScreen() {
  const { book } = useDraft();
  const { looked, checking } = useProof();
  const { told, meant } = useTold();
  const [search, change] = useAddress();
  const [zone, service, kind] = [search.get('zone'), search.get('service'), search.get('kind')];
  const slow = useSlow(checking);
  const region = useRef<HTMLDivElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => walk(event, region.current);
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
  if (looked === null) return <p className="p-4 text-ash">Looking at every cart…</p>;
  const { lookedAt } = looked;
  const live = looked.live === null ? null : new Set(looked.live);
  const shown = told.filter(
    (one) =>
      (!kind || one.findings[0].severity === kind) &&
      (!zone || zonesOf(one).includes(zone)) &&
      (!service || one.findings.some((finding) => finding.where.service === service || servicesOf(finding).includes(service))),
  );
  const faults = told.filter(({ findings: [first] }) => first.severity !== 'note');
  const fresh = live === null ? 0 : faults.filter(({ id }) => !live.has(id)).length;
  return (
    <div ref={region} className="max-w-5xl p-4">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1 className="font-serif text-xl font-semibold">{count(faults, 'finding')} in the draft</h1>
          <p className="text-sm text-ash" aria-live="polite">
            {live !== null && fresh > 0 && `${fresh === 1 ? 'One of them is' : `${fresh} of them are`} not live. `}
            Every cart there can be was looked at, not a sample. {slow && 'Checking…'}
          </p>
        </div>
        <span className="flex flex-wrap gap-2">
          <Select label="Kind" className="w-44!" value={kind ?? ''} onChange={(event) => change({ kind: event.target.value })}>
            <option value="">All kinds</option>
            {SEVERITIES.map((severity) => (
              <option key={severity} value={severity}>
                {severityWords[severity][0]}
              </option>
            ))}
          </Select>
          <Select label="Zone" className="w-40!" value={zone ?? ''} onChange={(event) => change({ zone: event.target.value })}>
            <option value="">All zones</option>
            {book.zones.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          <Select label="Service" className="w-40!" value={service ?? ''} onChange={(event) => change({ service: event.target.value })}>
            <option value="">All services</option>
            {book.services.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        </span>
      </div>
      {SEVERITIES.map((severity) => (
        <Group key={severity} severity={severity} live={live} list={shown.filter(({ findings: [first] }) => first.severity === severity)} />
      ))}
      {shown.length === 0 && (
        <p className="mt-4 rounded-md bg-glaze-soft px-3 py-2 text-glaze">
          {told.length > 0
            ? 'Nothing for what you chose above.'
            : `${counted(lookedAt.zones, 'zone')}, ${counted(lookedAt.services, 'service')}, ${counted(lookedAt.kinds, 'kind')} of cart and ${counted(lookedAt.regions, 'region')} were looked at: nobody is turned away.`}
        </p>
      )}
      <MeantList list={meant} />
      <p className="mt-3 text-xs text-ash">
        Keys: arrows walk the findings, R takes the repair shown, B puts the cart on the bench, M says that it is meant so.
      </p>
    </div>
  );
}

const servicesOf = (finding: ToldFinding['findings'][number]): readonly string[] =>
  finding.code === 'noOption' ? finding.facts.edges.map((edge) => edge.service) : [];
