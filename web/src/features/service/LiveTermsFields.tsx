import { type LiveTerms, Markup, type Service, type Unanswered } from '@ostrakon/core';
import { useState } from 'react';
import { checkedChange } from '../../calendars/checkedChange.ts';
import { useDraft } from '../../draft/DraftProvider.tsx';
import { type MarkupFaults, MarkupForm, NO_MARKUP, readMarkup, type TypedMarkup } from '../../rules/MarkupForm.tsx';
import { Button } from '../../ui/Button.tsx';
import { readMoney, readPercent } from '../../ui/readers.ts';
import { Segments } from '../../ui/Segments.tsx';
import { Select } from '../../ui/Select.tsx';
import { TypedField } from '../../ui/TypedField.tsx';
import type { Read } from '../../ui/useTypedField.ts';
import { markupWords } from '../../words/carrierWords.ts';
import { dateWords } from '../../words/dateWords.ts';
import { useFormat } from '../../words/useWords.ts';

const orNull =
  <T,>(read: (text: string) => Read<T>) =>
  (text: string): Read<T | null> =>
    text.trim() === '' ? { ok: true, value: null } : read(text);

/** What is added on some days instead: each with its days, and one that is typed. */
function Seasons({ terms, set }: { terms: LiveTerms; set: (more: Partial<LiveTerms>) => ReturnType<ReturnType<typeof checkedChange>> }) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const [typed, setTyped] = useState<TypedMarkup | null>(null);
  const [faults, setFaults] = useState<MarkupFaults>({});
  const seasons = terms.seasons ?? [];
  const add = (of: TypedMarkup) => {
    const { faults: found, markup, dates } = readMarkup(of, shop);
    if (dates === null && found.from === undefined) found.from = 'Write the first or the last day.';
    setFaults(found);
    if (markup === null || dates === null) return;
    const taken = set({ seasons: [...seasons, { dates, markup }] });
    if (!taken.ok) return setFaults({ until: taken.message });
    setTyped(null);
  };
  return (
    <div className="mt-2 text-sm">
      {seasons.map((season, at) => (
        <p key={`${season.dates.from} ${season.dates.until} ${markupWords(season.markup, format)}`} className="flex items-center gap-3">
          Instead {markupWords(season.markup, format)} {dateWords(season.dates, format)}
          <Button
            look="quiet"
            aria-label={`Remove ${markupWords(season.markup, format)} ${dateWords(season.dates, format)}`}
            onClick={() => set({ seasons: seasons.filter((_one, index) => index !== at) })}
          >
            Remove
          </Button>
        </p>
      ))}
      {typed === null ? (
        <Button look="quiet" onClick={() => setTyped(NO_MARKUP)}>
          Add something else on some days
        </Button>
      ) : (
        <form
          aria-label="On some days"
          className="mt-1 max-w-md rounded-md border border-line p-3"
          onSubmit={(event) => {
            event.preventDefault();
            add(typed);
          }}
        >
          <MarkupForm typed={typed} faults={faults} shop={shop} onType={setTyped} />
          <div className="mt-2 flex justify-end gap-2">
            <Button onClick={() => setTyped(null)}>Cancel</Button>
            <Button look="main" type="submit">
              Add it on these days
            </Button>
          </div>
        </form>
      )}
    </div>
  );
}

/** What is added to a carrier's price, and how it ends. */
export function MarkupFields({
  terms,
  set,
}: {
  terms: LiveTerms;
  set: (more: Partial<LiveTerms>) => ReturnType<ReturnType<typeof checkedChange>>;
}) {
  const { shop } = useDraft().book;
  const format = useFormat();
  const { markup } = terms;
  const change = checkedChange(Markup, markup, (next) => set({ markup: next }));
  const money = readMoney(shop);
  const amount = (label: string, value: number | null, commit: (next: number | null) => ReturnType<typeof change>, placeholder: string) => (
    <span className="text-sm">
      <span className="block text-xs text-ash">{label}</span>
      <TypedField<number | null>
        label={label}
        className="w-24"
        inputClass="text-end"
        placeholder={placeholder}
        shown={value === null ? '' : format.plain(value)}
        read={orNull(money)}
        commit={commit}
      />
    </span>
  );
  return (
    <section aria-label="Markup">
      <h2 className="font-serif text-lg font-semibold">Price</h2>
      <p className="text-sm text-ash">What the carrier asks, plus {markupWords(markup, format)}.</p>
      <div className="mt-2 flex flex-wrap items-start gap-3">
        <span className="text-sm">
          <span className="block text-xs text-ash">Percent added</span>
          <TypedField<number>
            label="Percent added"
            className="w-24"
            inputClass="text-end"
            shown={format.percent(markup.basisPoints)}
            read={readPercent(shop, 100_000)}
            commit={(basisPoints) => change({ basisPoints })}
          />
        </span>
        {amount('Amount added', markup.amount, (next) => change({ amount: next ?? 0 }), '0.00')}
        {amount('Add at least', markup.least, (least) => change({ least }), 'any')}
        {amount('Add at most', markup.most, (most) => change({ most }), 'any')}
        <span className="text-sm">
          <span className="block text-xs text-ash">Price ends</span>
          <Select
            label="Price ends"
            className="w-52!"
            value={terms.ending ?? ''}
            onChange={(event) =>
              set({ ending: event.target.value === '' ? null : (event.target.value as NonNullable<LiveTerms['ending']>) })
            }
          >
            <option value="">as all prices of the shop</option>
            <option value="none">as it is worked out</option>
            <option value="up99">up to the next .99</option>
            <option value="nearest05">at the nearest 0.05</option>
            <option value="nearestWhole">at the nearest whole</option>
          </Select>
        </span>
      </div>
      <Seasons terms={terms} set={set} />
      <label className="mt-2 flex items-center gap-1.5 text-sm">
        <input
          type="checkbox"
          className="accent-clay"
          checked={terms.beforeTax}
          onChange={(event) => set({ beforeTax: event.target.checked })}
        />
        The carrier’s prices are without tax: where the shop’s prices include it, add it
      </label>
    </section>
  );
}

/** What holds while the carrier does not answer. */
export function UnansweredFields({
  service,
  terms,
  set,
}: {
  service: Service;
  terms: LiveTerms;
  set: (more: Partial<LiveTerms>) => unknown;
}) {
  const { services } = useDraft().book;
  const { unanswered } = terms;
  const others = services.filter(({ id }) => id !== service.id);
  const [first] = others;
  const choose = (kind: Unanswered['kind']) => {
    if (kind !== 'service') set({ unanswered: { kind } });
    else if (first) set({ unanswered: { kind, service: first.id } });
  };
  return (
    <section aria-label="Without an answer">
      <h2 className="font-serif text-lg font-semibold">While the carrier does not answer</h2>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <Segments
          label="While the carrier does not answer"
          value={unanswered.kind}
          choices={[
            ['withhold', 'Do not offer it'],
            ['card', 'Use the prices you set for that'],
            ...(first ? [['service', 'Charge what another service does'] as const] : []),
          ]}
          onChange={choose}
        />
        {unanswered.kind === 'service' && (
          <Select
            label="The other service"
            className="w-56!"
            value={unanswered.service}
            onChange={(event) => set({ unanswered: { kind: 'service', service: event.target.value } })}
          >
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
        )}
      </div>
      <p className="mt-1 text-sm text-ash">
        {unanswered.kind === 'card' && 'Set those prices where the service crosses each zone on the sheet. '}
        What the carrier declines outright is not offered, with its reason.
      </p>
    </section>
  );
}
